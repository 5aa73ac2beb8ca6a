export { parseCallout, type CalloutContext, type CallToken, type ParsedCallout } from './parse.ts';
export { calloutWords } from './grammar.ts';
export { printCallout } from './print.ts';
