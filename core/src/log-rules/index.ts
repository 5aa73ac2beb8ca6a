export { LOG_RULES, ruleDoubt, scaledBoardFeet } from './rules.ts';
export { cordsOf, hoppusFt, jasM3, SOLID_FT3_PER_CORD, STERES_PER_CORD } from './solid.ts';
export { type LogLengths, logsInLength } from './count-logs.ts';
export { FORM_CLASS_HEIGHT_FT, LOG_FT } from './log-lengths.ts';
export { FORM_CLASS_LIMITS } from './standing.ts';
export { type CruisedTree, standingBoardFeet, type StandingBoardFeet } from './standing-board-feet.ts';
export { boardFeetTable } from './table.ts';
