export { estimateFrom, exampleNamed, findingIn, outcomeOf, readingsFrom, type Example, type Given } from './given.ts';
export { byHand, redo, wrongLines } from './redo.ts';
