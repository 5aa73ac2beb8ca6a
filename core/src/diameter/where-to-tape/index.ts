export {
  ABOVE_SWELLING_M,
  CROTCH_SWELLING_M,
  FORK_AT_GROUND_M,
  slopeSchools,
  whereToTape,
  type SlopeSchools,
  type TapeAnswer,
  type TapePoint,
} from './where-to-tape.ts';
export { isTapedTree, TAPED_LIMITS, type TapedTree } from './taped-tree.ts';
