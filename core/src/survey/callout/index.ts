export { parseCallout, type CalloutContext, type CallToken, type ParsedCallout } from './parse.ts';
export { printCallout } from './print.ts';
