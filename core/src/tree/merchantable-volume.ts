import { USUAL_VOLUME_ERROR_SHARE, type VolumeModel } from '../protocol/index.ts';
import { profileByChoice, type StemProfile } from '../taper/index.ts';
import { type Estimate, propagate } from '../uncertainty/index.ts';

/** The stem between its stump and its merchantable top. */
export interface MerchantableVolume {
  readonly volumeM3: number;
  readonly standardErrorM3: number;
  /** Diameter at the top, cm. */
  readonly topCm: number;
  /** Over or under bark, as the taper of the species is. */
  readonly bark: StemProfile['bark'];
}

/**
 * Volume of a stem between its stump and its merchantable top, by the taper of its species; the usual one where the species
 * has none.
 *
 * @param part heights of stump and top above the ground, m, and the standard error of the top
 * @param tree dbh in cm and total height in m
 * @returns m³ with the errors of dbh, height, top and taper together; null where the top lies above the tree
 */
export function merchantableVolume(
  part: { readonly stumpM: number; readonly topM: number; readonly topErrorM: number },
  tree: { readonly dbh: Estimate; readonly height: Estimate; readonly breastHeightM: number },
  model: VolumeModel | undefined,
): MerchantableVolume | null {
  const { stumpM, topM, topErrorM } = part;
  const { dbh, height, breastHeightM } = tree;
  const taper = model?.by === 'profile' ? model.taper : ({ model: 'solids' } as const);
  const profileOf = (dbhCm: number, heightM: number): StemProfile | null => {
    const made = profileByChoice(taper, { dbhCm, heightM }, breastHeightM);
    return made.ok ? made.profile : null;
  };
  const profile = profileOf(dbh.value, height.value);
  if (profile === null || topM > height.value || topM <= stumpM) return null;
  const volumeOf = ([dbhCm = 0, heightM = 0, top = 0, share = 1]: readonly number[]): number =>
    share * (profileOf(dbhCm, heightM)?.volumeM3(stumpM, Math.min(top, heightM)) ?? NaN);
  const inputs = [
    { value: dbh.value, standardError: dbh.standardError },
    { value: height.value, standardError: height.standardError },
    { value: topM, standardError: topErrorM },
    { value: 1, standardError: model?.errorShare ?? USUAL_VOLUME_ERROR_SHARE },
  ];
  return {
    volumeM3: volumeOf(inputs.map(({ value }) => value)),
    standardErrorM3: propagate(volumeOf, inputs).standardError,
    topCm: profile.diameterCm(topM),
    bark: profile.bark,
  };
}
