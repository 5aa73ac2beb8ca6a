import type { UnitSystem } from '@arbolito/core/units';
import type { Report } from './report.ts';
import { Problem } from '../problem.ts';
import { t } from '../../messages/text.ts';

/**
 * The system of units that an address asks for; the survey's own where it asks for none.
 *
 * @throws Problem 422 for anything else
 */
export function readUnits(url: URL, own: UnitSystem): UnitSystem {
  const asked = url.searchParams.get('units');
  if (asked === null) return own;
  if (asked === 'metric' || asked === 'imperial') return asked;
  throw new Problem('invalid', t('report.units-must-be-metric-or', 'Units must be metric or imperial.'), {
    errors: [
      {
        pointer: '/units',
        code: 'units',
        detail: t('report.units-must-be-metric-or-imperial', 'units must be metric or imperial.'),
      },
    ],
  });
}

/**
 * The parts of a report that an address asks for; none where it asks for all.
 *
 * @throws Problem 422 for a part that the report has not
 */
export function readParts(url: URL, { parts }: Report): readonly string[] {
  const asked = url.searchParams.getAll('part');
  const known = parts.map(({ id }) => id);
  const stranger = asked.find((id) => !known.includes(id));
  if (stranger === undefined) return asked;
  throw new Problem(
    'invalid',
    t('report.this-report-has-no-part', 'This report has no part “{slice}”. It has {join}.', {
      slice: stranger.slice(0, 40),
      join: known.join(', '),
    }),
    {
      errors: [
        {
          pointer: '/part',
          code: 'part',
          detail: t('report.part-must-be-one-of', 'part must be one of {join}.', { join: known.join(', ') }),
        },
      ],
    },
  );
}
