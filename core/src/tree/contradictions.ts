import type { LastVisit } from './re-measurement.ts';
import { estimateOf, type Finding, type Outcome } from '../uncertainty/index.ts';
import type { Measure } from '../measurement/index.ts';
import { convert, lengthWords, printLength, printRounded, type UnitSystem } from '../units/index.ts';
import type { HeightResults } from './evaluate-heights.ts';
import type { Species } from '../protocol/index.ts';
import type { TreeRecord } from './tree-record.ts';

type Placed = Finding & { readonly measure: Measure; readonly stem: number; readonly heightNo?: number };

interface Figures {
  readonly heights: HeightResults;
  /** Where the tape lay, by stem; null at breast height. */
  readonly points: readonly { readonly ordinal: number; readonly pointM: number | null }[];
  readonly breastHeightM: number;
  readonly unitSystem: UnitSystem;
  readonly species: readonly Pick<Species, 'code' | 'name'>[];
  readonly lastVisit: LastVisit | undefined;
}

const valueOf = (outcome: Outcome | null): number | null =>
  outcome === null ? null : (estimateOf(outcome)?.value ?? null);

/** Nearer than this to breast height a tape lies at it, as far as anybody can hold it. */
const AT_BREAST_HEIGHT_M = 0.02;
/** So near a point is meant for breast height, by another rule. */
const MEANT_FOR_BREAST_HEIGHT_M = 0.15;
/** Tapes seldom lie lower than this share of breast height. */
const LOW_SHARE = 0.5;

/** Heights of parts that lie above the whole, and stumps that are no stumps. */
function ofHeights({ heights, breastHeightM, unitSystem }: Figures): Placed[] {
  const totalM = valueOf(heights.counted);
  return heights.heights.flatMap(({ of, name, heightNo, outcome }): Placed[] => {
    const heightM = valueOf(outcome);
    if (heightM === null || of === 'total') return [];
    const at = {
      reading: null,
      suggestedFixes: [],
      measure: 'height' as const,
      stem: 1,
      ...(heightNo === 1 ? {} : { heightNo }),
    };
    const capital = name.charAt(0).toUpperCase() + name.slice(1);
    if (totalM !== null && heightM > totalM)
      return [
        {
          ...at,
          code: 'height.part-above-total',
          severity: 'check',
          title: `${capital} above the total height`,
          message: `${capital} ${printLength(heightM, unitSystem)}, total height ${printLength(totalM, unitSystem)}. Check both readings.`,
        },
      ];
    if (of === 'stump' && heightM > breastHeightM)
      return [
        {
          ...at,
          code: 'height.high-stump',
          severity: 'check',
          title: 'Stump above breast height',
          message: `A stump of ${printLength(heightM, unitSystem)} is above breast height, ${lengthWords(breastHeightM, unitSystem)}. Check the reading, or what this height ends at.`,
        },
      ];
    return [];
  });
}

/** Measuring points that are likelier a slip of unit or of rule than a choice. Where the reason is noted, nothing is asked. */
function ofPoints({ points, breastHeightM, unitSystem }: Figures, { reason, found }: TreeRecord): Placed[] {
  if ((reason ?? '').trim() !== '' || found !== undefined) return [];
  return points.flatMap(({ ordinal, pointM }): Placed[] => {
    if (pointM === null) return [];
    const at = {
      reading: 'point',
      suggestedFixes: [],
      measure: 'point' as const,
      stem: ordinal,
      severity: 'check' as const,
    };
    const [here, rule] = [pointM, breastHeightM].map((m) => lengthWords(m, unitSystem));
    const offM = Math.abs(pointM - breastHeightM);
    if (offM > AT_BREAST_HEIGHT_M && offM <= MEANT_FOR_BREAST_HEIGHT_M)
      return [
        {
          ...at,
          code: 'point.other-breast-height',
          title: `Taped at ${here ?? ''}, breast height is ${rule ?? ''}`,
          message: `The field rules of this survey measure at ${rule ?? ''}. Leave the point empty if the tape lay there, or note why it lay at ${here ?? ''}.`,
        },
      ];
    const [unit, other] = unitSystem === 'metric' ? (['m', 'ft'] as const) : (['ft', 'm'] as const);
    const number = convert(pointM, 'm', unit);
    const isOtherUnit = Math.abs(convert(number, other, 'm') - breastHeightM) <= MEANT_FOR_BREAST_HEIGHT_M;
    if (isOtherUnit || pointM < LOW_SHARE * breastHeightM)
      return [
        {
          ...at,
          code: 'point.far-from-breast-height',
          title: `Taped at ${here ?? ''}, breast height is ${rule ?? ''}`,
          message: `${isOtherUnit ? `Was it ${printRounded(number, 2)} ${other}? ` : ''}Check the number and its unit, or note why the tape lay at ${here ?? ''}.`,
        },
      ];
    return [];
  });
}

function ofSpecies({ species, lastVisit }: Figures, { speciesCode, tag }: TreeRecord): Placed[] {
  const before = lastVisit?.speciesCode;
  if (lastVisit === undefined || before === undefined || speciesCode === '' || before === speciesCode) return [];
  const nameOf = (code: string): string => species.find((each) => each.code === code)?.name ?? code;
  return [
    {
      code: 'tree.other-species',
      severity: 'check',
      reading: null,
      suggestedFixes: [],
      measure: 'diameter',
      stem: 1,
      title: `${nameOf(before)} at the last visit`,
      message: `Tree ${tag} was ${nameOf(before)} on ${lastVisit.on}, now ${nameOf(speciesCode)}. Check tag and species.`,
    },
  ];
}

/** What the readings of one tree say against each other, the field rules and the last visit. Nothing is refused. */
export const contradictions = (tree: TreeRecord, figures: Figures): readonly Placed[] => [
  ...ofHeights(figures),
  ...ofPoints(figures, tree),
  ...ofSpecies(figures, tree),
];

/** A tag without leading zeros: 0901 and 901 are easily taken for one tree. */
export const plainTag = (tag: string): string => tag.toUpperCase().replaceAll(/(^|\D)0+(?=\d)/g, '$1');

/** A tag that looks like this one but is not the same; undefined where there is none. */
export const lookalikeTag = (tag: string, others: readonly string[]): string | undefined =>
  others.find((other) => other !== tag && plainTag(other) === plainTag(tag));
