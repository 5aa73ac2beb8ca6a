import { useEffect, useState } from 'react';
import { cordsOf, SOLID_FT3_PER_CORD, STERES_PER_CORD } from '@arbolito/core/log-rules';
import { convert, printRounded, type UnitSystem } from '@arbolito/core/units';
import { type QuantitySpec, parseQuantity } from '../../../ui/forms/quantity.ts';
import { Choice } from '../../../ui/forms/Choice.tsx';
import { NumberField } from '../../../ui/forms/NumberField.tsx';
import { asTyped, WOOD_UNITS, type WoodUnits } from '../prices/wood-units.ts';
import { LogDrawing } from '../one-log/LogDrawing.tsx';
import { DataTable } from '../../../ui/table/DataTable.tsx';
import { bestKnown, cubicRows, type LogKey, logProblems, ruleRows, type TapedLog } from '../one-log/log-state.ts';
import { t, say } from '../../../messages/text.ts';
import { rich } from '../../../messages/rich.ts';
import { message } from '@arbolito/core/message';

const KEYS: readonly LogKey[] = ['length', 'butt', 'third', 'middle', 'top'];
const OPTIONAL: ReadonlySet<LogKey> = new Set<LogKey>(['butt', 'third', 'middle']);
const START: Readonly<Record<LogKey, string>> = { length: '4.9', butt: '41', third: '', middle: '38', top: '35.6' };
const SYSTEMS = {
  metric: message('results.cm-and-m', 'cm and m'),
  imperial: message('results.in-and-ft', 'in and ft'),
} as const;

const specsOf = ({ length, diameter }: WoodUnits): Readonly<Record<LogKey, QuantitySpec>> => {
  const of = (label: string): QuantitySpec => ({ label, unit: diameter, low: 1, high: diameter === 'cm' ? 250 : 100 });
  return {
    length: { label: t('results.length', 'length'), unit: length, low: 0.5, high: length === 'm' ? 30 : 100 },
    butt: of('butt'),
    third: of(t('results.a-third-of-the-length', 'a third of the length from the butt')),
    middle: of('middle'),
    top: of(t('results.top-small-end', 'top (small end)')),
  };
};

/** A log's figures live in the address, with the unit that they are in. */
function fromAddress(): { readonly system: UnitSystem; readonly texts: Readonly<Record<LogKey, string>> } {
  const query = new URLSearchParams(location.search);
  const isGiven = KEYS.some((key) => query.has(key));
  return {
    system: query.get('units') === 'imperial' ? 'imperial' : 'metric',
    texts: isGiven
      ? {
          length: '',
          butt: '',
          third: '',
          middle: '',
          top: '',
          ...Object.fromEntries(KEYS.map((key) => [key, (query.get(key) ?? '').slice(0, 20)])),
        }
      : START,
  };
}

/** One log as it was taped: by every rule for boards, by every way for its cubic content. */
export function OneLogPage() {
  const [{ system, texts }, setState] = useState(fromAddress);
  const units = WOOD_UNITS[system];
  const specs = specsOf(units);
  useEffect(() => {
    const query = new URLSearchParams({ units: system });
    for (const key of KEYS) if (texts[key] !== '') query.set(key, texts[key]);
    history.replaceState(null, '', `?${query.toString()}`);
  }, [system, texts]);

  const figure = (key: LogKey): number | null => {
    const isLeftOut = OPTIONAL.has(key) && texts[key].trim() === '';
    const read = isLeftOut ? null : parseQuantity(specs[key], texts[key]);
    if (read === null) return null;
    if (!('value' in read)) return NaN;
    return convert(
      read.value,
      specs[key].unit === units.length ? units.length : units.diameter,
      key === 'length' ? 'm' : 'cm',
    );
  };
  const taped = {
    lengthM: figure('length') ?? NaN,
    topCm: figure('top') ?? NaN,
    buttCm: figure('butt'),
    middleCm: figure('middle'),
    thirdCm: figure('third'),
  };
  const isRead = Object.values(taped).every((value) => value === null || !Number.isNaN(value));
  const log: TapedLog | null = isRead ? taped : null;
  const problems = log === null ? {} : logProblems(log);
  const isSound = log !== null && Object.keys(problems).length === 0;
  const changeUnits = (next: UnitSystem): void => {
    const to = WOOD_UNITS[next];
    const converted = KEYS.map((key) => {
      const value = figure(key);
      if (value === null || Number.isNaN(value)) return [key, texts[key]];
      return [key, asTyped(key === 'length' ? to.lengthOf(value) : to.diameterOf(value))];
    });
    setState({ system: next, texts: Object.fromEntries(converted) as Record<LogKey, string> });
  };
  return (
    <div className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)] items-start gap-6 p-4 md:grid-cols-[20rem_minmax(0,1fr)] md:p-6">
      <section aria-label={t('results.log', 'Log')} className="grid gap-3">
        <Choice
          name={t('results.units', 'Units')}
          options={SYSTEMS}
          chosen={system}
          onChoose={(next) => {
            if (next !== system) changeUnits(next);
          }}
        />
        {KEYS.map((key) => (
          <NumberField
            key={key}
            spec={specs[key]}
            text={texts[key]}
            optional={OPTIONAL.has(key)}
            problem={problems[key] ?? null}
            onType={(text) => {
              setState({ system, texts: { ...texts, [key]: text } });
            }}
          />
        ))}
        <p className="text-quiet">
          {t(
            'results.diameters-under-bark-board-feet',
            'Diameters under bark. Board feet need the length and the top diameter. Leave a diameter empty if it was not measured: rules that need it are left out.',
          )}
        </p>
      </section>
      <section aria-label={t('results.contents', 'Contents')} className="grid min-w-0 gap-6">
        {isSound ? (
          <Holds log={log} units={units} />
        ) : (
          <p className="card p-5 text-lg">
            {Object.values(problems)[0] ?? t('results.fix-the-marked-field-first', 'Fix the marked field first.')}
          </p>
        )}
      </section>
    </div>
  );
}

