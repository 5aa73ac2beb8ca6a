export {
  estimateFrom,
  exampleNamed,
  findingIn,
  givenOutcome,
  readingsFrom,
  type Example,
  type Given,
} from './given.ts';
export { byHand, redo, wrongLines } from './redo.ts';
