import { describe, expect, it } from 'vitest';
import { seededRandom } from '../statistics/index.ts';
import { METHODS } from '../methods/index.ts';
import { coverageOf, exampleIn } from '../testing/coverage.ts';

/** Half a per cent of the draws is one standard error of a share of 95 %. */
const DRAWS = 1_500;

const CASES = METHODS.flatMap((method) =>
  (['metric', 'imperial'] as const).map((system) => [method.description.id, system, method] as const),
);

describe('the 95 % intervals of every method', () => {
  it.each(CASES)('%s, %s: hold the truth in 93 to 98 of a hundred', (_id, system, method) => {
    const share = coverageOf(method, exampleIn(method, system), system, seededRandom(2026), DRAWS);
    expect(share).toBeGreaterThanOrEqual(0.93);
    expect(share).toBeLessThanOrEqual(0.98);
  });
});
