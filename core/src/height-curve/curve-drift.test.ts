import { describe, expect, it } from 'vitest';
import { curveDriftM } from './curve-drift.ts';
import { modelOf } from './models.ts';
import { standCurves } from './stand-curves.ts';

/** Heights about h = 1.3 + 30 exp(−14 ÷ d), half a metre above and below in turn. */
const heights = Array.from({ length: 60 }, (_, i) => {
  const dbhCm = 12 + i * 0.7;
  return {
    speciesCode: i % 2 === 0 ? 'sp' : 'bt',
    plotId: String(i % 5),
    dbhCm,
    heightM: 1.3 + 30 * Math.exp(-14 / dbhCm) + (i % 4 < 2 ? 0.5 : -0.5),
  };
});
const curves = standCurves(heights, 1.3);
const many = new Map([
  ['sp', 30],
  ['bt', 30],
]);

describe('how far height curves have moved', () => {
  it('is nothing without a change', () => {
    expect(curveDriftM(curves, [], many)).toBe(0);
  });

  it('grows with the residuals of what came in: residual × parameters ÷ trees, of the curve that moved most', () => {
    const curve = curves.bySpecies.sp;
    if (curve === undefined) throw new Error('no curve');
    const expected = modelOf(curve.model, 1.3).value(30, curve.parameters);
    const tall = { speciesCode: 'sp', dbhCm: 30, heightM: expected + 3 };
    const own = (3 * curve.parameters.length) / 30;
    expect(curveDriftM(curves, [tall], many)).toBeCloseTo(own, 9);
    expect(curveDriftM(curves, [tall, tall], many)).toBeCloseTo(2 * own, 9);
  });

  it('is more than the curve moves in truth when a tall tree comes in', () => {
    const tall = { speciesCode: 'sp', plotId: '1', dbhCm: 30, heightM: 24 };
    const after = standCurves([...heights, tall], 1.3).bySpecies.sp;
    const before = curves.bySpecies.sp;
    if (after === undefined || before === undefined) throw new Error('no curve');
    const at = (curve: typeof before): number => modelOf(curve.model, 1.3).value(30, curve.parameters);
    expect(Math.abs(at(after) - at(before))).toBeLessThan(curveDriftM(curves, [tall], many));
  });

  it('has no end where a curve is missing that could be fitted now', () => {
    const rare = { speciesCode: 'po', dbhCm: 30, heightM: 20 };
    expect(curveDriftM(curves, [rare], new Map([['po', 7]]))).toBeLessThan(1);
    expect(curveDriftM(curves, [rare], new Map([['po', 8]]))).toBe(Infinity);
    expect(curveDriftM({ bySpecies: {}, pooled: null }, [rare], new Map())).toBe(Infinity);
  });
});
