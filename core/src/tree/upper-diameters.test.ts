import { describe, expect, it } from 'vitest';
import { upperDiametersProblem } from './upper-diameters.ts';

const upper = (over: object = {}) => ({
  height: { value: 5, unit: 'm' },
  method: 'diameter.tape',
  readings: { diameter: { value: 32, unit: 'cm' } },
  ...over,
});

describe('upper diameters from outside', () => {
  it('are sound with a height, a method and its readings', () => {
    expect(
      upperDiametersProblem([upper(), upper({ height: { value: 16, unit: 'ft', standardError: 0.5 } })]),
    ).toBeNull();
  });

  it.each([
    ['no list', {}],
    ['nothing', [null]],
    ['a list in the place of one', [[]]],
    ['no readings', [upper({ readings: null })]],
    ['a list of readings', [upper({ readings: [] })]],
    ['a missing reading', [upper({ readings: {} })]],
    ['no height', [upper({ height: null })]],
    ['a height in cm', [upper({ height: { value: 500, unit: 'cm' } })]],
    ['a height below the ground', [upper({ height: { value: -1, unit: 'm' } })]],
    ['a unit that there is not', [upper({ readings: { diameter: { value: 32, unit: 'furlong' } } })]],
    ['a reading out of range', [upper({ readings: { diameter: { value: -3, unit: 'cm' } } })]],
    ['a number as text', [upper({ readings: { diameter: { value: '32', unit: 'cm' } } })]],
    ['an error as text', [upper({ height: { value: 5, unit: 'm', standardError: 'small' } })]],
    ['a negative error', [upper({ height: { value: 5, unit: 'm', standardError: -0.1 } })]],
    ['a method of heights', [upper({ method: 'height.known' })]],
    ['something more', [upper({ colour: 'green' })]],
  ])('are refused with words for %s', (_words, value) => {
    expect(upperDiametersProblem(value)).not.toBeNull();
  });
});
