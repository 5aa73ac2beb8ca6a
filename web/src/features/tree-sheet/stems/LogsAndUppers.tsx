import { useState } from 'react';
import { Minus, Plus, X } from 'lucide-react';
import { readUpper, upperWord } from '@arbolito/core/callout';
import { LOG_RULES } from '@arbolito/core/log-rules';
import { message, type Text } from '@arbolito/core/message';
import { findMethod } from '@arbolito/core/methods';
import { USUAL_LOGS } from '@arbolito/core/protocol';
import type { StemVolumeWay } from '@arbolito/core/taper';
import { NOTE_LIMITS, UPPER_DIAMETER_METHODS, type UpperDiameterMethod } from '@arbolito/core/tree';
import { convert, printRounded, printStandardError, readQuantity, type UnitSystem } from '@arbolito/core/units';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { localFigure } from '../../../messages/figures.ts';
import { say, t } from '../../../messages/text.ts';
import type { SheetProps } from '../sheet/sheet-props.ts';
import { TreePlaceFields } from './TreePlaceFields.tsx';

const WAYS: Readonly<Record<StemVolumeWay, Text>> = {
  newton: 'Newton',
  huber: 'Huber',
  smalian: 'Smalian',
  sections: message('tree-sheet.way.sections', 'piece by piece (Smalian)'),
  taper: message('tree-sheet.way.taper', 'curve through all diameters'),
};

const lengthUnit = (system: UnitSystem) => (system === 'metric' ? 'm' : 'ft');
const lengthText = (metres: number, system: UnitSystem): string =>
  `${printRounded(convert(metres, 'm', lengthUnit(system)), 1)} ${lengthUnit(system)}`;

/** The number of logs in halves, by two large keys. */
function LogStepper({ view, store, onTouched }: SheetProps) {
  const { logs } = view.draft.notes ?? {};
  const step = (by: number): void => {
    const next = (logs ?? 0) + by;
    store.setNotes({ logs: next < NOTE_LIMITS.logs.low ? undefined : Math.min(NOTE_LIMITS.logs.high, next) });
    onTouched();
  };
  return (
    <div role="group" aria-label={t('tree-sheet.logs', 'logs')} className="flex items-center gap-2">
      <span>{t('tree-sheet.logs', 'logs')}</span>
      <button
        type="button"
        className="btn"
        aria-label={t('tree-sheet.half-log-less', 'half a log less')}
        disabled={logs === undefined}
        onClick={() => {
          step(-0.5);
        }}
      >
        <Minus aria-hidden="true" size={20} />
      </button>
      <output className="figures min-w-12 text-center text-2xl font-bold">
        {logs === undefined ? '—' : localFigure(String(logs))}
      </output>
      <button
        type="button"
        className="btn"
        aria-label={t('tree-sheet.half-log-more', 'half a log more')}
        onClick={() => {
          step(0.5);
        }}
      >
        <Plus aria-hidden="true" size={20} />
      </button>
    </div>
  );
}

/** The merchantable length, typed in the unit of the sheet or with its own. */
function MerchantableField({ view, store, onTouched }: SheetProps) {
  const unit = lengthUnit(view.unitSystem);
  const { merchantableM } = view.draft.notes ?? {};
  const known = merchantableM === undefined ? '' : String(Number(convert(merchantableM, 'm', unit).toFixed(2)));
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<Text | null>(null);
  const take = (text: string): void => {
    setTyped(text);
    if (text.trim() === '') {
      setProblem(null);
      store.setNotes({ merchantableM: undefined });
      return;
    }
    const read = readQuantity(text, { unit, units: ['m', 'ft'] });
    const metres = read.ok ? convert(read.value, read.unit, 'm') : NaN;
    const { low, high } = NOTE_LIMITS.merchantableM;
    const isRight = metres >= low && metres <= high;
    setProblem(
      isRight
        ? null
        : t('tree-sheet.merchantable-must-be', 'Merchantable length must be {low} to {high}.', {
            low: lengthText(low, view.unitSystem),
            high: lengthText(high, view.unitSystem),
          }),
    );
    if (isRight) store.setNotes({ merchantableM: metres });
    onTouched();
  };
  return (
    <div>
      <label className="flex flex-wrap items-center gap-2">
        {t('tree-sheet.merchantable-length', 'or merchantable length above the stump')}
        <input
          className="field figures !w-24"
          inputMode="decimal"
          autoComplete="off"
          value={typed ?? known}
          aria-invalid={problem !== null}
          aria-describedby={problem === null ? undefined : 'merchantable-problem'}
          onChange={(event) => {
            take(event.target.value);
          }}
          onBlur={() => {
            if (problem === null) setTyped(null);
          }}
        />
        {unit}
      </label>
      {problem !== null && <FieldError id="merchantable-problem">{say(problem)}</FieldError>}
    </div>
  );
}

