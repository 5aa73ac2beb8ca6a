import 'reflect-metadata';
import { CONDITION_CODE } from '@arbolito/core/protocol';
import {
  type CountedHeight,
  HEIGHT_ENDS,
  type HeightEnd,
  type HeightNote,
  type HeightNotes,
  MAX_HEIGHTS_PER_STATION,
  MAX_HEIGHTS_PER_TREE,
  MULTIPLICITIES,
  type Multiplicity,
  NOTE_LIMITS,
  STEM_LIMITS,
  type StemLimit,
  TOP_DIAMETER_CM,
  type TreeFix,
  type TreeNotes,
  type UpperDiameter,
  HEIGHT_CHECK_LIMITS,
  type HeightChecks,
  type OtherDiameter,
  otherDiametersProblem,
  upperDiametersProblem,
} from '@arbolito/core/tree';
import { OBSERVER_POSITIONS, type ObserverPosition } from '@arbolito/core/height';
import { IsBoolean } from 'class-validator';
import {
  Holds,
  IsListOf,
  IsListOfValues,
  IsListWithin,
  IsOmittable,
  IsOneOf,
  IsPart,
  IsSound,
  IsWhole,
  IsWithin,
} from './decorators.ts';

const { conditions, fork, bearingDeg, awayM, predictedVolumeM3, logs, merchantableM, upperDiameters, otherDiameters } =
  NOTE_LIMITS;
const FLAG = { message: 'must be true or false' };

/** A position in degrees. */
class TreeFixDto implements TreeFix {
  @IsWithin(-90, 90, '°')
  latitude!: number;

  @IsWithin(-180, 180, '°')
  longitude!: number;

  /** Standard error of the receiver. */
  @IsOmittable()
  @IsWithin(0, 10_000, 'm')
  accuracyM?: number;
}

/** What is noted of a tree beside its readings. */
class HeightChecksDto implements HeightChecks {
  @IsOmittable()
  @IsWithin(HEIGHT_CHECK_LIMITS.crownRadiusM.low, HEIGHT_CHECK_LIMITS.crownRadiusM.high, 'm')
  crownRadiusM?: number;

  @IsOmittable()
  @IsWithin(HEIGHT_CHECK_LIMITS.leanOffsetM.low, HEIGHT_CHECK_LIMITS.leanOffsetM.high, 'm')
  leanOffsetM?: number;

  @IsOmittable()
  @IsWithin(HEIGHT_CHECK_LIMITS.distanceM.low, HEIGHT_CHECK_LIMITS.distanceM.high, 'm')
  distanceM?: number;

  @IsOmittable()
  @IsWithin(HEIGHT_CHECK_LIMITS.reachCm.low, HEIGHT_CHECK_LIMITS.reachCm.high, 'cm')
  reachCm?: number;
}

export class TreeNotesDto implements TreeNotes {
  /** Condition codes of the survey, each once. */
  @IsOmittable()
  @IsListOfValues((code) => typeof code === 'string' && CONDITION_CODE.test(code), {
    words: 'condition codes',
    most: conditions,
    isSet: true,
  })
  conditions?: string[];

  /** Stems of a fork that was taped as one. */
  @IsOmittable()
  @IsWhole(fork.low, fork.high)
  fork?: number;

  /** How often it counts, where it stands for trees beyond the edge of the stand. */
  @IsOmittable()
  @IsOneOf(MULTIPLICITIES)
  multiplicity?: Multiplicity;

  @IsOmittable()
  @IsWithin(bearingDeg.low, bearingDeg.high, '°')
  bearingDeg?: number;

  /** Level distance from the plot’s centre to the pith. */
  @IsOmittable()
  @IsWithin(awayM.low, awayM.high, 'm')
  awayM?: number;

  /** Where its height was measured from, compared with the foot of the tree. */
  @IsOmittable()
  @IsOneOf(OBSERVER_POSITIONS)
  observerPosition?: ObserverPosition;

  /** Predicted volume, in a 3P survey. */
  @IsOmittable()
  @IsWithin(predictedVolumeM3.low, predictedVolumeM3.high, 'm³')
  predictedVolumeM3?: number;

  /** Logs counted by eye or with a stick, in halves. */
  @IsOmittable()
  @IsWithin(logs.low, logs.high)
  @Holds((value) => Number.isInteger(2 * Number(value)), 'must be a number of half logs, such as 2.5')
  logs?: number;

  /** Length of the merchantable stem, from the stump to its top. */
  @IsOmittable()
  @IsWithin(merchantableM.low, merchantableM.high, 'm')
  merchantableM?: number;

  /** Diameters at heights of their own, as they were read. */
  @IsOmittable()
  @IsListWithin({ words: 'upper diameters', most: upperDiameters })
  @IsSound(upperDiametersProblem)
  upperDiameters?: UpperDiameter[];

  /** Diameters of its stem at the same point by other instruments or people, as they were read. */
  @IsOmittable()
  @IsListWithin({ words: 'second diameters', most: otherDiameters })
  @IsSound(otherDiametersProblem)
  otherDiameters?: OtherDiameter[];

  /** Figures that check its height. */
  @IsOmittable()
  @IsPart(() => HeightChecksDto, 'crownRadiusM, leanOffsetM, distanceM, reachCm')
  checks?: HeightChecks;

  /** Where it stands by its own position. */
  @IsOmittable()
  @IsPart(() => TreeFixDto, 'latitude and longitude in degrees')
  place?: TreeFixDto;
}

const isOfMerchantable = (_value: unknown, { of }: Partial<HeightNoteDto>): boolean => of === 'merchantable';

class HeightNoteDto implements HeightNote {
  @IsWhole(2, 99)
  heightNo!: number;

  @IsOneOf(Object.keys(HEIGHT_ENDS))
  of!: HeightEnd;

  @IsBoolean(FLAG)
  sameStation!: boolean;

  @IsOmittable()
  @Holds(isOfMerchantable, 'is only for a merchantable height')
  @IsOneOf(STEM_LIMITS)
  limit?: StemLimit;

  @IsOmittable()
  @Holds(isOfMerchantable, 'is only for a merchantable height')
  @IsWithin(...TOP_DIAMETER_CM, 'cm')
  topDiameterCm?: number;
}

const isCounted = (kept: unknown, { others = [] }: Partial<HeightNotesDto>): boolean =>
  kept === 'mean' ||
  kept === 1 ||
  (Array.isArray(others) && others.some(({ heightNo, of }) => heightNo === kept && of === 'total'));

const isWithinStation = (others: unknown): boolean =>
  !Array.isArray(others) ||
  (others as readonly HeightNoteDto[]).filter(({ sameStation }) => sameStation).length < MAX_HEIGHTS_PER_STATION;

/** What is noted of the heights of a tree. */
export class HeightNotesDto implements HeightNotes {
  /** The heights beside the first. */
  @IsOmittable()
  @IsListOf(() => HeightNoteDto, {
    words: 'heights beside the first',
    most: MAX_HEIGHTS_PER_TREE - 1,
    unique: { by: ({ heightNo }) => heightNo, words: 'heightNo' },
  })
  @Holds(isWithinStation, `may have at most ${String(MAX_HEIGHTS_PER_STATION)} heights from the same station`)
  others?: HeightNoteDto[];

  /** Which total height counts; the first where left out. */
  @IsOmittable()
  @Holds(isCounted, 'must be 1, “mean”, or the number of another total height')
  kept?: CountedHeight;

  /** The top is broken off. */
  @IsOmittable()
  @IsBoolean(FLAG)
  broken?: boolean;
}
