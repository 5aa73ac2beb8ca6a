import type { CalloutContext } from '../callout/index.ts';
import { RULE_SETS, USUAL_FORM_FACTOR } from '../protocol/index.ts';
import type { TreeProtocol } from '../tree/index.ts';

/** A metric survey of one species, sights in percent. */
export const PINE_SURVEY = {
  unitSystem: 'metric',
  slopeUnit: 'pct',
  species: [{ code: 'sp', name: 'Scots pine', crown: 'spire' }],
} as const satisfies CalloutContext;

/** Its field rules: timber. */
export const PINE_PROTOCOL = {
  unitSystem: 'metric',
  fieldRules: RULE_SETS.timber.rules,
  formFactor: USUAL_FORM_FACTOR,
} as const satisfies TreeProtocol;
