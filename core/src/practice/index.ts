export { heronKit } from './heron-kit.ts';
export {
  monteValdeliro,
  type PlantedSlip,
  type Scene,
  type ScenePlot,
  type SceneReading,
  type SceneTree,
} from './monte-valdeliro.ts';
export { normal, pick, seededRandom, weibull, type Random } from './random.ts';
export { BEECH_VOLUME, felledBeeches, type FelledStem } from './measured-stems.ts';
export { valdeliroWood } from './valdeliro-wood.ts';
export { felledPineSections, PINE_FORM, type FelledSection } from './measured-sections.ts';
