import { propagate } from '../uncertainty/index.ts';
import { measuredProfile } from './profile.ts';
import { huberM3, newtonM3, type Section, sectionsSmalianM3, smalianM3 } from './sections.ts';

/** A diameter at a height, each with its standard error. */
export interface UncertainSection extends Section {
  readonly heightErrorM: number;
  readonly diameterErrorCm: number;
}

/** Ways to the volume of a piece between two of its diameters; `taper` runs through all of them. */
export const STEM_VOLUME_WAYS = ['newton', 'huber', 'smalian', 'sections', 'taper'] as const;
export type StemVolumeWay = (typeof STEM_VOLUME_WAYS)[number];

export interface StemVolume {
  readonly way: StemVolumeWay;
  readonly volumeM3: number;
  readonly standardErrorM3: number;
}

/** Volumes of the piece of a stem between its lowest and its highest diameter. */
export interface StemVolumes {
  readonly fromM: number;
  readonly toM: number;
  /** Diameter halfway up the piece, cm. */
  readonly middleCm: number;
  /** It was measured; otherwise it is read off the curve through the other diameters. */
  readonly isMiddleMeasured: boolean;
  readonly volumes: readonly StemVolume[];
}

/** A diameter this close to the middle, as a share of the piece, is the diameter of the middle. */
const NEAR_MIDDLE = 0.01;
/** Heights are counted from this far below the piece: one that is moved by its error stays above the ground. */
const BELOW_M = 1;
const TALLEST_M = 130;

const rising = <T extends Section>(sections: readonly T[]): T[] => [...sections].sort((a, b) => a.heightM - b.heightM);

/** Where the stem would end if it went on as straight as between its two highest diameters. */
function tipOf(sections: readonly Section[]): number {
  const [below, top] = sections.slice(-2);
  if (below === undefined || top === undefined) return NaN;
  const fall = below.diameterCm ** 2 - top.diameterCm ** 2;
  const more = (top.diameterCm ** 2 * (top.heightM - below.heightM)) / fall;
  return Math.min(TALLEST_M, top.heightM + (fall > 0 ? more : TALLEST_M));
}

/** The curve through the diameters; null where they draw no stem. */
function curveOf(sections: readonly Section[]) {
  // A diameter that is thicker than the one below by its error counts as the one below.
  const falling = sections.reduce<Section[]>((list, section) => {
    const below = list.at(-1)?.diameterCm ?? Infinity;
    return [...list, { heightM: section.heightM, diameterCm: Math.min(below, section.diameterCm) }];
  }, []);
  const made = measuredProfile(tipOf(falling), falling);
  return made.ok ? made.profile : null;
}

function middleOf(sections: readonly Section[]): { readonly cm: number; readonly isMeasured: boolean } | null {
  const [fromM, toM] = [sections[0]?.heightM ?? 0, sections.at(-1)?.heightM ?? 0];
  const middleM = (fromM + toM) / 2;
  const near = sections.find(({ heightM }) => Math.abs(heightM - middleM) <= NEAR_MIDDLE * (toM - fromM));
  if (near !== undefined) return { cm: near.diameterCm, isMeasured: true };
  const curve = curveOf(sections);
  return curve === null ? null : { cm: curve.diameterCm(middleM), isMeasured: false };
}

function volumeBy(way: StemVolumeWay, sections: readonly Section[]): number {
  const [low, high] = [sections[0], sections.at(-1)];
  const middle = middleOf(sections);
  if (low === undefined || high === undefined || middle === null) return NaN;
  const lengthM = high.heightM - low.heightM;
  switch (way) {
    case 'newton':
      return newtonM3(low.diameterCm, middle.cm, high.diameterCm, lengthM);
    case 'huber':
      return huberM3(middle.cm, lengthM);
    case 'smalian':
      return smalianM3(low.diameterCm, high.diameterCm, lengthM);
    case 'sections':
      return sectionsSmalianM3(sections);
    case 'taper':
      return curveOf(sections)?.volumeM3(low.heightM, high.heightM) ?? NaN;
  }
}

/**
 * Volume of a stem between its lowest and its highest diameter, by the usual ways side by side.
 *
 * Source: Prodan 1965, Holzmesslehre; curve by Fritsch & Carlson 1980.
 *
 * @param sections two or more diameters in cm at different heights in m, none thicker than the one below
 * @returns volumes in m³ with the standard errors that diameters and heights give them; null where there is no piece
 * @example stemVolumes([at(0, 40), at(10, 30), at(20, 18)])?.volumes[0]?.volumeM3 // 1.446
 */
export function stemVolumes(sections: readonly UncertainSection[]): StemVolumes | null {
  const read = rising(sections);
  const [low, high] = [read[0], read.at(-1)];
  if (low === undefined || high === undefined || !(high.heightM > low.heightM)) return null;
  const sorted = read.map((section) => ({ ...section, heightM: section.heightM - low.heightM + BELOW_M }));
  const middle = middleOf(sorted);
  if (middle === null || curveOf(sorted) === null) return null;
  const inputs = sorted.flatMap(({ diameterCm, diameterErrorCm, heightM, heightErrorM }) => [
    { value: diameterCm, standardError: diameterErrorCm },
    { value: heightM, standardError: heightErrorM },
  ]);
  const moved = (values: readonly number[]): Section[] =>
    sorted.map((_section, i) => ({ diameterCm: values[2 * i] ?? 0, heightM: values[2 * i + 1] ?? 0 }));
  return {
    fromM: low.heightM,
    toM: high.heightM,
    middleCm: middle.cm,
    isMiddleMeasured: middle.isMeasured,
    volumes: STEM_VOLUME_WAYS.map((way) => {
      const volumeM3 = volumeBy(way, sorted);
      // A height or a diameter that is moved beyond its neighbour draws no stem: it says nothing.
      const at = (values: readonly number[]): number => {
        const found = volumeBy(way, moved(values));
        return Number.isFinite(found) ? found : volumeM3;
      };
      return { way, volumeM3, standardErrorM3: propagate(at, inputs).standardError };
    }),
  };
}
