export { touchesDiameter, touchesHeight, withRowOfFile } from './apply.ts';
export { changesOf, type CompareContext, type FieldChange, type TreeOnRecord } from './compare.ts';
export {
  type DecimalMark,
  FIELD_UNITS,
  type FileReading,
  type FileTree,
  guessDecimal,
  matchColumns,
  type Matching,
  matchingProblem,
  rowReader,
  TREE_FIELD_IDS,
  TREE_FIELDS,
  type TreeField,
} from './tree-file.ts';
