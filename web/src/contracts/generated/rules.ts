// Made of the contracts by `npm run contracts`. Do not edit.
import type { RuleTable } from '../rules/field-rule.ts';

export const actRules = {
  madeAt: {"type":"string","format":"date-time"},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
} as const satisfies RuleTable;

export const auxiliaryValueRules = {
  auxiliary: {"type":"number","minimum":0,"maximum":1000000},
} as const satisfies RuleTable;

export const auxiliaryValuesRules = {
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
  madeAt: {"type":"string","format":"date-time"},
} as const satisfies RuleTable;

export const bodyMarkRules = {
  words: {"type":"string","format":"line","minLength":1,"maxLength":60},
  barefootM: {"type":"number","minimum":0.5,"maximum":2.2,"x-unit":"m"},
  bootsM: {"type":"number","minimum":0,"maximum":0.15,"x-unit":"m"},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
} as const satisfies RuleTable;

export const brokenRules = {
  breakM: {"type":"number","minimum":0.1,"maximum":60,"x-unit":"m"},
} as const satisfies RuleTable;

export const buttRules = {
  endsM: {"type":"number","minimum":0.1,"maximum":10,"x-unit":"m"},
} as const satisfies RuleTable;

export const calloutRules = {
  line: {"type":"string","format":"line","minLength":1,"maxLength":300},
  observedAt: {"type":"string","format":"date-time"},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
} as const satisfies RuleTable;

export const checkDecisionRules = {
  point: {"type":"string","format":"line","minLength":1,"maxLength":200},
  reason: {"type":"string","format":"line","minLength":1,"maxLength":300},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
  madeAt: {"type":"string","format":"date-time"},
} as const satisfies RuleTable;

export const circleRules = {
  areaM2: {"type":"number","minimum":1,"maximum":10000,"x-unit":"m²"},
} as const satisfies RuleTable;

export const codesRules = {
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
  madeAt: {"type":"string","format":"date-time"},
} as const satisfies RuleTable;

export const completeTallyRules = {
  areaM2: {"type":"number","minimum":10,"maximum":100000000,"x-unit":"m²"},
} as const satisfies RuleTable;

export const computeRules = {
  method: {"type":"string","format":"line","minLength":1,"maxLength":60},
  dbhCm: {"type":"number","minimum":0.1,"maximum":600,"x-unit":"cm"},
  heightM: {"type":"number","minimum":0.1,"maximum":130,"x-unit":"m"},
} as const satisfies RuleTable;

export const conditionRules = {
  code: {"type":"string","pattern":"^[a-z]{2,8}$","description":"a code of two to eight small letters"},
  words: {"type":"string","format":"line","minLength":1,"maxLength":60},
  product: {"type":"string","format":"line","minLength":1,"maxLength":40},
} as const satisfies RuleTable;

export const conflictDecisionRules = {
  seen: {"type":"string","format":"line","minLength":1,"maxLength":64},
  tag: {"type":"string","pattern":"^[\\p{L}\\d][\\p{L}\\d-]{0,11}$","description":"a tag of up to 12 letters, digits and dashes"},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
  madeAt: {"type":"string","format":"date-time"},
} as const satisfies RuleTable;

export const countedHeightRuleRules = {
  n: {"type":"integer","minimum":1,"maximum":50},
} as const satisfies RuleTable;

export const doubleSamplingRules = {
  auxiliary: {"type":"string","format":"line","minLength":1,"maxLength":60},
} as const satisfies RuleTable;

export const fieldRulesRules = {
  smallestDbhCm: {"type":"number","minimum":0,"maximum":100,"x-unit":"cm"},
} as const satisfies RuleTable;

export const fixedDistanceCheckRules = {
  taped: {"type":"number","minimum":1,"maximum":1000},
  airC: {"type":"number","minimum":-40,"maximum":50,"x-unit":"°C"},
} as const satisfies RuleTable;

export const forkRules = {
  crotchM: {"type":"number","minimum":0,"maximum":10,"x-unit":"m"},
  stems: {"type":"integer","minimum":2,"maximum":40},
} as const satisfies RuleTable;

