import { useState, type ReactNode } from 'react';
import { deadWoodM3PerHa, treeDistance, type WoodLine } from '@arbolito/core/plot';
import {
  convert,
  isUnitId,
  printRounded,
  printStandardError,
  readQuantity,
  slopeReading,
  UNIT_IDS,
  type UnitId,
  unitOf,
} from '@arbolito/core/units';
import type { Text } from '@arbolito/core/message';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { NumberField } from '../../../ui/forms/NumberField.tsx';
import { parseQuantity, type QuantitySpec } from '../../../ui/forms/quantity.ts';
import { localFigure } from '../../../messages/figures.ts';
import { rich } from '../../../messages/rich.ts';
import { say, t } from '../../../messages/text.ts';

/** Figures with an answer under them. */
function Tool({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section className="card grid content-start gap-3 p-5" aria-label={title}>
      <h2 className="text-xl font-bold">{title}</h2>
      {children}
    </section>
  );
}

const Answer = ({ children }: { readonly children: ReactNode }) => (
  <p role="status" className="min-h-8 text-lg">
    {children}
  </p>
);

const figure = (value: number, decimals: number) => (
  <strong className="figures">{localFigure(printRounded(value, decimals))}</strong>
);

/** Figures of a form by their keys; null where one is missing or wrong. */
function useFigures<K extends string>(specs: Readonly<Record<K, QuantitySpec>>) {
  const keys = Object.keys(specs) as K[];
  const [texts, setTexts] = useState(() => Object.fromEntries(keys.map((key) => [key, ''])) as Record<K, string>);
  const read = keys.map((key) => parseQuantity(specs[key], texts[key]));
  const isComplete = read.every((each) => 'value' in each);
  const values = isComplete
    ? (Object.fromEntries(keys.map((key, i) => [key, (read[i] as { value: number }).value])) as Record<K, number>)
    : null;
  const fields = keys.map((key) => (
    <NumberField
      key={key}
      spec={specs[key]}
      text={texts[key]}
      optional
      onType={(text) => {
        setTexts({ ...texts, [key]: text });
      }}
    />
  ));
  return { values, fields };
}

function Slope() {
  const length = (label: Text, low: number): QuantitySpec => ({ label, unit: 'm', low, high: 1000 });
  const { values, fields } = useFigures({
    rise: length(t('planning.rise', 'rise'), -1000),
    run: length(t('planning.run', 'horizontal run'), 0.01),
  });
  const tangent = values === null ? null : values.rise / values.run;
  return (
    <Tool title={t('planning.slope-from-rise-and-run', 'Slope from rise and run')}>
      {fields}
      <Answer>
        {tangent === null
          ? t('planning.enter-rise-and-run', 'Enter rise and run in metres, or with a unit: 12 ft.')
          : rich(
              'planning.slope-answer',
              '{percent} % · {degrees}° · slope distance = {factor} × horizontal distance',
              {
                percent: figure(slopeReading(tangent, 'pct'), 1),
                degrees: figure(slopeReading(tangent, 'deg'), 1),
                factor: figure(Math.hypot(1, tangent), 3),
              },
            )}
      </Answer>
    </Tool>
  );
}

function BetweenTrees() {
  const bearing = (label: Text): QuantitySpec => ({ label, unit: 'deg', low: 0, high: 360 });
  const away = (label: Text): QuantitySpec => ({ label, unit: 'm', low: 0, high: 500 });
  const { values, fields } = useFigures({
    fromBearing: bearing(t('planning.bearing-of-first-tree', 'bearing, first tree')),
    fromAway: away(t('planning.distance-of-first-tree', 'distance, first tree')),
    toBearing: bearing(t('planning.bearing-of-second-tree', 'bearing, second tree')),
    toAway: away(t('planning.distance-of-second-tree', 'distance, second tree')),
  });
  const found =
    values === null
      ? null
      : treeDistance(
          { bearingDeg: values.fromBearing, awayM: values.fromAway },
          { bearingDeg: values.toBearing, awayM: values.toAway },
        );
  return (
    <Tool title={t('planning.distance-between-two-trees', 'Distance between two trees')}>
      {fields}
      <Answer>
        {found === null
          ? t('planning.enter-both-trees', 'Enter bearing and horizontal distance of both trees from where you stand.')
          : rich(
              'planning.between-answer',
              '{distance} m ({feet} ft), bearing {bearing}° from the first to the second',
              {
                distance: figure(found.distanceM, 2),
                feet: figure(convert(found.distanceM, 'm', 'ft'), 1),
                bearing: figure(found.bearingDeg, 0),
              },
            )}
      </Answer>
    </Tool>
  );
}

/** Units that somebody converts, by what they measure. */
const CONVERTED: readonly UnitId[] = UNIT_IDS.filter((unit) =>
  ['length', 'area', 'volume'].includes(unitOf(unit).dimension),
);

