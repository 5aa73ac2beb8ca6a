import { printAsRead, thicknessWords, type UnitSystem } from '../../units/index.ts';
import { FOUR_AND_A_HALF_FEET_M } from './field-rules.ts';
import { message, type Text } from '../../message/index.ts';

/** Heights at which diameters are taken in different parts of the world. */
export const BREAST_HEIGHTS: readonly { readonly heightM: number; readonly words: string }[] = [
  { heightM: 1.3, words: '1.30 m' },
  { heightM: FOUR_AND_A_HALF_FEET_M, words: '4.5 ft (1.3716 m)' },
  { heightM: 1.37, words: '1.37 m' },
  { heightM: 1.4, words: '1.40 m' },
  { heightM: 1.2, words: '1.20 m' },
];

/** The breast height that is usual where a unit system is used, in m. */
export const USUAL_BREAST_HEIGHT_M: Readonly<Record<UnitSystem, number>> = {
  metric: 1.3,
  imperial: FOUR_AND_A_HALF_FEET_M,
};

/** A breast height as one says it: `4.5 ft (1.3716 m)`, `1.45 m`. */
export const breastHeightWords = (heightM: number): string =>
  BREAST_HEIGHTS.find((each) => each.heightM === heightM)?.words ?? `${printAsRead(heightM)} m`;

/** Lowest and highest breast height of an own rule, in m. */
export const BREAST_HEIGHT_LIMITS_M = { low: 0.5, high: 2 } as const;

/** A place on somebody's body that helps to find breast height, measured once on level ground. */
export interface BodyMark {
  /** What everybody can see: the top of the breast pocket, the third button. */
  readonly words: string;
  /** Height of that place above the ground without boots, in m. */
  readonly barefootM: number;
  /** What the boots add, in m. */
  readonly bootsM: number;
}

export const BODY_MARK_LIMITS_M = {
  barefoot: { low: 0.5, high: 2.2 },
  boots: { low: 0, high: 0.15 },
} as const;

export interface BodyMarkAdvice {
  /** Where breast height lies from the mark, in m; above it is positive. */
  readonly barefootM: number;
  readonly withBootsM: number;
  readonly sentences: readonly [Text, Text];
}

const fromMark = (words: string, byM: number, shoes: Text, system: UnitSystem): Text => {
  const cm = Math.abs(byM) * 100;
  if (cm < 0.5) return message('protocol.at', '{shoes}: at {words}.', { shoes, words });
  return message(
    'protocol.mark-offset',
    '{side, select, above {{shoes}: {cm} above {words}.} other {{shoes}: {cm} below {words}.}}',
    { shoes, cm: thicknessWords(cm, system), words, side: byM > 0 ? 'above' : 'below' },
  );
};

/**
 * Where breast height is on somebody's body. A helper for finding the place, never the height that is recorded.
 *
 * @example bodyMarkAdvice({ words: 'the top of the pocket', barefootM: 1.33, bootsM: 0.03 }, 1.3, 'metric').withBootsM // −0.06
 */
export function bodyMarkAdvice(mark: BodyMark, breastHeightM: number, system: UnitSystem): BodyMarkAdvice {
  const barefootM = breastHeightM - mark.barefootM;
  const withBootsM = barefootM - mark.bootsM;
  return {
    barefootM,
    withBootsM,
    sentences: [
      fromMark(mark.words, barefootM, message('protocol.without-boots', 'Without boots'), system),
      fromMark(mark.words, withBootsM, message('protocol.with-boots', 'With boots'), system),
    ],
  };
}
