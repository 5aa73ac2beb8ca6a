import { type SoundTree, type SurveyPoint, UNLIKELY } from './checked-survey.ts';
import { heightByCurves, type StandCurves } from '../height-curve/index.ts';
import { grouped, studentT } from '../statistics/index.ts';
import { printRounded } from '../units/index.ts';
import { message } from '../message/index.ts';

const LEAST_OBSERVED = 8;

/** Mean and variance of its mean, of a list. */
const meanOf = (values: readonly number[]) => {
  const mean = values.reduce((sum, each) => sum + each, 0) / values.length;
  const squares = values.reduce((sum, each) => sum + (each - mean) ** 2, 0);
  return { mean, variance: squares / (values.length - 1) / values.length, n: values.length };
};

/**
 * Observers whose heights lie above or below those of the others about one curve, by the test of Welch.
 *
 * Source: Welch 1947, Biometrika 34:28.
 */
export function observerDifferences(sound: readonly SoundTree[], curves: StandCurves): SurveyPoint[] {
  const read = sound.flatMap(({ observer, speciesCode, dbhCm, heightM }) => {
    const expected = heightByCurves(curves, { speciesCode, dbhCm, plotId: '' });
    return expected === null ? [] : [{ observer, share: Math.log(heightM / expected.heightM) }];
  });
  const shares = new Map(
    [...grouped(read, ({ observer }) => observer)].map(([name, own]) => [name, own.map(({ share }) => share)]),
  );
  const points: SurveyPoint[] = [];
  for (const [observer, own] of shares) {
    const others = [...shares].flatMap(([name, values]) => (name === observer ? [] : values));
    if (own.length < LEAST_OBSERVED || others.length < LEAST_OBSERVED) continue;
    const a = meanOf(own);
    const b = meanOf(others);
    const variance = a.variance + b.variance;
    const freedom = variance ** 2 / (a.variance ** 2 / (a.n - 1) + b.variance ** 2 / (b.n - 1));
    const t = Math.abs(a.mean - b.mean) / Math.sqrt(variance);
    if (!(2 * (1 - studentT(t, freedom)) < UNLIKELY)) continue;
    const pct = 100 * (Math.exp(a.mean - b.mean) - 1);
    points.push({
      key: `observers ${observer}`,
      check: 'observers',
      title: message('quality.heights-differ-between-observers', 'Heights differ between observers'),
      message: message(
        'quality.the-heights-of-are-below',
        '{side, select, above {The heights of {observer} are {pct} % above those of the others at the same dbh. Compare instruments and distances.} other {The heights of {observer} are {pct} % below those of the others at the same dbh. Compare instruments and distances.}}',
        { observer, pct: printRounded(Math.abs(pct), 0), side: pct > 0 ? 'above' : 'below' },
      ),
      plotId: null,
      plotLabel: null,
      treeId: null,
      tag: null,
    });
    // With two observers both differ from each other: one point says it.
    if (shares.size === 2) break;
  }
  return points;
}
