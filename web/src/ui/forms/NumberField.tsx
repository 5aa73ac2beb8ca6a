import { useId } from 'react';
import { FieldError } from './FieldError.tsx';
import { type QuantitySpec, parseQuantity } from './quantity.ts';
import { say } from '../../messages/text.ts';

const UNIT_WORDS = { m: 'm', cm: 'cm', ft: 'ft', in: 'in', pct: '%', deg: '°', one: '' } as const;

interface NumberFieldProps {
  readonly spec: QuantitySpec;
  readonly text: string;
  readonly onType: (text: string) => void;
  /** May be left empty. */
  readonly optional?: boolean;
  /** Said at the field in place of what the figure's own limits say. */
  readonly problem?: string | null;
}

/** A figure with its name, its unit and what is wrong with it. */
export function NumberField({ spec, text, onType, optional = false, problem: given }: NumberFieldProps) {
  const id = useId();
  const read = optional && text.trim() === '' ? null : parseQuantity(spec, text);
  const problem = given ?? (read !== null && 'problem' in read ? read.problem : null);
  return (
    <div className="grid content-start gap-0.5">
      <label className="flex items-center gap-2">
        <span>{say(spec.label)}</span>
        <input
          className="field figures ml-auto !w-24"
          inputMode="decimal"
          autoComplete="off"
          value={text}
          aria-invalid={problem !== null}
          aria-describedby={problem === null ? undefined : id}
          onChange={(event) => {
            onType(event.target.value);
          }}
        />
        <span className="w-5 text-quiet">{UNIT_WORDS[spec.unit]}</span>
      </label>
      {problem !== null && (
        <FieldError id={id} className="max-w-80 text-sm">
          {say(problem)}
        </FieldError>
      )}
    </div>
  );
}
