import { desc, from, op } from 'arquero';
import { bench, describe } from 'vitest';
import { basalAreaM2 } from '@arbolito/core/diameter';
import { diameterClass, RULE_SETS } from '@arbolito/core/protocol';
import { seededRandom } from '@arbolito/core/statistics';
import { type PlotWeights, sumGroups, type TreeColumns } from '@arbolito/core/inventory';

const TREES = 100_000;
const PLOTS = 2_000;
const SPECIES = 5;
const rule = RULE_SETS.timber.rules.classes;
const random = seededRandom(11);
const dbhCm = Float64Array.from({ length: TREES }, () => 8 + 50 * random());
const kind = Uint16Array.from({ length: TREES }, () => Math.floor(random() * SPECIES));
const classes = [...new Set(Array.from(dbhCm, (d) => diameterClass(d, rule)))].sort((a, b) => a - b);
const classAt = new Map(classes.map((named, i) => [named, i]));
const groups = classes.length * SPECIES;
const columns: TreeColumns = {
  plot: Uint32Array.from({ length: TREES }, (_, i) => Math.floor((i * PLOTS) / TREES)),
  group: Int32Array.from(dbhCm, (d, i) => (classAt.get(diameterClass(d, rule)) ?? 0) * SPECIES + (kind[i] ?? 0)),
  stems: new Float64Array(TREES).fill(20),
  basalArea: Float64Array.from(dbhCm, (d) => 20 * basalAreaM2(d)),
  volume: Float64Array.from(dbhCm, (d) => 20 * 0.45 * 22 * basalAreaM2(d)),
};
const weights: PlotWeights = {
  stratum: new Uint16Array(PLOTS),
  share: Float64Array.of(1),
  plots: Float64Array.of(PLOTS),
  whole: null,
};
const table = from(
  Array.from({ length: TREES }, (_, i) => ({
    group: columns.group[i] ?? 0,
    plot: columns.plot[i] ?? 0,
    stems: columns.stems[i] ?? 0,
    basalArea: columns.basalArea[i] ?? 0,
    volume: columns.volume[i] ?? 0,
  })),
);

/** The same table by loops over the arrays and nothing else: sums and squares of each group over the plots. */
function bareLoop(): Float64Array {
  const ofPlot = new Float64Array(groups * 3);
  const sum = new Float64Array(groups * 3);
  const squares = new Float64Array(groups * 3);
  const { plot, group, stems, basalArea, volume } = columns;
  let at = 0;
  for (let p = 0; p < PLOTS; p += 1) {
    const begin = at;
    while (at < TREES && plot[at] === p) {
      const cell = (group[at] ?? 0) * 3;
      ofPlot[cell] = (ofPlot[cell] ?? 0) + (stems[at] ?? 0);
      ofPlot[cell + 1] = (ofPlot[cell + 1] ?? 0) + (basalArea[at] ?? 0);
      ofPlot[cell + 2] = (ofPlot[cell + 2] ?? 0) + (volume[at] ?? 0);
      at += 1;
    }
    for (let i = begin; i < at; i += 1) {
      const cell = (group[i] ?? 0) * 3;
      for (let k = cell; k < cell + 3; k += 1) {
        const value = ofPlot[k] ?? 0;
        sum[k] = (sum[k] ?? 0) + value;
        squares[k] = (squares[k] ?? 0) + value * value;
        ofPlot[k] = 0;
      }
    }
  }
  return sum;
}

const kernel = (): Float64Array => sumGroups(columns, groups, weights).mean;
const byFrame = () =>
  table
    .groupby('group', 'plot')
    .rollup({
      stems: op.sum('stems'),
      basalArea: op.sum('basalArea'),
      volume: op.sum('volume'),
    })
    .groupby('group')
    .rollup({
      stems: op.sum('stems'),
      basalArea: op.sum('basalArea'),
      volume: op.sum('volume'),
      spread: op.variance('volume'),
    })
    .orderby(desc('volume'))
    .objects();

// The bench stops where the three do not agree.
const [one, other] = [kernel(), bareLoop()];
for (let cell = 0; cell < groups * 3; cell += 1) {
  if (Math.abs((one[cell] ?? 0) * PLOTS - (other[cell] ?? 0)) > 1e-6 * (1 + (other[cell] ?? 0)))
    throw new Error(`the sums differ in cell ${String(cell)}`);
}

describe('stand and stock table of 100,000 trees on 2,000 plots, with errors', () => {
  bench('baseline: a bare loop over typed arrays', () => {
    bareLoop();
  });
  bench('the sums', () => {
    kernel();
  });
  bench('a general data-frame package', () => {
    byFrame();
  });
});
