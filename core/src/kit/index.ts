export { calibratedAirC, instrumentFor, paceOf, statedError, wordsAtReading, type KitAtHand } from './at-hand.ts';
export {
  CHECK_REPEATS,
  checkResult,
  isCheckReadings,
  overdue,
  type CheckReadings,
  type CheckResult,
} from './checks.ts';
export {
  INSTRUMENT_KINDS,
  isInstrumentKind,
  isUnitOfKind,
  KIT_LIMITS,
  usualReading,
  type InstrumentCheckKind,
  type InstrumentKindId,
  type KitInstrument,
} from './instruments.ts';