export const groundRules = {
  slopePct: {"type":"number","minimum":0,"maximum":150,"x-unit":"%"},
  snowM: {"type":"number","minimum":0,"maximum":3,"x-unit":"m"},
} as const satisfies RuleTable;

export const heightChecksRules = {
  crownRadiusM: {"type":"number","minimum":0.2,"maximum":25,"x-unit":"m"},
  leanOffsetM: {"type":"number","minimum":0.1,"maximum":30,"x-unit":"m"},
  distanceM: {"type":"number","minimum":1,"maximum":200,"x-unit":"m"},
  reachCm: {"type":"number","minimum":20,"maximum":120,"x-unit":"cm"},
} as const satisfies RuleTable;

export const heightNoteRules = {
  heightNo: {"type":"integer","minimum":2,"maximum":99},
  topDiameterCm: {"type":"number","minimum":2,"maximum":100,"x-unit":"cm"},
} as const satisfies RuleTable;

export const importOptionsRules = {
  revision: {"type":"string","pattern":"^\\d+ \\d+$","description":"the revision of a preview"},
  skip: {"type":"string","pattern":"^(\\d{1,6}(-\\d{1,6})?(,\\d{1,6}(-\\d{1,6})?)*)?$","description":"row numbers such as 3,7-9"},
  remove: {"type":"string","pattern":"^(all|(\\d{1,6}(-\\d{1,6})?(,\\d{1,6}(-\\d{1,6})?)*)?)$","description":"“all”, or numbers such as 1,4-6"},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
} as const satisfies RuleTable;

export const instrumentCheckRules = {
  checkedAt: {"type":"string","format":"date-time"},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
} as const satisfies RuleTable;

export const instrumentRules = {
  crew: {"type":"string","format":"line","minLength":1,"maxLength":60},
  name: {"type":"string","format":"line","minLength":1,"maxLength":60},
  graduation: {"type":"number","minimum":0.0001,"maximum":100},
  standardError: {"type":"number","minimum":0.0001,"maximum":100},
  everyDays: {"type":"integer","minimum":0,"maximum":3650},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
} as const satisfies RuleTable;

export const logSettingsRules = {
  logLengthM: {"type":"number","minimum":0.5,"maximum":15,"x-unit":"m"},
  trimM: {"type":"number","minimum":0,"maximum":1,"x-unit":"m"},
  formClass: {"type":"number","minimum":50,"maximum":100,"x-unit":"%"},
  perThousand: {"type":"number","minimum":0,"maximum":100000},
} as const satisfies RuleTable;

export const nestedCircleRules = {
  fromCm: {"type":"number","minimum":0,"maximum":200,"x-unit":"cm"},
  areaM2: {"type":"number","minimum":1,"maximum":10000,"x-unit":"m²"},
} as const satisfies RuleTable;

export const newPhotoRules = {
  words: {"type":"string","format":"line","minLength":1,"maxLength":120},
  takenAt: {"type":"string","format":"date-time"},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
} as const satisfies RuleTable;

export const newPlotRules = {
  label: {"type":"string","pattern":"^[\\p{L}\\d][\\p{L}\\d-]{0,11}$","description":"a label of up to 12 letters, digits and dashes"},
  areaM2: {"type":"number","minimum":1,"maximum":10000,"x-unit":"m²"},
  slopePct: {"type":"number","minimum":0,"maximum":150,"x-unit":"%"},
  aspectDeg: {"type":"number","minimum":0,"maximum":360,"x-unit":"degrees from north"},
  latitude: {"type":"number","minimum":-90,"maximum":90,"x-unit":"degrees"},
  longitude: {"type":"number","minimum":-180,"maximum":180,"x-unit":"degrees"},
  ground: {"type":"string","format":"line","minLength":1,"maxLength":120},
  measuredOn: {"type":"string","format":"date"},
  crew: {"type":"string","format":"line","minLength":1,"maxLength":60},
  auxiliary: {"type":"number","minimum":0,"maximum":1000000},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
} as const satisfies RuleTable;

export const newPlotsRules = {
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
} as const satisfies RuleTable;

