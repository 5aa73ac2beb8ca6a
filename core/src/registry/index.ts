import type { Measure, Method } from '../method/index.ts';
import { registryConflicts } from './conflicts.ts';

/**
 * Every file in a `methods/` folder of this package that exports `method`. The bundler finds them, so that a new method
 * is one new file and nothing else.
 */
const found = import.meta.glob<Method>(['../*/methods/*.ts', '!../*/methods/*.test.ts'], {
  eager: true,
  import: 'method',
});

/** All methods, in the order in which they are offered. */
export const METHODS: readonly Method[] = Object.values(found).sort(
  (a, b) => a.description.order - b.description.order || a.description.id.localeCompare(b.description.id, 'en'),
);

// A method that shadows another one must not reach a user: the application does not start.
const conflicts = registryConflicts(METHODS.map(({ description }) => description));
if (conflicts.length > 0) throw new Error(`Methods conflict. ${conflicts.join(' ')}`);

export const methodsFor = (measure: Measure): readonly Method[] =>
  METHODS.filter((method) => method.description.measure === measure);

/** The method with that identifier, or null where there is none. */
export const findMethod = (id: string): Method | null => METHODS.find((method) => method.description.id === id) ?? null;

/**
 * The method offered first for a measure.
 *
 * @throws RangeError when the package holds none
 */
export function defaultMethod(measure: Measure): Method {
  const [first] = methodsFor(measure);
  if (first === undefined) throw new RangeError(`no method for ${measure}`);
  return first;
}
