import { useState } from 'react';
import { X } from 'lucide-react';
import { otherWord, readOther } from '@arbolito/core/callout';
import type { Text } from '@arbolito/core/message';
import { findMethod } from '@arbolito/core/methods';
import { OTHER_DIAMETER_METHODS, type OtherDiameterMethod } from '@arbolito/core/protocol';
import type { ComparedDiameter } from '@arbolito/core/tree';
import { estimateOf } from '@arbolito/core/uncertainty';
import { convert, printRounded, printStandardError, type UnitSystem } from '@arbolito/core/units';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { localFigure } from '../../../messages/figures.ts';
import { say, t } from '../../../messages/text.ts';
import type { SheetProps } from '../sheet/sheet-props.ts';

const nameOf = (method: OtherDiameterMethod): string => say(findMethod(method)?.description.name ?? method);

/** Takes one more diameter of the same stem. */
function AddOther({ view, store, onTouched }: SheetProps) {
  const [method, setMethod] = useState<OtherDiameterMethod>('diameter.caliper');
  const [texts, setTexts] = useState<readonly string[]>(['', '']);
  const [observer, setObserver] = useState('');
  const [problem, setProblem] = useState<Text | null>(null);
  const specs = findMethod(method)?.description.readings ?? [];
  const { unitSystem } = view;
  const add = (): void => {
    const read = readOther(otherWord(method, texts.slice(0, specs.length), observer), unitSystem);
    if (read?.ok !== true) {
      setProblem(read?.problem ?? t('tree-sheet.other-needs', 'Enter the reading as a number, such as 35.1.'));
      return;
    }
    const { otherDiameters = [] } = view.draft.notes ?? {};
    store.setNotes({ otherDiameters: [...otherDiameters, read.other] });
    onTouched();
    setTexts(['', '']);
    setProblem(null);
  };
  const onEnter = (event: React.KeyboardEvent): void => {
    if (event.key === 'Enter') add();
  };
  return (
    <fieldset className="grid gap-2">
      <legend className="font-bold">{t('tree-sheet.add-other-diameter', 'Measure dbh again')}</legend>
      <select
        className="field"
        aria-label={t('tree-sheet.other-instrument', 'by')}
        value={method}
        onChange={(event) => {
          setMethod(OTHER_DIAMETER_METHODS.find((each) => each === event.target.value) ?? method);
          setTexts(['', '']);
        }}
      >
        {OTHER_DIAMETER_METHODS.map((id) => (
          <option key={id} value={id}>
            {nameOf(id)}
          </option>
        ))}
      </select>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(7rem,1fr))] gap-2">
        {specs.map((spec, i) => (
          <label key={spec.key}>
            <span className="text-quiet">
              {t('tree-sheet.upper-reading', '{label}, {unit}', {
                label: spec.label,
                unit: spec.defaultUnit[unitSystem] === 'one' ? '×' : spec.defaultUnit[unitSystem],
              })}
            </span>
            <input
              className="field figures"
              inputMode="decimal"
              autoComplete="off"
              value={texts[i] ?? ''}
              onKeyDown={onEnter}
              onChange={(event) => {
                setTexts(texts.with(i, event.target.value));
              }}
            />
          </label>
        ))}
        <label>
          <span className="text-quiet">{t('tree-sheet.other-observer', 'observer, if another')}</span>
          <input
            className="field"
            autoComplete="off"
            maxLength={60}
            value={observer}
            onKeyDown={onEnter}
            onChange={(event) => {
              setObserver(event.target.value);
            }}
          />
        </label>
      </div>
      {problem !== null && <FieldError id="other-problem">{say(problem)}</FieldError>}
      <p>
        <button type="button" className="btn" onClick={add}>
          {t('tree-sheet.add-diameter', 'Add diameter')}
        </button>
      </p>
    </fieldset>
  );
}

/** A second diameter as a figure, and how far it is from the first. */
function figuresOf({ outcome, difference }: ComparedDiameter, system: UnitSystem): string {
  const own = estimateOf(outcome);
  if (own === null) return '—';
  const unit = system === 'metric' ? 'cm' : 'in';
  const shown = (cm: number, se: number): string =>
    localFigure(`${printRounded(convert(cm, 'cm', unit), 1)} ± ${printStandardError(convert(se, 'cm', unit))} ${unit}`);
  const figure = shown(own.value, own.standardError);
  return difference === null
    ? figure
    : t('tree-sheet.other-figures', '{figure} (difference {difference})', {
        figure,
        difference: shown(difference.valueCm, difference.standardErrorCm),
      });
}

/** Diameters of the stem by other instruments or people, each with its difference to the first. */
export function OtherDiameters(props: SheetProps) {
  const { view, store, onTouched } = props;
  const { otherDiameters = [] } = view.draft.notes ?? {};
  const compared = view.reckoned.otherDiameters;
  return (
    <>
      {otherDiameters.length > 0 && (
        <ul className="grid gap-1">
          {otherDiameters.map((other, i) => {
            const name =
              other.observer === undefined ? nameOf(other.method) : `${nameOf(other.method)}, ${other.observer}`;
            const own = compared[i];
            return (
              <li key={`${other.method} ${String(i)}`} className="flex items-center gap-2 border-t border-line">
                <span className="grow">
                  {name}
                  {own?.counts === true && <strong> {t('tree-sheet.other-counts', '(counts)')}</strong>}
                </span>
                <span className="figures text-right">{own === undefined ? '—' : figuresOf(own, view.unitSystem)}</span>
                <button
                  type="button"
                  className="grid min-h-11 min-w-11 place-content-center"
                  aria-label={t('tree-sheet.remove', 'Remove {name}', { name })}
                  onClick={() => {
                    store.setNotes({ otherDiameters: otherDiameters.filter((_each, at) => at !== i) });
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
      <AddOther {...props} />
    </>
  );
}
