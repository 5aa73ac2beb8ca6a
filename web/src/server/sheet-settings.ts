import type { FormProtocol } from '@arbolito/core/callout';
import type { CurveSums } from '@arbolito/core/height-curve';
import type { KitAtHand } from '@arbolito/core/instruments';
import {
  COMMON_SPECIES,
  type PlotShape,
  RULE_SETS,
  type SlopeRadius,
  type Species,
  USUAL_FORM_FACTOR,
} from '@arbolito/core/protocol';
import type { LastVisit } from '@arbolito/core/tree';
import type { SurveyView } from '../contracts/views.ts';
import { settingsOf } from '../computation/evaluate-row.ts';

interface SheetSettings extends FormProtocol {
  readonly surveyId: string | null;
  readonly eyeHeightM: number;
  readonly breastHeightM: number;
  readonly species: readonly Species[];
  readonly lastVisits: Readonly<Record<string, LastVisit>>;
  readonly slopePct: number | null;
  /** Which trees the plot takes; null outside any plot. */
  readonly shape: PlotShape | null;
  readonly kit: readonly KitAtHand[];
  readonly slopeRadius: SlopeRadius;
  readonly curves: Readonly<Record<string, CurveSums>>;
}

/** What a tree sheet has to know of its survey. */
export const sheetSettingsOf = (
  survey: SurveyView,
  plot: { readonly slopePct: number; readonly shape: PlotShape },
  beside: Pick<SheetSettings, 'lastVisits' | 'kit' | 'curves'>,
): SheetSettings => ({
  ...settingsOf(survey),
  surveyId: survey.id,
  eyeHeightM: survey.eyeHeightM,
  breastHeightM: survey.breastHeightM,
  species: survey.species,
  slopePct: plot.slopePct,
  slopeRadius: survey.design.slopeRadius,
  shape: plot.shape,
  ...beside,
});

/** A tree measured outside any survey. */
export const LOOSE_SETTINGS: SheetSettings = {
  surveyId: null,
  unitSystem: 'metric',
  slopeUnit: 'pct',
  fieldRules: RULE_SETS.timber.rules,
  formFactor: USUAL_FORM_FACTOR,
  eyeHeightM: 1.6,
  breastHeightM: 1.3,
  species: COMMON_SPECIES,
  lastVisits: {},
  slopePct: null,
  slopeRadius: 'level',
  shape: null,
  kit: [],
  curves: {},
};
