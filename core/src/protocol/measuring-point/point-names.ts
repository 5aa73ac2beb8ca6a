import { message, type Text } from '../../message/index.ts';
import type { TapeAnswer } from './where-to-tape.ts';

/** Where breast height is measured from, as a name. */
export const FROM_NAMES: Record<TapeAnswer['from'], Text> = {
  'level ground': message('protocol.from.level-ground', 'level ground'),
  'uphill side': message('protocol.from.uphill-side', 'uphill side'),
  'middle of the slope': message('protocol.from.middle', 'middle of the slope'),
  'underside of the lean': message('protocol.from.underside', 'underside of the lean'),
  'along the lean': message('protocol.from.along', 'ground, along the lean'),
};

/** What several stems count as. */
export const COUNTS_WORDS: Record<TapeAnswer['counts'], Text> = {
  'one tree': message('protocol.counts.one-tree', 'one tree'),
  'separate stems': message('protocol.counts.separate-stems', 'separate stems'),
  'separate trees': message('protocol.counts.separate-trees', 'separate trees'),
};
