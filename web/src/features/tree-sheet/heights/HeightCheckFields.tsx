import { useState } from 'react';
import { checkUnits, HEIGHT_CHECK_NAMES, methodOf, readCheckFigure } from '@arbolito/core/callout';
import type { Text } from '@arbolito/core/message';
import { HEIGHT_CHECK_IDS, type HeightCheck } from '@arbolito/core/tree';
import { convert } from '@arbolito/core/units';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { say, t } from '../../../messages/text.ts';
import type { SheetProps } from '../sheet/sheet-props.ts';
import type { SheetView } from '../store.ts';

/** Checks that help with a method: those of the crown and the distance where it sights the top, the reach where it has one. */
function checksFor({ draft }: SheetView): readonly HeightCheck[] {
  const keys = methodOf(draft, { measure: 'height', stem: 1 }).description.readings.map(({ key }) => key);
  const sights = keys.includes('top');
  return HEIGHT_CHECK_IDS.filter((check) => (check === 'reachCm' ? keys.includes('reach') : sights));
}

function CheckField({ check, view, store, onTouched }: SheetProps & { readonly check: HeightCheck }) {
  const { kept, typed: unit } = checkUnits(check, view.unitSystem);
  const { checks = {} } = view.draft.notes ?? {};
  const own = checks[check];
  const known = own === undefined ? '' : String(Number(convert(own, kept, unit).toFixed(2)));
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<Text | null>(null);
  const take = (text: string): void => {
    setTyped(text);
    onTouched();
    const { [check]: _before, ...others } = checks;
    const value = text.trim() === '' ? undefined : readCheckFigure(check, text, view.unitSystem);
    const isFigure = typeof value === 'number';
    setProblem(value === undefined || isFigure ? null : value);
    const next = isFigure ? { ...others, [check]: value } : others;
    if (isFigure || value === undefined) store.setNotes({ checks: Object.keys(next).length === 0 ? undefined : next });
  };
  return (
    <div>
      <label className="flex flex-wrap items-center justify-between gap-2">
        {t('tree-sheet.check-field', '{Name}, {unit}', { Name: HEIGHT_CHECK_NAMES[check], unit })}
        <input
          className="field figures !w-24"
          inputMode="decimal"
          autoComplete="off"
          value={typed ?? known}
          aria-invalid={problem !== null}
          aria-describedby={problem === null ? undefined : `check-${check}-problem`}
          onChange={(event) => {
            take(event.target.value);
          }}
          onBlur={() => {
            if (problem === null) setTyped(null);
          }}
        />
      </label>
      {problem !== null && <FieldError id={`check-${check}-problem`}>{say(problem)}</FieldError>}
    </div>
  );
}

/** Figures that check the height; each tells some reading errors from the others. */
export function HeightCheckFields(props: SheetProps) {
  const checks = checksFor(props.view);
  if (checks.length === 0) return null;
  return (
    <fieldset className="grid gap-1">
      <legend className="font-bold">{t('tree-sheet.check-the-height', 'Check the height (optional)')}</legend>
      {checks.map((check) => (
        <CheckField key={check} check={check} {...props} />
      ))}
    </fieldset>
  );
}
