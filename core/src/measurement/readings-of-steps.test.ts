import { describe, expect, it } from 'vitest';
import { findMethod } from '../methods/index.ts';
import { readingsOfSteps } from './readings-of-steps.ts';

const stepsOf = (id: string, readings: Parameters<typeof readingsOfSteps>[1]) => {
  const method = findMethod(id);
  if (method === null) throw new Error(id);
  return readingsOfSteps(method, readings, { unitSystem: 'metric' });
};

describe('the lines of the workings', () => {
  it('know the readings that they rest on', () => {
    // top − base, then the distance times it
    expect(
      stepsOf('height.two-angles', {
        top: { value: 62, unit: 'pct' },
        base: { value: -8, unit: 'pct' },
        distance: { value: 25, unit: 'm' },
      }),
    ).toEqual([
      ['top', 'base'],
      ['top', 'base', 'distance'],
    ]);
  });

  it('tell the tangent of each sight apart', () => {
    const steps = stepsOf('height.two-angles', {
      top: { value: 30, unit: 'deg' },
      base: { value: -5, unit: 'deg' },
      distance: { value: 25, unit: 'm' },
    });
    expect(steps).toEqual([['top'], ['base'], ['top', 'base'], ['top', 'base', 'distance']]);
  });
});
