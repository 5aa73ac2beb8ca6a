export { FORM_FACTOR_LIMITS, formFactorVolume, USUAL_FORM_FACTOR, type FormFactor } from './form-factor-volume.ts';
export {
  behreProfile,
  brokenAt,
  kozakProfile,
  maxBurkhartProfile,
  measuredProfile,
  ormerodProfile,
  profileOfTaper,
  solidsProfile,
  profileOverBark,
  underBark,
  type ProfileOutcome,
  type StemProfile,
} from './profile.ts';
export {
  centroidHeightM,
  centroidM3,
  coneFrustumM3,
  crossSectionM2,
  hossfeldM3,
  huberM3,
  newtonM3,
  presslerM3,
  SECTION_METHODS,
  sectionsConeM3,
  sectionsSmalianM3,
  sectionsSplineM3,
  smalianM3,
  type Section,
} from './sections.ts';
export {
  behreAbove,
  behreTaper,
  FORM_CLASS_PCT,
  kozakTaper,
  isLoblolly,
  LOBLOLLY,
  maxBurkhartTaper,
  ormerodTaper,
  solidsTaper,
  USUAL_BARK_RATIO,
  type Bark,
  type BehreStem,
  type KozakCoefficients,
  type MaxBurkhartCoefficients,
  type ProfileProblem,
  type TaperModel,
  type TaperOutcome,
  type TreeSize,
} from './taper.ts';
export {
  fitKozak,
  fitMaxBurkhart,
  fitOrmerod,
  LEAST_TAPER_SECTIONS,
  type TaperFit,
  type TaperFitOutcome,
  type TaperSections,
} from './fit-taper.ts';
export { BURKHART_LOBLOLLY, formQuotient, merchantableShare } from './form.ts';
export { emptyStandWood, standWood, type StandCut, type StandStems, type StandWood } from './stand-wood.ts';
export { outsideRange } from './range.ts';
export {
  outsideTaper,
  profileByChoice,
  profileByOwnDiameters,
  TAPER_MODELS,
  taperChoiceProblem,
  taperDoubts,
  taperOf,
  taperStatement,
  type TaperChoice,
  type TaperStatement,
} from './taper-choice.ts';
export { felledWays, standingWays, type WayOfVolume } from './side-by-side.ts';
export { volumeTable, type VolumeTable } from './stand-table.ts';
