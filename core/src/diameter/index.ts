export { basalAreaM2 } from './basal-area.ts';
export { LARGEST_DBH_CM, LARGEST_GIRTH_CM, SURPRISING_DBH_CM } from './limits.ts';
export { DIAMETER_SLIPS } from './slips.ts';
