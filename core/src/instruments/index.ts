export {
  CHECK_LIMITS,
  CHECK_REPEATS,
  type CheckReadings,
  type CheckResult,
  checkResult,
  nextCheckAt,
  overdue,
} from './checks.ts';
export {
  calibratedAirC,
  instrumentFor,
  type KitAtHand,
  paceOf,
  statedError,
  wordsAtReading,
} from './crew-instruments.ts';
export {
  INSTRUMENT_KINDS,
  type InstrumentKindId,
  isInstrumentKind,
  isUnitOfKind,
  KIT_LIMITS,
  type KitInstrument,
  usualReading,
} from './instruments.ts';
