export { felledVolumes, standingVolumes } from './compare-models.ts';
export { fitKozak, fitMaxBurkhart, fitOrmerod, type TaperFitOutcome, type TaperSections } from './fit-taper.ts';
export { outsideRange } from './outside-range.ts';
export {
  brokenAt,
  maxBurkhartProfile,
  measuredProfile,
  profileOfTaper,
  type ProfileOutcome,
  profileOverBark,
  solidsProfile,
  type StemProfile,
  underBark,
} from './profile.ts';
export { hossfeldM3, huberM3, newtonM3, type Section, smalianM3 } from './sections.ts';
export {
  STEM_VOLUME_WAYS,
  type StemVolume,
  stemVolumes,
  type StemVolumes,
  type StemVolumeWay,
  type UncertainSection,
} from './stem-volumes.ts';
export {
  outsideTaper,
  profileByChoice,
  profileByOwnDiameters,
  taperChoiceProblem,
  taperDoubts,
  taperOf,
  taperStatement,
} from './taper-choice.ts';
export {
  behreAbove,
  isLoblolly,
  LOBLOLLY,
  ormerodTaper,
  solidsTaper,
  TAPER_LIMITS,
  type TaperModel,
  type TreeSize,
} from './taper.ts';
