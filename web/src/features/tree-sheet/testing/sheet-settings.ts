import { COMMON_SPECIES, RULE_SETS } from '@arbolito/core/protocol';
import type { SheetSettings } from '../store.ts';

/** A metric sheet outside any survey, in percent, as tests begin with it. */
export const SHEET_SETTINGS: SheetSettings = {
  unitSystem: 'metric',
  slopeUnit: 'pct',
  formFactor: { value: 0.45, standardError: 0.05 },
  fieldRules: RULE_SETS.timber.rules,
  lastVisits: {},
  slopePct: null,
  slopeRadius: 'level',
  shape: null,
  kit: [],
  curves: {},
  surveyId: null,
  eyeHeightM: 1.6,
  breastHeightM: 1.3,
  species: COMMON_SPECIES,
};
