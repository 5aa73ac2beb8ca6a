export { HEIGHT_SLIP_KINDS } from './catalogue.ts';
export type { Checked, Expectation, HeightEvidence } from './evidence.ts';
export { nameSlips, withNamedSlips, type Naming } from './name-slips.ts';
export type { SlipKind } from './slip-kind.ts';
export { seenTangent } from './tree-kinds.ts';
