import { COMMON_SPECIES, RULE_SETS, USUAL_DESIGN } from '@arbolito/core/protocol';
import type { PlotView } from '../contracts/views.ts';

/** An empty plot of 500 m² on a slope of 20 %. */
export const EXAMPLE_PLOT: PlotView = {
  id: 'plot-1',
  surveyId: 'survey-1',
  stratumId: 'stratum-1',
  label: '1',
  shape: { kind: 'circle', areaM2: 500 },
  areaM2: 500,
  auxiliary: null,
  regeneration: null,
  aspectDeg: null,
  latitude: null,
  longitude: null,
  ground: null,
  measuredOn: null,
  crew: null,
  empty: false,
  slopePct: 20,
  finished: false,
  trees: 0,
  revision: 1,
};

/** A metric survey whose sights are read on the 1:20 scale. */
export const EXAMPLE_SETTINGS = {
  unitSystem: 'metric',
  slopeUnit: 'm20',
  formFactor: { value: 0.45, standardError: 0.05 },
  fieldRules: RULE_SETS.timber.rules,
  species: COMMON_SPECIES,
  kit: [],
  curves: {},
  design: USUAL_DESIGN,
  standCurves: { bySpecies: {}, pooled: null },
  eyeHeightM: 1.6,
} as const;
