import { convert, printRounded, type UnitSystem } from '../units/index.ts';
import { message, type Text } from '../message/index.ts';

/** What a height ends at. */
export const HEIGHT_ENDS = {
  total: message('tree.heights.total', 'total height'),
  'first-branch': message('tree.heights.first-crown-branch', 'first crown branch'),
  'crown-base': message('tree.heights.crown-base', 'crown base'),
  merchantable: message('tree.heights.merchantable', 'merchantable height'),
  stump: message('tree.heights.stump', 'stump height'),
} as const;

export type HeightEnd = keyof typeof HEIGHT_ENDS;

/** What to sight for a height that does not end at the tip, in words said to the person with the instrument. */
export const HEIGHT_ASKS: Readonly<Record<Exclude<HeightEnd, 'total'>, Text>> = {
  'first-branch': message(
    'tree.heights.sight-the-first-branch-of',
    'Sight the first branch of the crown where it leaves the stem',
  ),
  'crown-base': message('tree.heights.sight-the-base-of-the', 'Sight the base of the living crown'),
  merchantable: message('tree.heights.sight-the-end-of-the', 'Sight the end of the merchantable stem'),
  stump: message('tree.heights.sight-the-stump-the-height', 'Sight the stump: the height of the cut'),
};

/** What ends the merchantable stem, where it is not a diameter. */
export const STEM_LIMITS = ['break', 'fork', 'sweep'] as const;
export type StemLimit = (typeof STEM_LIMITS)[number];

/** A height beside the first: what it ends at, and whether it was read from where the first was. */
export interface HeightNote {
  /** Number of the height on its tree, from 2. */
  readonly heightNo: number;
  readonly of: HeightEnd;
  /** From one stand: all readings but the sight to its end are those of the first height. */
  readonly sameStation: boolean;
  readonly limit?: StemLimit | undefined;
  /** Diameter at which the merchantable stem ends. */
  readonly topDiameterCm?: number | undefined;
}

/** Which of several total heights counts: one of them by its number, or their mean. */
export type CountedHeight = number | 'mean';

/** What is noted of the heights of a tree. */
export interface HeightNotes {
  readonly others?: readonly HeightNote[] | undefined;
  /** The first where left out. */
  readonly kept?: CountedHeight | undefined;
  /** The top is broken off: the height ends at the break. */
  readonly broken?: boolean | undefined;
}

/** Most heights of one tree that can be kept, the first included. */
export const MAX_HEIGHTS_PER_TREE = 12;
/** Most heights that are read from one stand, the first included. */
export const MAX_HEIGHTS_PER_STATION = 6;
/** Diameters at which a stem may end, in cm. */
export const TOP_DIAMETER_CM = [2, 100] as const;

/** Names a height: `crown base`, `merchantable to 7 cm`, `total height`. */
export function heightName(
  { of, limit, topDiameterCm }: Omit<HeightNote, 'heightNo' | 'sameStation'>,
  system: UnitSystem,
): Text {
  if (of !== 'merchantable') return HEIGHT_ENDS[of];
  if (topDiameterCm !== undefined) {
    const diameter = printRounded(convert(topDiameterCm, 'cm', system === 'metric' ? 'cm' : 'in'), 1);
    return message('tree.merchantable-to', 'merchantable to {replace} {value}', {
      replace: diameter.replace(/\.0$/, ''),
      value: system === 'metric' ? 'cm' : 'in',
    });
  }
  return limit === undefined
    ? HEIGHT_ENDS.merchantable
    : message(
        'tree.merchantable-to-the-break',
        '{limit, select, fork {merchantable to the fork} sweep {merchantable to the sweep} other {merchantable to the break}}',
        { limit },
      );
}
