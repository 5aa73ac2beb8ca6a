import { type ComponentProps, type ReactNode, useId } from 'react';
import { FieldError } from './FieldError.tsx';
import { say } from '../../messages/text.ts';
import type { Text } from '@arbolito/core/message';

export interface FieldProps {
  readonly label: ReactNode;
  /** What to enter, with an example. */
  readonly hint?: ReactNode;
  /** What is wrong, as a sentence. */
  readonly error?: string | null | undefined;
  /** Made by the field where left out. */
  readonly id?: string | undefined;
}

/** What ties an input to its label, hint and error. */
export type Wiring = Required<Pick<ComponentProps<'input'>, 'id' | 'aria-invalid'>> & {
  readonly 'aria-describedby': string | undefined;
};

/** An input with its label above it, and below it a hint and what is wrong. */
export function Field({
  label,
  hint,
  error,
  id: given,
  children,
}: FieldProps & { readonly children: (wiring: Wiring) => ReactNode }) {
  const made = useId();
  const id = given ?? made;
  const hasError = error !== undefined && error !== null && error !== '';
  const described = [...(hasError ? [`${id}-error`] : []), ...(hint === undefined ? [] : [`${id}-hint`])].join(' ');
  return (
    <div className="grid content-start gap-1">
      <label htmlFor={id} className="font-semibold">
        {label}
      </label>
      {children({ id, 'aria-invalid': hasError, 'aria-describedby': described === '' ? undefined : described })}
      {hint !== undefined && (
        <p id={`${id}-hint`} className="text-[0.95rem] text-quiet">
          {hint}
        </p>
      )}
      {hasError && <FieldError id={`${id}-error`}>{error}</FieldError>}
    </div>
  );
}

/** Text of one line. */
export const TextField = ({
  label,
  hint,
  error,
  id,
  className = '',
  ...input
}: FieldProps & ComponentProps<'input'>) => (
  <Field label={label} hint={hint} error={error} id={id}>
    {(wiring) => <input autoComplete="off" {...input} {...wiring} className={`field ${className}`} />}
  </Field>
);

/** Text of several lines. */
export const TextAreaField = ({
  label,
  hint,
  error,
  id,
  className = '',
  ...input
}: FieldProps & ComponentProps<'textarea'>) => (
  <Field label={label} hint={hint} error={error} id={id}>
    {(wiring) => <textarea {...input} {...wiring} className={`field ${className}`} />}
  </Field>
);

/** One of several, by value and words. */
export const SelectField = ({
  label,
  hint,
  error,
  id,
  options,
  className = '',
  ...select
}: FieldProps &
  Omit<ComponentProps<'select'>, 'children'> & { readonly options: readonly (readonly [string, Text])[] }) => (
  <Field label={label} hint={hint} error={error} id={id}>
    {(wiring) => (
      <select {...select} {...wiring} className={`field ${className}`}>
        {options.map(([value, words]) => (
          <option key={value} value={value}>
            {say(words)}
          </option>
        ))}
      </select>
    )}
  </Field>
);