export const newReadingsRules = {
  madeAt: {"type":"string","format":"date-time"},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
} as const satisfies RuleTable;

export const newSurveyRules = {
  name: {"type":"string","format":"line","minLength":1,"maxLength":80},
  breastHeightM: {"type":"number","minimum":0.5,"maximum":2,"x-unit":"m"},
  eyeHeightM: {"type":"number","minimum":0.5,"maximum":2.5,"x-unit":"m"},
  formFactor: {"type":"number","minimum":0.2,"maximum":0.8},
  formFactorStandardError: {"type":"number","minimum":0,"maximum":0.5},
  crew: {"type":"string","format":"line","minLength":1,"maxLength":60},
  startedOn: {"type":"string","format":"date"},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
} as const satisfies RuleTable;

export const newTreeRules = {
  tag: {"type":"string","pattern":"^[\\p{L}\\d][\\p{L}\\d-]{0,11}$","description":"a tag of up to 12 letters, digits and dashes"},
  speciesCode: {"type":"string","format":"line","minLength":1,"maxLength":5},
  observedAt: {"type":"string","format":"date-time"},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
} as const satisfies RuleTable;

export const notebookMoveRules = {
  tag: {"type":"string","pattern":"^[\\p{L}\\d][\\p{L}\\d-]{0,11}$","description":"a tag of up to 12 letters, digits and dashes"},
  speciesCode: {"type":"string","format":"line","minLength":1,"maxLength":5},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
  madeAt: {"type":"string","format":"date-time"},
} as const satisfies RuleTable;

export const notebookTreeRules = {
  name: {"type":"string","format":"line","minLength":1,"maxLength":60},
  place: {"type":"string","format":"line","minLength":1,"maxLength":80},
  note: {"type":"string","format":"line","minLength":1,"maxLength":500},
  speciesCode: {"type":"string","format":"line","minLength":1,"maxLength":5},
  madeAt: {"type":"string","format":"date-time"},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
} as const satisfies RuleTable;

export const obstacleRules = {
  fromM: {"type":"number","minimum":0,"maximum":10,"x-unit":"m"},
  toM: {"type":"number","minimum":0,"maximum":10,"x-unit":"m"},
} as const satisfies RuleTable;

export const operationRules = {
  sequence: {"type":"integer","minimum":0,"maximum":2147483647},
  madeAt: {"type":"string","format":"date-time"},
  path: {"type":"string","format":"line","minLength":1,"maxLength":120},
  rules: {"type":"integer","minimum":0,"maximum":99},
} as const satisfies RuleTable;

export const paceLineCheckRules = {
  line: {"type":"number","minimum":5,"maximum":1000},
} as const satisfies RuleTable;

export const personRules = {
  name: {"type":"string","format":"line","minLength":1,"maxLength":60},
  eyeHeightM: {"type":"number","minimum":0.5,"maximum":2.5,"x-unit":"m"},
  paceM: {"type":"number","minimum":0.3,"maximum":2.5,"x-unit":"m"},
  paceErrorM: {"type":"number","minimum":0,"maximum":0.5,"x-unit":"m"},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
} as const satisfies RuleTable;

export const placeRules = {
  name: {"type":"string","format":"line","minLength":1,"maxLength":80},
} as const satisfies RuleTable;

export const plotCorrectionRules = {
  slopePct: {"type":"number","minimum":0,"maximum":150,"x-unit":"%"},
  aspectDeg: {"type":"number","minimum":0,"maximum":360,"x-unit":"degrees from north"},
  latitude: {"type":"number","minimum":-90,"maximum":90,"x-unit":"degrees"},
  longitude: {"type":"number","minimum":-180,"maximum":180,"x-unit":"degrees"},
  ground: {"type":"string","format":"line","minLength":1,"maxLength":120},
  measuredOn: {"type":"string","format":"date"},
  crew: {"type":"string","format":"line","minLength":1,"maxLength":60},
  auxiliary: {"type":"number","minimum":0,"maximum":1000000},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
  madeAt: {"type":"string","format":"date-time"},
} as const satisfies RuleTable;

