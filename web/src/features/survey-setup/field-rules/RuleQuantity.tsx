import { useState } from 'react';
import { convert, printAsRead, readQuantity, type UnitId, type UnitSystem } from '@arbolito/core/units';
import { say } from '../../../messages/text.ts';
import { RuleProblem } from './RuleProblem.tsx';

/** What a field takes: the unit that the rules keep it in, that of the survey, and those that may be typed. */
const QUANTITIES = {
  diameter: { kept: 'cm', metric: 'cm', imperial: 'in', units: ['cm', 'mm', 'in'] },
  length: { kept: 'm', metric: 'm', imperial: 'ft', units: ['m', 'cm', 'ft', 'in'] },
} as const satisfies Record<
  string,
  { readonly kept: UnitId; readonly metric: UnitId; readonly imperial: UnitId; readonly units: readonly UnitId[] }
>;

/** A diameter or a length of the rules, typed in the unit of the survey and kept in cm or m. */
export function RuleQuantity({
  of,
  label,
  value,
  system,
  problem,
  id,
  isOptional = false,
  onValue,
}: {
  readonly of: keyof typeof QUANTITIES;
  readonly label: string;
  /** In cm or m; undefined for an empty field. */
  readonly value: number | undefined;
  readonly system: UnitSystem;
  readonly problem: string | undefined;
  readonly id: string;
  readonly isOptional?: boolean;
  /** Told each value that can be read; undefined where an optional field is cleared. */
  readonly onValue: (value: number | undefined) => void;
}) {
  const { kept, units, [system]: unit } = QUANTITIES[of];
  const [text, setText] = useState(
    value === undefined ? '' : printAsRead(Number(convert(value, kept, unit).toFixed(2))),
  );
  const isEmpty = isOptional && text.trim() === '';
  const read = readQuantity(text, { unit, units });
  const words = isEmpty || read.ok ? problem : read.message;
  return (
    <div className="grid gap-0.5">
      <label className="flex items-center gap-2">
        <span>{label}</span>
        <input
          className="field figures !w-24"
          inputMode="decimal"
          value={text}
          aria-invalid={words !== undefined}
          aria-describedby={`${id}-problem`}
          onChange={(event) => {
            setText(event.target.value);
            const next = readQuantity(event.target.value, { unit, units });
            if (next.ok) onValue(convert(next.value, next.unit, kept));
            else if (isOptional && event.target.value.trim() === '') onValue(undefined);
          }}
        />
        <span className="text-quiet">{unit}</span>
      </label>
      <RuleProblem id={`${id}-problem`} words={say(words)} />
    </div>
  );
}
