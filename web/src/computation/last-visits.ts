import { estimateOf, type Outcome } from '@arbolito/core/uncertainty';
import { PLAIN_TREE, whereToTape } from '@arbolito/core/protocol';
import { evaluateTree, type LastStem, type LastVisit } from '@arbolito/core/tree';
import type { ReadingView, SurveyView } from '../contracts/views.ts';
import { type PlainRow, settingsOf, treeOfRow } from './evaluate-row.ts';

const DAYS_PER_YEAR = 365.25;
const A_DAY_MS = 86_400_000;

/** How people name a tree. */
interface TreeName {
  readonly plotLabel: string;
  readonly tag: string;
}

/** A tree is the same at the next visit by its plot and its tag. */
export const nameOf = ({ plotLabel, tag }: TreeName): string => JSON.stringify([plotLabel, tag]);

/** What a visit left of each of its trees, by name. */
export class VisitBefore {
  readonly #byName: ReadonlyMap<string, Omit<LastVisit, 'years'>>;

  constructor(byName: ReadonlyMap<string, Omit<LastVisit, 'years'>>) {
    this.#byName = byName;
  }

  /** What it left of a tree, seen from a later moment; undefined where it did not have that tree. */
  of(tree: TreeName, now: string): LastVisit | undefined {
    const found = this.#byName.get(nameOf(tree));
    if (found === undefined) return undefined;
    const days = Math.max(1, (Date.parse(now) - Date.parse(found.on)) / A_DAY_MS);
    return { ...found, years: days / DAYS_PER_YEAR };
  }

  /** What it left on a plot, by tag. */
  onPlot(plotLabel: string, now: string): Record<string, LastVisit> {
    const tags = [...this.#byName.keys()]
      .map((name) => JSON.parse(name) as [string, string])
      .filter(([label]) => label === plotLabel)
      .map(([, tag]) => tag);
    return Object.fromEntries(
      tags.flatMap((tag) => {
        const visit = this.of({ plotLabel, tag }, now);
        return visit === undefined ? [] : [[tag, visit] as const];
      }),
    );
  }
}

const valueOf = (outcome: Outcome | null): number | null =>
  outcome === null ? null : (estimateOf(outcome)?.value ?? null);

/** Works out what trees of an earlier visit left for the next one. */
export function visitBefore(
  survey: SurveyView,
  trees: readonly { readonly row: PlainRow & TreeName; readonly readings: readonly ReadingView[] }[],
): VisitBefore {
  const entries = trees.flatMap(({ row, readings: own }) => {
    const reckoned = evaluateTree(treeOfRow(row, { readings: own, stems: [] }, survey), settingsOf(survey));
    const stems = reckoned.stems.flatMap(({ ordinal, diameter, point }): LastStem[] => {
      const dbhCm = valueOf(diameter);
      return dbhCm === null ? [] : [{ ordinal, dbhCm, pointM: valueOf(point) ?? survey.breastHeightM }];
    });
    if (stems.length === 0) return [];
    const found = row.taping?.found ?? { ...PLAIN_TREE, ground: { slopePct: row.plotSlopePct } };
    const { from } = whereToTape(found, survey.fieldRules);
    const tall = reckoned.height === null ? null : estimateOf(reckoned.height);
    const visit = {
      on: row.observedAt.slice(0, 10),
      stems,
      speciesCode: row.speciesCode,
      side: from,
      mark: row.taping?.mark ?? '',
      ...(tall === null ? {} : { height: { heightM: tall.value, standardErrorM: tall.standardError } }),
    };
    return [[nameOf(row), visit] as const];
  });
  return new VisitBefore(new Map(entries));
}
