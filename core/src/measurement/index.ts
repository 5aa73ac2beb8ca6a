export { asMeant } from './as-meant.ts';
export { asRead } from './as-read.ts';
export { checkReadings, printReading } from './check-readings.ts';
export {
  type Diagnosis,
  type FixedReading,
  type Measure,
  type Method,
  type MethodContext,
  type HeldInstrument,
  type MethodDescription,
  type SectionDrawing,
  type Proof,
  type Readings,
  type ReadingSpec,
  type ReadingValue,
  resultUnit,
  type TwoFaces,
} from './description.ts';
export { evaluate, standardErrorOf, typicalErrorOf, withFixed } from './evaluate.ts';
export { INSTRUMENT_NAMES, type InstrumentName } from './instrument-names.ts';
export { lengthIn } from './in-unit.ts';
export { readingOf } from './reading-of.ts';
export { readingsOfSteps } from './readings-of-steps.ts';
export { createRegistry } from './registry.ts';
