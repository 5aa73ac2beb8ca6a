export { type FallCase, fallReach, type FallReach, reachBySights, reachByStick, type Verdict } from './fall-reach.ts';