export const plotRegenerationRules = {
  areaM2: {"type":"number","minimum":0.5,"maximum":1000,"x-unit":"m²"},
} as const satisfies RuleTable;

export const plotToLayRules = {
  label: {"type":"string","pattern":"^[\\p{L}\\d][\\p{L}\\d-]{0,11}$","description":"a label of up to 12 letters, digits and dashes"},
  latitude: {"type":"number","minimum":-90,"maximum":90,"x-unit":"degrees"},
  longitude: {"type":"number","minimum":-180,"maximum":180,"x-unit":"degrees"},
  slopePct: {"type":"number","minimum":0,"maximum":150,"x-unit":"%"},
  aspectDeg: {"type":"number","minimum":0,"maximum":360,"x-unit":"degrees from north"},
} as const satisfies RuleTable;

export const priceListRules = {
  pricesOf: {"type":"string","format":"date"},
} as const satisfies RuleTable;

export const productRules = {
  name: {"type":"string","format":"line","minLength":1,"maxLength":40},
  fromCm: {"type":"number","minimum":0,"maximum":600,"x-unit":"cm"},
} as const satisfies RuleTable;

export const productPieceRules = {
  lengthM: {"type":"number","minimum":0.5,"maximum":30,"x-unit":"m"},
  topCm: {"type":"number","minimum":1,"maximum":200,"x-unit":"cm"},
} as const satisfies RuleTable;

export const productPriceRules = {
  name: {"type":"string","format":"line","minLength":1,"maxLength":40},
  perThousand: {"type":"number","minimum":0,"maximum":100000},
} as const satisfies RuleTable;

export const readingRules = {
  stem: {"type":"integer","minimum":1,"maximum":30},
  heightNo: {"type":"integer","minimum":2,"maximum":99},
  methodId: {"type":"string","format":"line","minLength":1,"maxLength":60},
  key: {"type":"string","format":"line","minLength":1,"maxLength":30},
  value: {"type":"number","minimum":-1000000,"maximum":1000000},
  asRead: {"type":"string","format":"line","minLength":1,"maxLength":60},
  standardError: {"type":"number","minimum":0,"maximum":1000000},
  try: {"type":"number","minimum":1,"maximum":99},
  takenAt: {"type":"string","format":"date-time"},
} as const satisfies RuleTable;

export const rectangleRules = {
  widthM: {"type":"number","minimum":1,"maximum":1000,"x-unit":"m"},
  lengthM: {"type":"number","minimum":1,"maximum":1000,"x-unit":"m"},
} as const satisfies RuleTable;

export const regenerationCountRules = {
  speciesCode: {"type":"string","pattern":"^[a-z]{2,5}$","description":"a code of two to five small letters"},
  count: {"type":"integer","minimum":1,"maximum":10000},
} as const satisfies RuleTable;

export const rulesChangeRules = {
  reason: {"type":"string","format":"line","minLength":1,"maxLength":300},
  breastHeightM: {"type":"number","minimum":0.5,"maximum":2,"x-unit":"m"},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
  madeAt: {"type":"string","format":"date-time"},
} as const satisfies RuleTable;

export const rulesPreviewRules = {
  breastHeightM: {"type":"number","minimum":0.5,"maximum":2,"x-unit":"m"},
} as const satisfies RuleTable;

export const speciesRules = {
  code: {"type":"string","pattern":"^[a-z]{2,5}$","description":"a code of two to five small letters"},
  name: {"type":"string","format":"line","minLength":1,"maxLength":60},
  largestDbhCm: {"type":"number","minimum":5,"maximum":600,"x-unit":"cm"},
  fastestGrowthCmPerYear: {"type":"number","minimum":0.05,"maximum":10,"x-unit":"cm a year"},
} as const satisfies RuleTable;

export const speciesWoodRules = {
  speciesCode: {"type":"string","pattern":"^[a-z]{2,5}$","description":"a code of two to five small letters"},
  barkRatio: {"type":"number","minimum":0.7,"maximum":1},
} as const satisfies RuleTable;