/** What the logs come to. */
function LogsResult({ view }: SheetProps) {
  const { logs } = view.reckoned;
  if (logs === null) return null;
  const settings = view.settings.logs ?? USUAL_LOGS;
  const { boardFeet } = logs;
  return (
    <p role="status">
      <strong className="figures">
        {t('tree-sheet.logs-of', '{logs} logs of {length}', {
          logs: localFigure(String(logs.logs)),
          length: lengthText(settings.logLengthM, view.unitSystem),
        })}
      </strong>
      {boardFeet !== null && (
        <>
          {', '}
          <span className="figures whitespace-nowrap">
            {t('tree-sheet.board-feet', '{value} ± {error} bf', {
              value: localFigure(printRounded(boardFeet.value, 0)),
              error: localFigure(printStandardError(boardFeet.standardError)),
            })}
          </span>{' '}
          <span className="text-quiet">
            {t('tree-sheet.board-feet-by', '({rule}, form class {formClass})', {
              rule: LOG_RULES[settings.rule].name,
              formClass: String(settings.formClass),
            })}
          </span>
          {boardFeet.beyond.length > 0 && (
            <span className="block text-quiet">
              {t('tree-sheet.beyond-the-table', 'Outside the published table: scaled log by log along a taper.')}
            </span>
          )}
        </>
      )}
    </p>
  );
}

const NOTHING_TYPED = ['', ''] as const;

/** Takes one more upper diameter. */
function AddUpper({ view, store, onTouched }: SheetProps) {
  const [method, setMethod] = useState<UpperDiameterMethod>('diameter.tape');
  const [height, setHeight] = useState('');
  const [texts, setTexts] = useState<readonly string[]>(NOTHING_TYPED);
  const [problem, setProblem] = useState<Text | null>(null);
  const specs = findMethod(method)?.description.readings ?? [];
  const { unitSystem } = view;
  const add = (): void => {
    const read = readUpper(upperWord(method, texts.slice(0, specs.length), height), unitSystem);
    if (read?.ok !== true) {
      setProblem(
        read?.problem ?? t('tree-sheet.upper-needs', 'Enter the height and the diameter as numbers, such as 5 and 32.'),
      );
      return;
    }
    const { upperDiameters = [] } = view.draft.notes ?? {};
    store.setNotes({ upperDiameters: [...upperDiameters, read.upper] });
    onTouched();
    setHeight('');
    setTexts(NOTHING_TYPED);
    setProblem(null);
  };
  return (
    <fieldset className="grid gap-2">
      <legend className="font-bold">{t('tree-sheet.add-upper', 'Add an upper diameter')}</legend>
      <select
        className="field"
        aria-label={t('tree-sheet.upper-instrument', 'instrument')}
        value={method}
        onChange={(event) => {
          setMethod(UPPER_DIAMETER_METHODS.find((each) => each === event.target.value) ?? method);
          setTexts(NOTHING_TYPED);
        }}
      >
        {UPPER_DIAMETER_METHODS.map((id) => (
          <option key={id} value={id}>
            {say(findMethod(id)?.description.name ?? id)}
          </option>
        ))}
      </select>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(7rem,1fr))] gap-2">
        <label>
          <span className="text-quiet">
            {t('tree-sheet.upper-height', 'height, {unit}', { unit: lengthUnit(unitSystem) })}
          </span>
          <input
            className="field figures"
            inputMode="decimal"
            autoComplete="off"
            value={height}
            onChange={(event) => {
              setHeight(event.target.value);
            }}
          />
        </label>
        {specs.map((spec, i) => (
          <label key={spec.key}>
            <span className="text-quiet">
              {t('tree-sheet.upper-reading', '{label}, {unit}', {
                label: specs.length === 1 ? t('tree-sheet.upper-diameter', 'diameter') : spec.label,
                unit: spec.defaultUnit[unitSystem] === 'one' ? '×' : spec.defaultUnit[unitSystem],
              })}
            </span>
            <input
              className="field figures"
              inputMode="decimal"
              autoComplete="off"
              value={texts[i] ?? ''}
              onChange={(event) => {
                setTexts(texts.with(i, event.target.value));
              }}
              onKeyDown={(event) => {
                if (event.key === 'Enter') add();
              }}
            />
          </label>
        ))}
      </div>
      {problem !== null && <FieldError id="upper-problem">{say(problem)}</FieldError>}
      <p>
        <button type="button" className="btn" onClick={add}>
          {t('tree-sheet.add-diameter', 'Add diameter')}
        </button>
      </p>
    </fieldset>
  );
}

