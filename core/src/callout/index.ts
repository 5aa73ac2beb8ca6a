export { evaluateForm, type FormProtocol } from './evaluate-form.ts';
export { calloutWords } from './grammar.ts';
export { type ParsedTree, parseTreeForm, readingsOfForm, type ReadingStamp } from './parse-tree-form.ts';
export { type CalloutContext, type CallToken, parseCallout, type ParsedCallout } from './parse.ts';
export { printTreeForm } from './print-tree-form.ts';
export { printCallout } from './print.ts';
export { checkUnits, HEIGHT_CHECK_NAMES, readCheckFigure } from './check-words.ts';
export { otherWord, printOther, readOther } from './other-diameter-words.ts';
export { printUpper, readUpper, upperWord } from './upper-words.ts';
export { withKitErrors } from './stated-errors.ts';
export { MAX_TRIES, readTries } from './tries.ts';
export {
  defaultUnitOf,
  emptyForm,
  fieldsOutsideCallout,
  formKeysOf,
  isSameStation,
  type MeasurementForm,
  measurementFormOf,
  methodOf,
  nextForm,
  readingSpecsOf,
  type ReadingText,
  stemsOf,
  type TreeForm,
  withDistance,
  withHeight,
  withMeasurementForm,
  withoutHeight,
  withoutStem,
  withStem,
} from './tree-form.ts';
