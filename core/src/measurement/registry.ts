import { registryConflicts } from './conflicts.ts';
import type { Measure, Method } from './description.ts';

/** All methods, found by measure or by identifier. */
export interface MethodRegistry {
  /** In the order in which they are offered. */
  readonly methods: readonly Method[];
  readonly methodsFor: (measure: Measure) => readonly Method[];
  /** The method with that identifier, or null where there is none. */
  readonly findMethod: (id: string) => Method | null;
  /** The method offered first for a measure. Throws a RangeError where there is none. */
  readonly defaultMethod: (measure: Measure) => Method;
}

/**
 * Makes a registry of methods.
 *
 * @param list methods in any order
 * @returns the registry, its methods ordered by `order` and then by identifier
 * @throws Error that names both methods when two share an id, a reading key, a keyboard key or a call-out word, or one
 *   takes a key of the sheet
 * @example createRegistry([twoAngles, stickRatio]).defaultMethod('height') // two angles
 */
export function createRegistry(list: readonly Method[]): MethodRegistry {
  const methods = [...list].sort(
    (a, b) => a.description.order - b.description.order || a.description.id.localeCompare(b.description.id, 'en'),
  );
  const conflicts = registryConflicts(methods.map(({ description }) => description));
  if (conflicts.length > 0) throw new Error(`Methods conflict. ${conflicts.join(' ')}`);
  const byId = new Map(methods.map((method) => [method.description.id, method]));
  const methodsFor = (measure: Measure): readonly Method[] =>
    methods.filter((method) => method.description.measure === measure);
  return {
    methods,
    methodsFor,
    findMethod: (id) => byId.get(id) ?? null,
    defaultMethod: (measure) => {
      const [first] = methodsFor(measure);
      if (first === undefined) throw new RangeError(`no method for ${measure}`);
      return first;
    },
  };
}