/** The upper diameters of the tree, and the volumes between the lowest and the highest. */
function Uppers({ view, store, onTouched }: SheetProps) {
  const { upperDiameters = [] } = view.draft.notes ?? {};
  const { uppers, stemVolumes } = view.reckoned;
  const isMetric = view.unitSystem === 'metric';
  const volumeUnit = isMetric ? 'm3' : 'ft3';
  const inVolume = (m3: number): number => convert(m3, 'm3', volumeUnit);
  const diameter = (cm: number): string =>
    `${printRounded(convert(cm, 'cm', isMetric ? 'cm' : 'in'), 1)} ${isMetric ? 'cm' : 'in'}`;
  const decimals = isMetric ? 3 : 1;
  return (
    <>
      {upperDiameters.length > 0 && (
        <ul className="grid gap-1">
          {upperDiameters.map(({ height, method }, i) => {
            const heightM = convert(height.value, height.unit, 'm');
            const figure = uppers.find((each) => each.heightM === heightM && each.method === method);
            const name = t('tree-sheet.upper-at', 'Diameter at {height}', {
              height: lengthText(heightM, view.unitSystem),
            });
            return (
              <li
                key={`${String(heightM)} ${method} ${String(i)}`}
                className="flex items-center gap-2 border-t border-line"
              >
                <span className="grow">{name}</span>
                <span className="figures whitespace-nowrap">
                  {figure === undefined
                    ? '—'
                    : localFigure(
                        `${diameter(figure.diameterCm)} ± ${printStandardError(convert(figure.diameterErrorCm, 'cm', isMetric ? 'cm' : 'in'))}`,
                      )}
                </span>
                <button
                  type="button"
                  className="grid min-h-11 min-w-11 place-content-center"
                  aria-label={t('tree-sheet.remove', 'Remove {name}', { name })}
                  onClick={() => {
                    store.setNotes({ upperDiameters: upperDiameters.filter((_each, at) => at !== i) });
                    onTouched();
                  }}
                >
                  <X aria-hidden="true" size={20} />
                </button>
              </li>
            );
          })}
        </ul>
      )}
      {stemVolumes !== null && (
        <div className="overflow-x-auto">
          <table className="w-full">
            <caption className="text-left font-bold">
              {t('tree-sheet.stem-volume-between', 'Volume of the stem from {from} to {to}', {
                from: lengthText(stemVolumes.fromM, view.unitSystem),
                to: lengthText(stemVolumes.toM, view.unitSystem),
              })}
            </caption>
            <tbody>
              {stemVolumes.volumes.map(({ way, volumeM3, standardErrorM3 }) => (
                <tr key={way} className="border-t border-line">
                  <th scope="row" className="text-left font-normal">
                    {say(WAYS[way])}
                  </th>
                  <td className="figures text-right whitespace-nowrap">
                    {localFigure(printRounded(inVolume(volumeM3), decimals))} ±{' '}
                    {localFigure(printStandardError(inVolume(standardErrorM3)))} {isMetric ? 'm³' : 'ft³'}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {!stemVolumes.isMiddleMeasured && (
            <p className="text-quiet">
              {t(
                'tree-sheet.middle-not-measured',
                'Middle diameter {diameter}, read off the curve: it was not measured.',
                {
                  diameter: diameter(stemVolumes.middleCm),
                },
              )}
            </p>
          )}
          <p className="text-quiet">
            {view.settings.upperDiametersCount === true
              ? t('tree-sheet.uppers-count', 'The volume of this tree runs through these diameters.')
              : t('tree-sheet.uppers-do-not-count', 'The volume of this tree is by the survey’s method.')}
          </p>
        </div>
      )}
    </>
  );
}

/** What is in the stem, its logs and board feet and diameters further up, and where the tree stands. */
export function LogsAndUppers(props: SheetProps) {
  return (
    <section aria-label={t('tree-sheet.logs-and-uppers', 'Logs, upper diameters, position')} className="grid gap-3">
      <LogStepper {...props} />
      <MerchantableField {...props} />
      <LogsResult {...props} />
      <Uppers {...props} />
      <AddUpper {...props} />
      <TreePlaceFields {...props} />
    </section>
  );
}
