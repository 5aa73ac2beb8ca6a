import { emptyForm, evaluateForm, type FormProtocol, type TreeForm } from '@arbolito/core/callout';
import type { MethodDescription } from '@arbolito/core/measurement';
import { printAsRead } from '@arbolito/core/units';
import type { TreeResult } from '@arbolito/core/tree';

/** The dbh of the tree on which a height is shown, cm. */
const DBH_CM = '34.5';

interface MethodExample {
  readonly form: TreeForm;
  readonly result: TreeResult;
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
  return { form, result: evaluateForm(form, protocol) };
}