function Holds({ log, units }: { readonly log: TapedLog; readonly units: WoodUnits }) {
  const rules = ruleRows(log);
  const cubic = cubicRows(log);
  const known = bestKnown(cubic);
  const { low: loose, high: tight } = SOLID_FT3_PER_CORD;
  const solidM3 = known?.volumeM3 ?? null;
  const cords = (solidFt3: number): number => cordsOf(solidM3 ?? NaN, solidFt3);
  return (
    <>
      <LogDrawing log={log} units={units} />
      <DataTable
        caption={
          <span className="text-xl font-bold">
            {t('results.board-feet-from-top-diameter', 'Board feet, from top diameter and length')}
          </span>
        }
        rows={rules}
        keyOf={({ id }) => id}
        rowProps={({ id }) => ({ 'data-testid': `rule-${id}` })}
        columns={[
          {
            id: 'rule',
            head: t('results.head.rule', 'rule'),
            kind: 'row-head',
            cell: ({ name, doubt }) => (
              <>
                {say(name)}
                {doubt !== null && <span className="block font-normal text-paint-ink">{say(doubt)}</span>}
              </>
            ),
          },
          {
            id: 'scaled',
            head: t('results.by-rule', 'by rule'),
            kind: 'number',
            cellClassName: 'text-lg font-bold',
            cell: ({ scaled }) => printRounded(scaled, 0),
          },
          {
            id: 'formula',
            head: t('results.by-formula', 'by formula'),
            kind: 'number',
            cell: ({ boardFeet }) => printRounded(boardFeet, 2),
          },
        ]}
      />
      <DataTable
        caption={<span className="text-xl font-bold">{t('results.cubic-volume', 'Cubic volume')}</span>}
        rows={cubic}
        keyOf={({ name }) => name}
        columns={[
          { id: 'way', head: t('results.head.way', 'way'), kind: 'row-head', cell: ({ name }) => name },
          {
            id: 'from',
            head: t('results.head.from', 'from'),
            className: 'hidden sm:table-cell',
            cell: ({ from }) => from,
          },
          {
            id: 'volume',
            head: units.volume,
            kind: 'number',
            cell: ({ volumeM3 }) =>
              volumeM3 === null ? t('results.not-measured', 'not measured') : units.printVolume(volumeM3),
          },
        ]}
      />
      {known !== null && (
        <p className="text-lg">
          {rich(
            'results.stacked-with-similar-logs-after',
            'Stacked with similar logs, after {name}: {tight} to {loose} cords, {tight2} to {loose2} steres. <span>A cord of 128 ft³ contains {loose3} to {tight3} ft³ of wood, depending on bark, length and stacking.</span>',
            {
              name: known.name,
              tight: printRounded(cords(tight), 3),
              loose: printRounded(cords(loose), 3),
              tight2: printRounded(cords(tight) * STERES_PER_CORD, 2),
              loose2: printRounded(cords(loose) * STERES_PER_CORD, 2),
              loose3: loose,
              tight3: tight,
              span: (chunks) => <span className="text-quiet">{chunks}</span>,
            },
          )}
        </p>
      )}
      <p className="text-quiet">
        {t(
          'results.log-rules-after-freese-1974',
          'Log rules after Freese 1974, A collection of log rules; cubic formulas after Prodan 1965, Holzmesslehre. A scale estimates what can be sawn, not what a mill pays.',
        )}
      </p>
    </>
  );
}