export const standingBoardFeetRules = {
  dbhIn: {"type":"number","minimum":6,"maximum":80,"x-unit":"in"},
  logs: {"type":"number","minimum":0.5,"maximum":12},
  formClass: {"type":"number","minimum":60,"maximum":95,"x-unit":"%"},
} as const satisfies RuleTable;

export const stemRules = {
  ordinal: {"type":"integer","minimum":2,"maximum":30},
} as const satisfies RuleTable;

export const stratumRules = {
  name: {"type":"string","format":"line","minLength":1,"maxLength":60},
  areaHa: {"type":"number","minimum":0.001,"maximum":1000000,"x-unit":"ha"},
  pointsCounted: {"type":"integer","minimum":1,"maximum":1000000},
} as const satisfies RuleTable;

export const surveySettingsRules = {
  name: {"type":"string","format":"line","minLength":1,"maxLength":80},
  crew: {"type":"string","format":"line","minLength":1,"maxLength":60},
  startedOn: {"type":"string","format":"date"},
  eyeHeightM: {"type":"number","minimum":0.5,"maximum":2.5,"x-unit":"m"},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
  madeAt: {"type":"string","format":"date-time"},
} as const satisfies RuleTable;

export const syncRules = {
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
  request: {"type":"integer","minimum":1,"maximum":2147483647},
} as const satisfies RuleTable;

export const tapedTreeRules = {
  leanDeg: {"type":"number","minimum":0,"maximum":60,"x-unit":"°"},
} as const satisfies RuleTable;

export const tapingRules = {
  mark: {"type":"string","format":"line","minLength":1,"maxLength":120},
  reason: {"type":"string","format":"line","minLength":1,"maxLength":300},
} as const satisfies RuleTable;

export const threePRules = {
  sureToMeasureM3: {"type":"number","minimum":0.001,"maximum":200,"x-unit":"m³"},
} as const satisfies RuleTable;

export const treeCorrectionRules = {
  tag: {"type":"string","pattern":"^[\\p{L}\\d][\\p{L}\\d-]{0,11}$","description":"a tag of up to 12 letters, digits and dashes"},
  speciesCode: {"type":"string","format":"line","minLength":1,"maxLength":5},
  madeAt: {"type":"string","format":"date-time"},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
} as const satisfies RuleTable;

export const treeDeletionRules = {
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
  madeAt: {"type":"string","format":"date-time"},
} as const satisfies RuleTable;

export const treeFixRules = {
  latitude: {"type":"number","minimum":-90,"maximum":90,"x-unit":"°"},
  longitude: {"type":"number","minimum":-180,"maximum":180,"x-unit":"°"},
  accuracyM: {"type":"number","minimum":0,"maximum":10000,"x-unit":"m"},
} as const satisfies RuleTable;

export const treeNotesRules = {
  fork: {"type":"integer","minimum":2,"maximum":9},
  bearingDeg: {"type":"number","minimum":0,"maximum":360,"x-unit":"°"},
  awayM: {"type":"number","minimum":0,"maximum":200,"x-unit":"m"},
  predictedVolumeM3: {"type":"number","minimum":0.001,"maximum":200,"x-unit":"m³"},
  logs: {"type":"number","minimum":0.5,"maximum":15},
  merchantableM: {"type":"number","minimum":0.5,"maximum":90,"x-unit":"m"},
} as const satisfies RuleTable;

export const variableRadiusRules = {
  factorM2PerHa: {"type":"number","minimum":0.05,"maximum":200,"x-unit":"m²/ha"},
} as const satisfies RuleTable;

export const woodSettingsRules = {
  stumpM: {"type":"number","minimum":0,"maximum":3,"x-unit":"m"},
  topCm: {"type":"number","minimum":1,"maximum":100,"x-unit":"cm"},
  observer: {"type":"string","format":"line","minLength":1,"maxLength":60},
  device: {"type":"string","format":"line","minLength":1,"maxLength":60},
  madeAt: {"type":"string","format":"date-time"},
} as const satisfies RuleTable;

export const zeroCheckRules = {
  forth: {"type":"number","minimum":-1000,"maximum":1000},
  back: {"type":"number","minimum":-1000,"maximum":1000},
} as const satisfies RuleTable;
