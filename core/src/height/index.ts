export {
  isPlausibleHeight,
  oddness,
  plausibleHeight,
  printDbh,
  slenderness,
  type HeightBand,
} from './plausible-height.ts';
export { HEIGHT_SLIPS, type HeightSlip } from './slips.ts';
