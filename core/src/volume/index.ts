export {
  aboveGroundKg,
  BIOMASS_GROUPS,
  CARBON_FRACTIONS,
  carbonKg,
  co2Kg,
  componentShares,
  greenMassT,
  LEAST_BIOMASS_DBH_CM,
  tropicalKg,
  type BiomassGroup,
  type ComponentShares,
} from './biomass.ts';
export {
  equationProblem,
  EQUATIONS,
  equationVolume,
  type EquationForm,
  type EquationOutcome,
  type EquationVolume,
  type VolumeEquation,
} from './equation.ts';
export { readExpression, type Expression, type ReadExpression } from './expression.ts';
export {
  fitLocalTable,
  LEAST_STEMS,
  type LocalForm,
  type LocalTable,
  type LocalTableOutcome,
  type MeasuredStem,
} from './local-table.ts';
export {
  stemVolumeM3,
  treeVolume,
  USUAL_VOLUME_ERROR_SHARE,
  VOLUME_ERROR_LIMITS,
  volumeBark,
  volumeBelowM3,
  volumeLimit,
  volumeModelProblem,
  volumeName,
  type TreeOfVolume,
  type VolumeModel,
} from './tree-volume.ts';
