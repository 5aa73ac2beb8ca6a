export {
  RESULTS,
  resultUnit,
  type Diagnosis,
  type FixedReading,
  type Measure,
  type Method,
  type MethodContext,
  type MethodDescription,
  type Place,
  type Proof,
  type Reading,
  type Readings,
  type ReadingSpec,
  type StemError,
  type TwoFaces,
} from './description.ts';
export { SHEET_KEYS } from './sheet-keys.ts';
export { asMeant } from './as-meant.ts';
export { asRead } from './as-read.ts';
export { checkReadings, printReading } from './check-readings.ts';
export { evaluate, standardErrorOf, typicalErrorOf, withFixed } from './evaluate.ts';
export { lengthIn } from './in-unit.ts';
export { readingOf } from './reading-of.ts';
export { readingsOfSteps } from './readings-of-steps.ts';
