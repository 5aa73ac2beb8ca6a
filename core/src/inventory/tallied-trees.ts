import { heightByCurves, type StandCurves } from '../height-curve/index.ts';
import { basalAreaM2 } from '../diameter/index.ts';
import type { FormFactor, VolumeModel } from '../protocol/index.ts';
import { volumeBelowM3, volumeName } from '../volume/index.ts';
import { sum } from '../statistics/index.ts';
import type { TalliedTree, VolumeError } from './tallied.ts';
import type { TreeNotes } from '../tree/index.ts';
import { englishOf, type Text, isText } from '../message/index.ts';

/** What fills in for heights that were not measured: the survey's curves, and how it works out volumes. */
export interface HeightImputation {
  readonly curves: StandCurves;
  readonly volumes?: Readonly<Record<string, VolumeModel>> | undefined;
  readonly formFactor: FormFactor;
  /** Where the dbh was measured, m. */
  readonly breastHeightM: number;
}

/** One object for all trees of a species: there may be a hundred thousand. */
const modelErrors = new WeakMap<HeightImputation, Map<string, VolumeError['model']>>();

function modelError(speciesCode: string, filling: HeightImputation): VolumeError['model'] {
  const known = modelErrors.get(filling) ?? new Map<string, VolumeError['model']>();
  modelErrors.set(filling, known);
  const found = known.get(speciesCode);
  if (found !== undefined) return found;
  const { volumes, formFactor } = filling;
  const model = volumes?.[speciesCode];
  const made =
    model === undefined
      ? { share: formFactor.standardError / formFactor.value, name: 'form factor' }
      : { share: model.errorShare, name: `${speciesCode} ${englishOf(volumeName(model))}` };
  known.set(speciesCode, made);
  return made;
}

interface FilledStem {
  readonly speciesCode: string;
  readonly dbhCm: number;
  readonly plotId: string;
  /** Where it is broken, above the ground; null for a whole stem. */
  readonly breakM: number | null;
}

/** Volume of a stem by a height from the curve, of a broken one as far as it stands; null where there is none. */
function byCurve(
  { speciesCode, dbhCm, plotId, breakM }: FilledStem,
  filling: HeightImputation,
): Pick<TalliedTree, 'volumeM3' | 'byCurve' | 'curve' | 'curveHeightM' | 'volumeError'> | null {
  const expected = heightByCurves(filling.curves, { speciesCode, dbhCm, plotId });
  if (expected === null) return null;
  const { heightM, treeErrorM, sharedErrorM, curve } = expected;
  const { volumes, formFactor, breastHeightM } = filling;
  // A break above the curve says that the tree was at least so tall.
  const unbrokenM = Math.max(heightM, breakM ?? 0);
  const volumeAt = (height: number): number | Text =>
    volumeBelowM3(volumes?.[speciesCode], formFactor, { dbhCm, heightM: height }, breakM ?? height, breastHeightM);
  const volumeM3 = volumeAt(unbrokenM);
  const higher = volumeAt(unbrokenM * 1.01);
  if (isText(volumeM3) || isText(higher) || !Number.isFinite(volumeM3)) return null;
  const perMetre = (higher - volumeM3) / (0.01 * unbrokenM);
  return {
    volumeM3,
    byCurve: true,
    curve,
    ...(breakM === null ? { curveHeightM: heightM } : {}),
    volumeError: {
      measuredM3: 0,
      curve: {
        treeM3: Math.abs(perMetre) * treeErrorM,
        sharedM3: Math.abs(perMetre) * sharedErrorM,
        // No species has an empty code.
        name: curve.speciesCode ?? '',
      },
      model: modelError(speciesCode, filling),
    },
  };
}

/**
 * What the sums count of a tree: one tree, or each of its stems where the rules keep them apart. The stems share its
 * volume by basal area; its height was measured once and counts once. A stem without a height takes the one of the curve.
 */
export function talliedTrees(
  tree: {
    readonly speciesCode: string;
    readonly diametersCm: readonly number[];
    /** As read, in the same order; as recorded where left out. */
    readonly readDiametersCm?: readonly number[] | null | undefined;
    readonly heightM: number | null;
    readonly volumeM3: number | null;
    readonly volumeErrorM3?: number | null | undefined;
    readonly plotId?: string | undefined;
    readonly notes?: TreeNotes | null | undefined;
    readonly dead?: boolean | undefined;
    /** The height ends at a break: the volume below it is that of the unbroken tree. */
    readonly broken?: boolean | undefined;
    /** By its logs. */
    readonly boardFeet?: number | null | undefined;
    /** By a code of the survey. */
    readonly product?: string | undefined;
  },
  filling?: HeightImputation,
): TalliedTree[] {
  const { speciesCode, diametersCm, heightM, volumeM3, plotId = '' } = tree;
  const counts = {
    ...(tree.notes?.multiplicity === undefined ? {} : { multiplicity: tree.notes.multiplicity }),
    ...(tree.dead === true ? { dead: true } : {}),
    ...(tree.product === undefined ? {} : { product: tree.product }),
  };
  const predictedVolumeM3 = tree.notes?.predictedVolumeM3;
  if (diametersCm.length === 0)
    return [
      {
        speciesCode,
        dbhCm: null,
        heightM,
        volumeM3,
        ...counts,
        ...(predictedVolumeM3 === undefined ? {} : { predictedVolumeM3 }),
      },
    ];
  const whole = sum(diametersCm.map(basalAreaM2));
  const model = filling === undefined ? null : modelError(speciesCode, filling);
  return diametersCm.map((dbhCm, i): TalliedTree => {
    // The whole is handed over as it is: dividing by itself would cost its last digit.
    const share = diametersCm.length === 1 ? 1 : basalAreaM2(dbhCm) / whole;
    const guess = predictedVolumeM3 === undefined ? {} : { predictedVolumeM3: predictedVolumeM3 * share };
    const readCm = tree.readDiametersCm?.[i];
    const asRead = readCm === undefined || readCm === dbhCm ? {} : { readDbhCm: readCm };
    const measured = {
      speciesCode,
      dbhCm,
      ...asRead,
      heightM: i === 0 ? heightM : null,
      volumeM3,
      ...counts,
      ...guess,
      // Logs are counted on one stem: the first.
      ...(i > 0 || tree.boardFeet === null || tree.boardFeet === undefined ? {} : { boardFeet: tree.boardFeet }),
    };
    if (volumeM3 === null) {
      const filled =
        filling === undefined || (heightM !== null && tree.broken !== true)
          ? null
          : byCurve({ speciesCode, dbhCm, plotId, breakM: heightM }, filling);
      return filled === null ? measured : { ...measured, ...filled };
    }
    const own = share === 1 ? volumeM3 : volumeM3 * share;
    if (model === null || tree.volumeErrorM3 === undefined || tree.volumeErrorM3 === null)
      return { ...measured, volumeM3: own };
    // What the model leaves of the tree's error is that of its readings.
    const rest = Math.max(0, (tree.volumeErrorM3 * share) ** 2 - (own * model.share) ** 2);
    return { ...measured, volumeM3: own, volumeError: { measuredM3: Math.sqrt(rest), model } };
  });
}
