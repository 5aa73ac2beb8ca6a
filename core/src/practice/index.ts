export { heronKit } from './heron-kit.ts';
export { monteValdeliro } from './monte-valdeliro.ts';
export { harrowCreek, harrowWood } from './harrow-creek.ts';
export type { PlantedError, DemoSurvey, DemoPlot, DemoReading, DemoTree } from './scene.ts';
export { normal, pick, seededRandom, weibull, type Random } from './random.ts';
export { BEECH_VOLUME, felledBeeches, type FelledStem } from './measured-stems.ts';
export { valdeliroWood } from './valdeliro-wood.ts';
export { felledPineSections, PINE_FORM, type FelledSection } from './measured-sections.ts';
