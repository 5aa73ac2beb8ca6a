export {
  criticalTopAngleDeg,
  fallReach,
  levelReachM,
  reachFromSightsM,
  reachMarginM,
  slopeReachM,
  stemLengthM,
  type FallCase,
  type FallReach,
} from './fall-reach.ts';
