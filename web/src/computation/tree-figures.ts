import { curveSums, type CurveSums, type StandCurveTree } from '@arbolito/core/height-curve';
import { grouped } from '@arbolito/core/statistics';
import { isBroken, type PlacedFinding, type TreeNotes } from '@arbolito/core/tree';
import type { TreeView } from '../contracts/views.ts';

/** What the sums ask of a tree: its figures, without readings and workings. */
export interface SummedRow {
  readonly plotId: string;
  readonly speciesCode: string;
  readonly notes: TreeNotes | null;
  readonly diametersCm: readonly number[];
  /** As read, where the rounding rule records others. */
  readonly readDiametersCm: readonly number[] | null;
  /** By its condition codes. */
  readonly dead: boolean;
  readonly dbhCm: number | null;
  readonly heightM: number | null;
  readonly volumeM3: number | null;
  readonly volumeErrorM3: number | null;
  /** By its logs; null where nobody counted them. */
  readonly boardFeet: number | null;
  readonly inDoubt: boolean;
  readonly outside: boolean;
  /** Its height ends at a break. */
  readonly broken: boolean;
}

/** The same with its name, and what speaks against its readings. */
export interface FigureRow extends SummedRow {
  readonly treeId: string;
  readonly tag: string;
  readonly observer: string;
  readonly findings: readonly PlacedFinding[] | null;
}

const isDoubt = ({ severity }: { readonly severity: string }): boolean => severity !== 'note';

type TreeFigures = Omit<
  FigureRow,
  | 'treeId'
  | 'plotId'
  | 'tag'
  | 'speciesCode'
  | 'observer'
  | 'notes'
  | 'dead'
  | 'broken'
  | 'diametersCm'
  | 'readDiametersCm'
> & { readonly diametersCm: number[]; readonly readDiametersCm: number[] | null };

/** What of a tree the sums ask for. */
export const summedFigures = (view: TreeView): TreeFigures => {
  const doubts = view.findings.filter(isDoubt);
  return {
    diametersCm: [...view.diametersCm],
    readDiametersCm: view.diametersCm.every((dbhCm, i) => dbhCm === view.readDiametersCm[i])
      ? null
      : [...view.readDiametersCm],
    dbhCm: view.dbh?.value ?? null,
    heightM: view.height?.value ?? null,
    volumeM3: view.volume?.value ?? null,
    volumeErrorM3: view.volume?.standardError ?? null,
    boardFeet: view.logs?.boardFeet?.value ?? null,
    inDoubt:
      view.findings.some(({ severity }) => severity === 'check') ||
      isBroken({ ...view.heights, conditionCodes: view.notes?.conditions }),
    outside: view.findings.some(({ code }) => code === 'volume.range'),
    findings: doubts.length === 0 ? null : doubts,
  };
};

/** A tree as the sums know it, from its view. */
export const figureRowOf = (view: TreeView): FigureRow => {
  const { id: treeId, plotId, tag, speciesCode, observer, notes, dead } = view;
  const broken = isBroken({ ...view.heights, conditionCodes: notes?.conditions });
  return { treeId, plotId, tag, speciesCode, observer, notes, dead, broken, ...summedFigures(view) };
};

/** The live trees whose heights make curves. */
export const measuredHeights = (rows: readonly SummedRow[]): StandCurveTree[] =>
  rows.flatMap(({ dbhCm, heightM, inDoubt, dead, speciesCode, plotId }) =>
    dbhCm === null || heightM === null || inDoubt || dead ? [] : [{ dbhCm, heightM, speciesCode, plotId }],
  );

/** The height curve of each species that a tree is judged by. */
export const judgingCurves = (heights: readonly StandCurveTree[], breastHeightM: number): Record<string, CurveSums> =>
  Object.fromEntries(
    Array.from(
      grouped(heights, ({ speciesCode }) => speciesCode),
      ([code, own]) => [code, curveSums(own, breastHeightM)],
    ),
  );
