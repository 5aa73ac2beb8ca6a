import { useState } from 'react';
import { X } from 'lucide-react';
import { readUpper, upperWord } from '@arbolito/core/callout';
import { message, type Text } from '@arbolito/core/message';
import { findMethod } from '@arbolito/core/methods';
import type { StemVolumeWay } from '@arbolito/core/taper';
import { UPPER_DIAMETER_METHODS, type UpperDiameterMethod } from '@arbolito/core/tree';
import { convert, printRounded, printStandardError } from '@arbolito/core/units';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { localFigure } from '../../../messages/figures.ts';
import { say, t } from '../../../messages/text.ts';
import type { SheetProps } from '../sheet/sheet-props.ts';
import { lengthText, lengthUnit } from './stem-lengths.ts';

const WAYS: Readonly<Record<StemVolumeWay, Text>> = {
  newton: 'Newton',
  huber: 'Huber',
  smalian: 'Smalian',
  sections: message('tree-sheet.way.sections', 'piece by piece (Smalian)'),
  taper: message('tree-sheet.way.taper', 'curve through all diameters'),
};

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
  const diameterUnit = isMetric ? 'cm' : 'in';
  const inDiameter = (cm: number): number => convert(cm, 'cm', diameterUnit);
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
                        `${printRounded(inDiameter(figure.diameterCm), 1)} ± ${printStandardError(inDiameter(figure.diameterErrorCm))} ${diameterUnit}`,
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
                  diameter: localFigure(`${printRounded(inDiameter(stemVolumes.middleCm), 1)} ${diameterUnit}`),
                },
              )}
            </p>
          )}
          <p className="text-quiet">
            {view.settings.upperDiametersCount === true
              ? t('tree-sheet.uppers-count', 'The volume of this tree uses these diameters.')
              : t('tree-sheet.uppers-do-not-count', 'The volume of this tree uses the survey’s method.')}
          </p>
        </div>
      )}
    </>
  );
}

/** Diameters further up the stem: those that were taken, and one more. */
export const UpperDiameters = (props: SheetProps) => (
  <>
    <Uppers {...props} />
    <AddUpper {...props} />
  </>
);
