export { calloutWords } from './grammar.ts';
export { type CalloutContext, type CallToken, parseCallout, type ParsedCallout } from './parse.ts';
export { printCallout } from './print.ts';