function Converter() {
  const [text, setText] = useState('');
  const [unit, setUnit] = useState<UnitId>('ft');
  const read = text.trim() === '' ? null : readQuantity(text, { unit, units: CONVERTED });
  const isRead = read?.ok === true;
  const { dimension } = unitOf(isRead ? read.unit : unit);
  return (
    <Tool title={t('planning.unit-converter', 'Unit converter')}>
      <div className="grid grid-cols-[minmax(0,1fr)_auto] gap-2">
        <label className="grid gap-0.5">
          <span>{t('planning.value', 'value')}</span>
          <input
            className="field figures"
            inputMode="decimal"
            autoComplete="off"
            value={text}
            aria-invalid={read?.ok === false}
            aria-describedby={read?.ok === false ? 'converter-problem' : undefined}
            onChange={(event) => {
              setText(event.target.value);
            }}
          />
        </label>
        <label className="grid gap-0.5">
          <span>{t('planning.unit', 'unit')}</span>
          <select
            className="field"
            value={unit}
            onChange={(event) => {
              if (isUnitId(event.target.value)) setUnit(event.target.value);
            }}
          >
            {CONVERTED.map((each) => (
              <option key={each} value={each}>
                {unitOf(each).symbol}
              </option>
            ))}
          </select>
        </label>
      </div>
      {read?.ok === false && <FieldError id="converter-problem">{say(read.message)}</FieldError>}
      <div role="status">
        <ul className="grid gap-1">
          {isRead
            ? CONVERTED.filter((each) => each !== read.unit && unitOf(each).dimension === dimension).map((each) => (
                <li key={each} className="flex justify-between border-t border-line pt-1">
                  <strong className="figures">
                    {localFigure(String(Number(convert(read.value, read.unit, each).toPrecision(6))))}
                  </strong>
                  <span className="text-quiet">{unitOf(each).symbol}</span>
                </li>
              ))
            : read === null && (
                <li className="text-quiet">{t('planning.enter-a-value', 'Enter a value, such as 12 ft 6 in.')}</li>
              )}
        </ul>
      </div>
    </Tool>
  );
}

/** Reads lines of wood: a length in m, a colon, diameters in cm. Null where a line is none. */
function readWoodLines(text: string): WoodLine[] | null {
  const rows = text
    .split('\n')
    .map((row) => row.trim())
    .filter((row) => row !== '');
  const lines = rows.map((row): WoodLine | null => {
    const [length = '', pieces] = row.split(':');
    const lengthM = Number(length.trim().replace(',', '.'));
    const diametersCm = (pieces ?? '')
      .split(/[\s;]+/)
      .filter((piece) => piece !== '')
      .map((piece) => Number(piece.replace(',', '.')));
    return pieces === undefined || !(lengthM > 0) || diametersCm.some((cm) => !(cm > 0))
      ? null
      : { lengthM, diametersCm };
  });
  return lines.includes(null) ? null : lines.flatMap((line) => line ?? []);
}

function DeadWood() {
  const [text, setText] = useState('');
  const lines = readWoodLines(text);
  const found = lines === null || lines.length === 0 ? null : deadWoodM3PerHa(lines);
  return (
    <Tool title={t('planning.dead-wood-along-a-line', 'Dead wood along a line')}>
      <label className="grid gap-0.5">
        <span>{t('planning.wood-lines', 'One line per row: length in m, a colon, diameters in cm')}</span>
        <textarea
          className="field figures"
          rows={4}
          placeholder={'20: 12 15.5 9\n20:\n20: 31'}
          value={text}
          aria-invalid={lines === null}
          aria-describedby={lines === null ? 'wood-problem' : undefined}
          onChange={(event) => {
            setText(event.target.value);
          }}
        />
      </label>
      {lines === null && (
        <FieldError id="wood-problem">
          {t(
            'planning.wood-line-is',
            'Write each line as a length above 0, a colon and diameters above 0: 20: 12 15.5',
          )}
        </FieldError>
      )}
      <Answer>
        {found?.ok !== true
          ? t('planning.enter-wood-lines', 'Measure each piece where the line crosses it, square to the piece.')
          : found.standardError === null
            ? rich('planning.wood-answer-one', '{mean} m³/ha. A second line gives the ±.', {
                mean: figure(found.mean, 1),
              })
            : rich('planning.wood-answer', '{mean} ± {error} m³/ha (Van Wagner 1968)', {
                mean: figure(found.mean, 1),
                error: <span className="figures">{localFigure(printStandardError(found.standardError))}</span>,
              })}
      </Answer>
      <p className="text-quiet">
        {t('planning.wood-caution', 'Do not climb on lying stems or step under hung-up trees.')}
      </p>
    </Tool>
  );
}

/** Small calculations for the field: nothing is saved. */
export const ToolsPage = () => (
  <div className="grid gap-5 md:grid-cols-3">
    <Slope />
    <BetweenTrees />
    <Converter />
    <DeadWood />
  </div>
);
