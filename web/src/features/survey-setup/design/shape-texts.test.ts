import { describe, expect, it } from 'vitest';
import type { PlotShape } from '@arbolito/core/protocol';
import { readShape, textsOfShape } from './shape-texts.ts';

const shapes: readonly PlotShape[] = [
  { kind: 'circle', areaM2: 500 },
  { kind: 'rectangle', widthM: 10, lengthM: 50 },
  { kind: 'variable-radius', factorM2PerHa: 4 },
  {
    kind: 'nested',
    rings: [
      { fromCm: 7, areaM2: 100 },
      { fromCm: 20, areaM2: 500 },
    ],
  },
];

describe('a plot as it is typed', () => {
  it.each(shapes)('of kind $kind comes back as it was', (shape) => {
    expect(readShape(textsOfShape(shape, 'metric'), 'metric')).toEqual({ ok: true, shape });
  });
  const texts = textsOfShape({ kind: 'circle', areaM2: 500 }, 'imperial');
  it('is read in the units of the survey: a tenth of an acre, factor 10 ft²/ac, a chain by two', () => {
    const area = readShape({ ...texts, kind: 'circle', area: '1/10 ac' }, 'imperial');
    expect(area.ok && area.shape.kind === 'circle' && area.shape.areaM2).toBeCloseTo(404.6856, 3);
    const point = readShape({ ...texts, kind: 'variable-radius', factor: '10' }, 'imperial');
    expect(point.ok && point.shape.kind === 'variable-radius' && point.shape.factorM2PerHa).toBeCloseTo(2.295_684, 6);
    const strip = readShape({ ...texts, kind: 'rectangle', width: '66', length: '132' }, 'imperial');
    expect(strip.ok && strip.shape.kind === 'rectangle' && strip.shape.lengthM).toBeCloseTo(40.2336, 4);
  });
  it.each([
    [{ kind: 'circle', area: '' }, 'area'],
    [{ kind: 'circle', area: '0' }, 'area'],
    [{ kind: 'variable-radius', factor: '0' }, 'factor'],
    [{ kind: 'rectangle', width: 'ten', length: '50' }, 'width'],
    [{ kind: 'rectangle', width: '0.2', length: '50' }, 'width'],
    [{ kind: 'nested', rings: '7 100' }, 'rings'],
    [{ kind: 'nested', rings: '20 100, 7 500' }, 'rings'],
  ] as const)('%o is wrong at its %s', (over, field) => {
    const read = readShape({ ...textsOfShape({ kind: 'circle', areaM2: 500 }, 'metric'), ...over }, 'metric');
    expect(read.ok).toBe(false);
    expect(!read.ok && read.field).toBe(field);
  });
});
