import { emptyForm, evaluateForm, type FormProtocol } from '@arbolito/core/callout';
import type { MethodDescription } from '@arbolito/core/measurement';
import { printAsRead } from '@arbolito/core/units';
import { type Estimate, estimateOf } from '@arbolito/core/uncertainty';
import type { TreeForm } from '@arbolito/core/callout';
import type { TreeResult } from '@arbolito/core/tree';

/** The dbh of the tree on which a height is shown, cm. */
const DBH_CM = '34.5';

interface MethodExample {
  readonly form: TreeForm;
  readonly result: TreeResult;
  /** What the method makes of its example readings. */
  readonly estimate: Estimate | null;
}

/** A tree on which a method has been used with the readings of its example. */
export function methodExample({ id, measure, example }: MethodDescription, protocol: FormProtocol): MethodExample {
  const entries = Object.fromEntries(
    Object.entries(example).map(([key, { value, unit }]) => [key, { text: printAsRead(value), unit }]),
  );
  const empty = emptyForm();
  const form: TreeForm = {
    ...empty,
    ...(measure === 'diameter'
      ? {}
      : { diameter: { methodId: 'diameter.tape', entries: { diameter: { text: DBH_CM, unit: 'cm' } } } }),
    [measure]: { methodId: id, entries },
  };
  const result = evaluateForm(form, protocol);
  const outcome =
    measure === 'diameter'
      ? (result.stems[0]?.diameter ?? null)
      : measure === 'point'
        ? (result.stems[0]?.point ?? null)
        : measure === 'height'
          ? (result.heights.heights[0]?.outcome ?? null)
          : null;
  return { form, result, estimate: outcome === null ? null : estimateOf(outcome) };
}
