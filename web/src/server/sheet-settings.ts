import { COMMON_SPECIES, type Species, type TreeSettings } from '@arbolito/core/survey';
import { USUAL_FORM_FACTOR } from '@arbolito/core/stem';
import type { SurveyView } from '../contracts/views.ts';
import { settingsOf } from './trees/reckon.ts';

interface SheetSettings extends TreeSettings {
  readonly eyeHeightM: number;
  readonly breastHeightM: number;
  readonly species: readonly Species[];
}

/** What a tree sheet has to know of its survey. */
export const sheetSettingsOf = (survey: SurveyView): SheetSettings => ({
  ...settingsOf(survey),
  eyeHeightM: survey.eyeHeightM,
  breastHeightM: survey.breastHeightM,
  species: survey.species,
});

/** A tree measured outside any survey. */
export const LOOSE_SETTINGS: SheetSettings = {
  unitSystem: 'metric',
  slopeUnit: 'pct',
  formFactor: USUAL_FORM_FACTOR,
  eyeHeightM: 1.6,
  breastHeightM: 1.3,
  species: COMMON_SPECIES,
};
