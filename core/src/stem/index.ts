export { FORM_FACTOR_LIMITS, formFactorVolume, USUAL_FORM_FACTOR, type FormFactor } from './form-factor-volume.ts';
export {
  behreProfile,
  kozakProfile,
  maxBurkhartProfile,
  measuredProfile,
  ormerodProfile,
  profileOfTaper,
  solidsProfile,
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
  behreTaper,
  FORM_CLASS_PCT,
  kozakTaper,
  LOBLOLLY,
  maxBurkhartTaper,
  ormerodTaper,
  solidsTaper,
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
export {
  profileByChoice,
  profileByOwnDiameters,
  TAPER_MODELS,
  taperChoiceProblem,
  taperOf,
  type TaperChoice,
} from './taper-choice.ts';
export { felledWays, standingWays, type WayOfVolume } from './side-by-side.ts';
export { standTable, type StandTable } from './stand-table.ts';
