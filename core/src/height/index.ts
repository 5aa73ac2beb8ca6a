export { isPlausibleHeight, oddness, plausibleHeight, slenderness, type HeightBand } from './plausible-height.ts';
export { HEIGHT_SLIPS, type HeightSlip } from './slips.ts';
