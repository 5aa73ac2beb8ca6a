import { FieldError } from '../../../ui/forms/FieldError.tsx';

/** What is wrong with a value of the rules, if anything. */
export function RuleProblem({ id, words }: { readonly id: string; readonly words: string | undefined }) {
  return words === undefined ? null : <FieldError id={id}>{words}</FieldError>;
}
