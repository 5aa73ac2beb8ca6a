import { leastSquares, type LinearFit } from '../statistics/index.ts';
import type { VolumeEquation } from '../protocol/index.ts';
import { message, type Text } from '../message/index.ts';

/** A stem that was felled or measured optically. */
export interface MeasuredStem {
  readonly dbhCm: number;
  readonly heightM: number;
  readonly volumeM3: number;
}

export type LocalForm = 'combined-variable' | 'schumacher-hall';

/** A local volume table: the equation, how well it fits, and what is left of each stem. */
export interface LocalTable {
  readonly equation: VolumeEquation;
  readonly fit: LinearFit;
  /** Observed minus fitted volume of each stem, in m³ and as a share of the fitted. */
  readonly residuals: readonly { readonly stem: MeasuredStem; readonly residualM3: number; readonly share: number }[];
  /** Standard error of one tree's volume, as a share of it. */
  readonly treeErrorShare: number;
  /** What the mean of logarithms was multiplied by to be a mean of volumes; 1 where none were taken. */
  readonly biasCorrection: number;
}

export type LocalTableOutcome =
  { readonly ok: true; readonly table: LocalTable } | { readonly ok: false; readonly message: Text };

/** Fewer stems than this make no table. */
export const LEAST_STEMS = 6;

const rangeOf = (values: readonly number[]): readonly [number, number] => [Math.min(...values), Math.max(...values)];

/**
 * Fits a local volume table to stems of this survey: V = a + b D² H, each stem weighing the inverse of (D² H)², or
 * V = a D^b H^c in logarithms with the bias of the logarithm taken out.
 *
 * Source: Spurr 1952 for the combined variable and Cunia 1964 for its weights; Schumacher & Hall 1933; Baskerville
 * 1972 for exp(s² ÷ 2).
 *
 * @param stems six or more, not all of one size
 */
export function fitLocalTable(stems: readonly MeasuredStem[], form: LocalForm, species: string): LocalTableOutcome {
  if (stems.length < LEAST_STEMS)
    return {
      ok: false,
      message: message(
        'volume.at-least-measured-stems-are',
        'At least {leastStems} measured stems are needed; there are {stems}.',
        { leastStems: String(LEAST_STEMS), stems: String(stems.length) },
      ),
    };
  if (!stems.every(({ dbhCm, heightM, volumeM3 }) => dbhCm > 0 && heightM > 0 && volumeM3 > 0))
    return {
      ok: false,
      message: message('volume.every-stem-needs-a-dbh', 'Every stem needs a dbh, a height and a volume above 0.'),
    };
  const size = ({ dbhCm, heightM }: MeasuredStem): number => dbhCm * dbhCm * heightM;
  const isLog = form === 'schumacher-hall';
  const fit = isLog
    ? leastSquares(
        stems.map(({ dbhCm, heightM }) => [1, Math.log(dbhCm), Math.log(heightM)]),
        stems.map(({ volumeM3 }) => Math.log(volumeM3)),
      )
    : leastSquares(
        stems.map((stem) => [1, size(stem)]),
        stems.map(({ volumeM3 }) => volumeM3),
        stems.map((stem) => size(stem) ** -2),
      );
  if (fit === null)
    return {
      ok: false,
      message: message(
        'volume.the-stems-are-too-similar',
        'The stems are too similar: include thin and thick, short and tall ones.',
      ),
    };
  const [first = 0, b = 0, c = 0] = fit.coefficients;
  const biasCorrection = isLog ? Math.exp(fit.residualError ** 2 / 2) : 1;
  const equation: VolumeEquation = {
    id: `local-${form}`,
    name: `Local volume table, ${species}`,
    of: isLog ? { form, a: Math.exp(first) * biasCorrection, b, c } : { form: 'combined-variable', a: first, b },
    species,
    region: 'this survey',
    bark: 'over',
    rangeCm: rangeOf(stems.map(({ dbhCm }) => dbhCm)),
    rangeM: rangeOf(stems.map(({ heightM }) => heightM)),
    confidence: 'own',
    source: `${String(stems.length)} stems of this survey, ${isLog ? 'Schumacher & Hall 1933 in logarithms, Baskerville 1972' : 'Spurr 1952, combined variable, weighted'}`,
  };
  const fittedM3 = (stem: MeasuredStem): number =>
    isLog ? Math.exp(first) * biasCorrection * stem.dbhCm ** b * stem.heightM ** c : first + b * size(stem);
  const meanSize = stems.reduce((sum, stem) => sum + size(stem), 0) / stems.length;
  return {
    ok: true,
    table: {
      equation,
      fit,
      residuals: stems.map((stem) => {
        const residualM3 = stem.volumeM3 - fittedM3(stem);
        return { stem, residualM3, share: residualM3 / fittedM3(stem) };
      }),
      // With the weights (D² H)⁻² the error of a tree is residualError × D² H; as a share, over b D² H.
      treeErrorShare: isLog ? fit.residualError : (fit.residualError * meanSize) / (first + b * meanSize),
      biasCorrection,
    },
  };
}
