import { describe, expect, it } from 'vitest';
import { SLOPE_UNITS } from '@arbolito/core/units';
import { parseCallout } from '@arbolito/core/callout';
import type { Species } from '@arbolito/core/protocol';
import { exampleLines } from './example-lines.ts';

const species: readonly Species[] = [
  { code: 'rp', name: 'Shortleaf pine', crown: 'layered' },
  { code: 'wo', name: 'White oak', crown: 'dome' },
];

describe('the example lines of a survey', () => {
  it.each(SLOPE_UNITS.flatMap((slopeUnit) => [['metric', slopeUnit] as const, ['imperial', slopeUnit] as const]))(
    'are of its own species, units and scale, and can be called out: %s, %s',
    (unitSystem, slopeUnit) => {
      const { sights, girth, readOff, place, guess } = exampleLines({ species, unitSystem, slopeUnit });
      for (const line of [sights, girth, readOff, `${girth} ${place}`, guess])
        expect(parseCallout(line, { unitSystem, slopeUnit, species }).ok, line).toBe(true);
      expect(sights.startsWith('rp ')).toBe(true);
      expect(girth.startsWith('wo ')).toBe(true);
    },
  );
});
