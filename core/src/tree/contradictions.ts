import type { LastVisit } from './re-measurement.ts';
import { estimateOf, type Finding, type Outcome } from '../uncertainty/index.ts';
import type { Measure } from '../measurement/index.ts';
import { convert, lengthWords, printLength, printRounded, type UnitSystem } from '../units/index.ts';
import type { HeightResults } from './evaluate-heights.ts';
import type { Species } from '../protocol/index.ts';
import type { TreeRecord } from './tree-record.ts';
import { message, type Text } from '../message/index.ts';

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
    if (totalM !== null && heightM > totalM)
      return [
        {
          ...at,
          code: 'height.part-above-total',
          severity: 'check',
          title: message('tree.above-the-total-height', '{Name} above the total height', { Name: name }),
          message: message(
            'tree.total-height-check-both-readings',
            '{Name} {heightM}, total height {totalM}. Check both readings.',
            { Name: name, heightM: printLength(heightM, unitSystem), totalM: printLength(totalM, unitSystem) },
          ),
        },
      ];
    if (of === 'stump' && heightM > breastHeightM)
      return [
        {
          ...at,
          code: 'height.high-stump',
          severity: 'check',
          title: message('tree.stump-above-breast-height', 'Stump above breast height'),
          message: message(
            'tree.the-stump-height-is-above',
            'The stump height {heightM} is above breast height, {breastHeightM}. Check the reading, or the upper limit of this height.',
            { heightM: printLength(heightM, unitSystem), breastHeightM: lengthWords(breastHeightM, unitSystem) },
          ),
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
          title: message('tree.measured-at-breast-height-is', 'Measured at {here}; breast height is {rule}', {
            here: here ?? '',
            rule: rule ?? '',
          }),
          message: message(
            'tree.the-field-rules-of-this',
            'The field rules of this survey measure at {rule}. Leave the measuring point empty if you measured there, or record why you measured at {here}.',
            { rule: rule ?? '', here: here ?? '' },
          ),
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
          title: message('tree.measured-at-breast-height-is', 'Measured at {here}; breast height is {rule}', {
            here: here ?? '',
            rule: rule ?? '',
          }),
          message: message(
            'tree.check-the-number-and-its',
            '{value}Check the number and its unit, or record why you measured at {here}.',
            {
              value: isOtherUnit
                ? message('tree.was-it', 'Was it {number} {other}? ', { number: printRounded(number, 2), other })
                : '',
              here: here ?? '',
            },
          ),
        },
      ];
    return [];
  });
}

function ofSpecies({ species, lastVisit }: Figures, { speciesCode, tag }: TreeRecord): Placed[] {
  const before = lastVisit?.speciesCode;
  if (lastVisit === undefined || before === undefined || speciesCode === '' || before === speciesCode) return [];
  const nameOf = (code: string): Text => species.find((each) => each.code === code)?.name ?? code;
  return [
    {
      code: 'tree.other-species',
      severity: 'check',
      reading: null,
      suggestedFixes: [],
      measure: 'diameter',
      stem: 1,
      title: message('tree.at-the-last-visit', '{before} at the last visit', { before: nameOf(before) }),
      message: message(
        'tree.tree-was-on-now-check',
        'Tree {tag} was {before} on {on}, now {speciesCode}. Check tag and species.',
        { tag, before: nameOf(before), on: lastVisit.on, speciesCode: nameOf(speciesCode) },
      ),
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
