import { convert, lengthWords, printRounded, type UnitSystem } from '../../units/index.ts';
import { basalAreaM2, combineStems, STEMS_RULES } from '../../diameter/index.ts';
import { COUNTS_WORDS, FROM_NAMES } from '../measuring-point/point-names.ts';
import { type TapePoint, whereToTape } from '../measuring-point/where-to-tape.ts';
import type { TapedTree } from '../measuring-point/taped-tree.ts';
import type { FieldRules } from './field-rules.ts';
import { recordedDbh } from './recorded-dbh.ts';
import { message, type Text, englishOf, joined } from '../../message/index.ts';

/** A tree as it was found and read, whatever the rules. */
export interface ReadTree {
  readonly taped: TapedTree;
  /** Diameters of its stems in cm, in the order of their numbers; none where nothing was read. */
  readonly stemsCm: readonly number[];
}

/** What a survey's rules make of a tree: the point, the stems, the figure that is written down. */
export interface RecordedTree {
  readonly point: Text;
  readonly stems: Text;
  /** The dbh that is written down; several where the stems are kept apart, none where nothing was read. */
  readonly dbh: string;
  readonly basalArea: string;
  /** How each came about, in the order of the work. */
  readonly explained: readonly Text[];
}

/** A tree on level ground, upright, with one sound stem: what a tree is where nobody noted anything else. */
export const PLAIN_TREE: TapedTree = {
  ground: { slopePct: 0 },
  leanDeg: 0,
  trunks: { kind: 'one' },
  swelling: { kind: 'none' },
};

export const printPoint = (point: TapePoint, system: UnitSystem): Text =>
  point.kind === 'at'
    ? lengthWords(point.heightM, system)
    : message('protocol.narrowest-point-from-to', 'narrowest point from {fromM} to {toM}', {
        fromM: lengthWords(point.fromM, system),
        toM: lengthWords(point.toM, system),
      });

const printArea = (areaM2: number, system: UnitSystem): string =>
  system === 'metric' ? `${printRounded(areaM2, 4)} m²` : `${printRounded(convert(areaM2, 'm2', 'ft2'), 3)} ft²`;

/** The record of a tree under the rules of a survey, with each step explained. */
export function treeRecord({ taped, stemsCm }: ReadTree, rules: FieldRules, system: UnitSystem): RecordedTree {
  const answer = whereToTape(taped, rules, system);
  const point =
    answer.stems === 0
      ? message('protocol.no-dbh', 'no dbh')
      : joined([printPoint(answer.point, system), FROM_NAMES[answer.from]], ', ');
  const stems =
    answer.stems === 0
      ? message('protocol.no-stems', 'none')
      : answer.counts === 'one tree'
        ? message('protocol.one-stem', 'one stem')
        : joined([String(answer.stems), COUNTS_WORDS[answer.counts]]);
  if (stemsCm.length === 0 || answer.stems === 0)
    return { point, stems, dbh: '—', basalArea: '—', explained: answer.sentences };
  // Rules that never add trunks keep each as a tree; the survey's rule for several stems holds for stems of one tree.
  const rule = answer.counts === 'separate trees' ? 'kept-apart' : rules.severalStems;
  const wanted = answer.counts === 'one tree' ? 1 : answer.stems;
  const combined = combineStems(stemsCm, rule);
  const written = combined.diametersCm.map((dbhCm) => recordedDbh(dbhCm, rules, system));
  const several =
    stemsCm.length === 1
      ? []
      : wanted === 1
        ? [
            message(
              'protocol.these-rules-need-one-reading',
              'These rules need one reading on one stem; until then the readings of the stems are used.',
            ),
          ]
        : [message('protocol.several-stems', 'Several stems: {name}.', { name: STEMS_RULES[rule].name })];
  return {
    point,
    stems,
    dbh: `${written.map(({ printed }) => printed).join(' · ')} ${written[0]?.unit ?? ''}`,
    basalArea: printArea(
      written.reduce((total, { value, unit }) => total + basalAreaM2(convert(value, unit, 'cm')), 0),
      system,
    ),
    explained: [
      ...answer.sentences,
      ...several,
      ...written.map(({ words }) => message('protocol.recorded', 'Recorded: {words}.', { words })),
    ],
  };
}

const PARTS = {
  point: message('protocol.recorded-tree.point', 'measuring point'),
  stems: message('protocol.stems', 'stems'),
  dbh: message('protocol.dbh', 'dbh'),
  basalArea: message('protocol.recorded-tree.basalArea', 'basal area'),
} as const;

/** What other rules change about a tree, in words: `measuring point: 1.30 m, uphill side → 1.37 m, uphill side`. */
export function recordChanges(
  tree: ReadTree,
  before: FieldRules,
  after: FieldRules,
  system: UnitSystem,
): readonly Text[] {
  const was = treeRecord(tree, before, system);
  const becomes = treeRecord(tree, after, system);
  const parts = Object.keys(PARTS) as (keyof typeof PARTS)[];
  return parts
    .filter((part) => englishOf(was[part]) !== englishOf(becomes[part]))
    .map((part) =>
      message('protocol.change-of', '{part}: {was} → {becomes}', {
        part: PARTS[part],
        was: was[part],
        becomes: becomes[part],
      }),
    );
}
