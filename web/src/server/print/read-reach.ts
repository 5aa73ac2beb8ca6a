import { STICK_REACH_LIMITS_CM } from '@arbolito/core/diameter';
import { convert, readQuantity, type UnitSystem } from '@arbolito/core/units';
import { t } from '../../messages/text.ts';
import type { Text } from '@arbolito/core/message';

export type ReadReach =
  | { readonly reachCm: number; readonly system: UnitSystem; readonly problem: null }
  | { readonly reachCm: null; readonly system: UnitSystem; readonly problem: Text };

/** The reach that a stick is asked for, from the query `?reach=63.5&units=metric`. */
export function readReach(query: URLSearchParams): ReadReach {
  const system = query.get('units') === 'imperial' ? 'imperial' : 'metric';
  const unit = system === 'metric' ? 'cm' : 'in';
  const read = readQuantity((query.get('reach') ?? '').slice(0, 40), { unit, units: ['cm', 'in', 'm'] });
  if (!read.ok) return { reachCm: null, system, problem: read.message };
  const reachCm = convert(read.value, read.unit, 'cm');
  const { low, high } = STICK_REACH_LIMITS_CM;
  if (!(reachCm >= low && reachCm <= high))
    return {
      reachCm: null,
      system,
      problem: t('report.reach-must-be-to-cm', 'Reach must be {low} to {high} cm (18 to 35 in).', { low, high }),
    };
  return { reachCm, system, problem: null };
}
