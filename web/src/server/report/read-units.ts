import type { UnitSystem } from '@arbolito/core/quantity';
import { Problem } from '../problem.ts';

/**
 * The system of units that an address asks for; the survey's own where it asks for none.
 *
 * @throws Problem 422 for anything else
 */
export function readUnits(url: URL, own: UnitSystem): UnitSystem {
  const asked = url.searchParams.get('units');
  if (asked === null) return own;
  if (asked === 'metric' || asked === 'imperial') return asked;
  throw new Problem('invalid', 'The units are metric or imperial.', {
    errors: [{ pointer: '/units', code: 'units', detail: 'units must be metric or imperial.' }],
  });
}
