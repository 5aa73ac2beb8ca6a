export { demoRecord } from './demo-record.ts';
export type { DemoSurvey, PlantedError } from './demo-survey.ts';
export { harrowCreek, harrowWood } from './harrow-creek.ts';
export { heronKit } from './heron-kit.ts';
export { felledPineSections, PINE_FORM } from './measured-sections.ts';
export { BEECH_VOLUME, felledBeeches } from './measured-stems.ts';
export { monteValdeliro } from './monte-valdeliro.ts';
export { villaBrezo } from './villa-brezo.ts';
export { valdeliroWood } from './valdeliro-wood.ts';
