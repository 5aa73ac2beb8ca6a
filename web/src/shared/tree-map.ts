import type { LatLon } from '@arbolito/core/layout';
import { type ConditionCode, conditionOf } from '@arbolito/core/protocol';
import { printRounded, STAND_UNITS, type UnitSystem } from '@arbolito/core/units';
import type { SurveyView } from '../contracts/views.ts';
import { mapFrame, type MapFrame } from './map-frame.ts';
import { t } from '../messages/text.ts';

/** What the symbols of the map say. */
export const MAP_SYMBOLS = ['species', 'size', 'condition'] as const;
export type MapSymbols = (typeof MAP_SYMBOLS)[number];

/** Marks that differ in shape and in colour, so that neither has to be seen. */
export const MARKS = ['circle', 'square', 'triangle', 'diamond', 'cross', 'ring', 'other'] as const;
export type Mark = (typeof MARKS)[number];

/** A tree with a position. */
export interface PlacedTree {
  readonly id: string;
  readonly tag: string;
  readonly plotLabel: string;
  readonly speciesCode: string;
  readonly dbhCm: number | null;
  readonly conditions: readonly string[];
  readonly at: LatLon;
}

export interface TreeMapView extends Pick<MapFrame, 'scaleBar'> {
  readonly trees: readonly {
    readonly id: string;
    readonly words: string;
    readonly x: number;
    readonly y: number;
    readonly mark: Mark;
    readonly radiusPx: number;
  }[];
  readonly legend: readonly {
    readonly mark: Mark;
    readonly radiusPx: number;
    readonly words: string;
    readonly trees: number | null;
  }[];
}

/** Radius of a symbol whose size says nothing, px. */
const PLAIN_PX = 7;
/** Radius of a tree of a metre by size, px; the area of a symbol goes with the dbh. */
const METRE_PX = 20;
const LEAST_PX = 4;

const radiusOf = (dbhCm: number): number => Math.max(LEAST_PX, METRE_PX * Math.sqrt(dbhCm / 100));

/** Groups by how many trees they have; those beyond the marks that differ are one group. */
function markOf(keys: readonly string[]): ReadonlyMap<string, Mark> {
  const counts = new Map<string, number>();
  for (const key of keys) counts.set(key, (counts.get(key) ?? 0) + 1);
  const order = [...counts].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0], 'en'));
  return new Map(order.map(([key], i) => [key, MARKS[Math.min(i, MARKS.length - 1)] ?? 'other']));
}

/** Diameters of the legend, in the units of the survey. */
const LEGEND_SIZES = { metric: [20, 50, 100], imperial: [8, 20, 40] } as const;

const wordsOfTree = (tree: PlacedTree, species: ReadonlyMap<string, string>, system: UnitSystem): string => {
  const { diameter, diameterOf } = STAND_UNITS[system];
  return t('results.tree-on-map', '{plot}, tree {tag}: {species}, {dbh}', {
    plot: tree.plotLabel,
    tag: tree.tag,
    species: species.get(tree.speciesCode) ?? tree.speciesCode,
    dbh: tree.dbhCm === null ? '—' : `${printRounded(diameterOf(tree.dbhCm), 1)} ${diameter}`,
  });
};

/** The condition that a tree is drawn by: that it is dead before anything else. */
function conditionKey(tree: PlacedTree, codes: readonly ConditionCode[]): string {
  const own = codes.filter(({ code }) => tree.conditions.includes(code));
  return (own.find((code) => conditionOf(code) === 'dead') ?? own[0])?.code ?? '';
}

/**
 * Trees where they stand, north up and to scale; null without a tree.
 *
 * @param frame width and height in pixels
 */
export function treeMap(
  trees: readonly PlacedTree[],
  { species, design, unitSystem }: Pick<SurveyView, 'species' | 'design' | 'unitSystem'>,
  by: MapSymbols,
  frame: { readonly width: number; readonly height: number },
): TreeMapView | null {
  const map = mapFrame(
    trees.map(({ at }) => at),
    frame,
  );
  if (map === null) return null;
  const names = new Map(species.map(({ code, name }) => [code, name]));
  const keyOf = (tree: PlacedTree): string =>
    by === 'species' ? tree.speciesCode : by === 'condition' ? conditionKey(tree, design.conditions) : '';
  const marks = markOf(trees.map(keyOf));
  const wordsOf = (key: string): string =>
    by === 'species'
      ? (names.get(key) ?? key)
      : (design.conditions.find(({ code }) => code === key)?.words ?? t('results.no-condition', 'no condition noted'));
  const { diameter } = STAND_UNITS[unitSystem];
  return {
    scaleBar: map.scaleBar,
    trees: trees.map((tree) => ({
      id: tree.id,
      words: wordsOfTree(tree, names, unitSystem),
      ...map.place(tree.at),
      mark: marks.get(keyOf(tree)) ?? 'other',
      radiusPx: by === 'size' ? radiusOf(tree.dbhCm ?? 0) : PLAIN_PX,
    })),
    legend:
      by === 'size'
        ? LEGEND_SIZES[unitSystem].map((size) => ({
            mark: 'circle',
            radiusPx: radiusOf(unitSystem === 'metric' ? size : size * 2.54),
            words: `${String(size)} ${diameter}`,
            trees: null,
          }))
        : [...marks].map(([key, mark]) => ({
            mark,
            radiusPx: PLAIN_PX,
            words: wordsOf(key),
            trees: trees.filter((tree) => keyOf(tree) === key).length,
          })),
  };
}
