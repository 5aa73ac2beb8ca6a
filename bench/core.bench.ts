import { bench, describe } from 'vitest';
import { basalAreaM2 } from '@arbolito/core/diameter';
import { diameterClass, RULE_SETS } from '@arbolito/core/protocol';
import { monteValdeliro } from '@arbolito/demo';
import { seededRandom } from '@arbolito/core/statistics';
import { evaluate } from '@arbolito/core/measurement';
import { findMethod } from '@arbolito/core/methods';
import { evaluateTree } from '@arbolito/core/tree';
import { recordOf } from '../core/src/testing/tree.ts';
import { type FormProtocol, parseCallout, printCallout, printTreeForm } from '@arbolito/core/callout';
import { plotTotaller, surveySums } from '@arbolito/core/inventory';

const settings: FormProtocol = {
  unitSystem: 'metric',
  slopeUnit: 'm20',
  formFactor: { value: 0.45, standardError: 0.05 },
  fieldRules: RULE_SETS.timber.rules,
};
const scene = monteValdeliro(seededRandom(2026));
const trees = scene.plots.flatMap((plot) => plot.trees).filter((tree) => tree.readings.length > 1);
const text = JSON.stringify(trees);
const records = trees.map(recordOf);
const lines = records.map((tree) => printCallout(printTreeForm(tree), settings));
const context = { ...settings, species: scene.species };

describe('the measured trees of the demo forest', () => {
  bench('baseline: reading their JSON and writing it again', () => {
    JSON.stringify(JSON.parse(text));
  });
  bench('working them out: figures, ±, workings, findings', () => {
    for (const tree of records) evaluateTree(tree, settings);
  });
  bench('parsing their call-out lines', () => {
    for (const line of lines) parseCallout(line, context);
  });
});

const twoAngles = findMethod('height.two-angles');
if (twoAngles === null) throw new Error('no such method');
const sighted = { top: 62, base: -8, distance: 25 };
const readings = {
  top: { value: sighted.top, unit: 'pct' },
  base: { value: sighted.base, unit: 'pct' },
  distance: { value: sighted.distance, unit: 'm' },
} as const;
const asSurveyed = { unitSystem: 'metric', twoFaces: 'arithmetic' } as const;
/** The figure itself, two for each rate, two for each bend, four for each pair of readings. */
const COMPUTATIONS = 1 + 3 * (2 + 2) + 3 * 4;
const plainHeight = (top: number, base: number, distance: number): number => (distance * (top - base)) / 100;
const inM = evaluate(twoAngles, readings, asSurveyed);
if (!inM.ok || Math.abs(inM.estimate.value - plainHeight(62, -8, 25)) > 1e-9) throw new Error('the heights differ');

describe('one height by two angles with its ±; goal: 100 µs', () => {
  bench('baseline: the plain computations that propagation needs', () => {
    let sum = 0;
    for (let i = 0; i < COMPUTATIONS; i += 1)
      sum += plainHeight(sighted.top + i * 1e-9, sighted.base, sighted.distance);
    if (sum === 0) throw new Error('nothing computed');
  });
  bench('evaluate, at most 100 µs', () => {
    evaluate(twoAngles, readings, asSurveyed);
  });
});

const random = seededRandom(7);
const plots = Array.from({ length: 200 }, () => ({
  shape: { kind: 'circle' as const, areaM2: 500 },
  trees: Array.from({ length: 50 }, () => ({
    speciesCode: random() < 0.5 ? 'sp' : 'bt',
    dbhCm: 10 + 60 * random(),
    heightM: random() < 0.3 ? 10 + 20 * random() : null,
    volumeM3: random() < 0.3 ? random() : null,
  })),
}));

const rules = RULE_SETS.timber.rules;

/** Stems and basal area per hectare by class and species, with the squares that their errors need, by a loop and a map. */
function bareTable(): Map<string, number[]> {
  const table = new Map<string, number[]>();
  for (const { shape, trees } of plots) {
    const own = new Map<string, [number, number]>();
    for (const { speciesCode, dbhCm } of trees) {
      const key = `${String(diameterClass(dbhCm, rules.classes))} ${speciesCode}`;
      const cell = own.get(key) ?? [0, 0];
      cell[0] += 10_000 / shape.areaM2;
      cell[1] += (10_000 / shape.areaM2) * basalAreaM2(dbhCm);
      own.set(key, cell);
    }
    for (const [key, [stems, area]] of own) {
      const [a = 0, b = 0, c = 0, d = 0] = table.get(key) ?? [];
      table.set(key, [a + stems, b + area, c + stems * stems, d + area * area]);
    }
  }
  return table;
}

const sums = () => surveySums(plots.map(plotTotaller(rules)), rules);

// The bench stops where the two do not agree.
for (const { diameterClass: named, speciesCode, basalAreaM2PerHa } of sums().classes) {
  const bare = (bareTable().get(`${String(named)} ${speciesCode}`)?.[1] ?? NaN) / plots.length;
  if (!(Math.abs(bare - basalAreaM2PerHa) < 1e-9 * bare)) throw new Error(`class ${String(named)} differs`);
}

describe('a survey of ten thousand trees', () => {
  bench('baseline: a bare loop for stems and basal area by class and species', () => {
    bareTable();
  });
  bench('its sums: ten tables with errors, from the trees', () => {
    sums();
  });
});
