import {
  COMMON_SPECIES,
  type FieldRules,
  rulesOfSet,
  type Species,
  USUAL_DESIGN,
  USUAL_FORM_FACTOR,
} from '@arbolito/core/protocol';
import {
  convert,
  printRounded,
  readQuantity,
  type SlopeUnit,
  type UnitId,
  unitOf,
  type UnitSystem,
} from '@arbolito/core/units';
import { deviceId, newId } from '../../../client/identity.ts';
import { rulesBody } from '../../../contracts/field-rules-body.ts';
import { completeTallyRules, newSurveyRules, placeRules, stratumRules } from '../../../contracts/generated/rules.ts';
import { fieldProblem, type ShownUnit } from '../../../contracts/rules/field-rule.ts';
import type { SurveyView } from '../../../contracts/views.ts';
import type { Problems } from '../../../ui/forms/use-entry-form.ts';
import { readSpecies, speciesLines } from '../design/read-codes.ts';
import { type DesignTexts, type ReadDesign, readDesign, usualDesignTexts } from '../design/read-design.ts';
import { textsOfShape } from '../design/shape-texts.ts';
import { checkRules } from '../field-rules/check-rules.ts';
import { type PresetId, presetShape } from './presets.ts';
import { readStrata, type TypedStratum } from '../strata/read-strata.ts';
import { say, t } from '../../../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';

/** A survey as it is typed. */
export interface SurveyValues {
  readonly preset: PresetId;
  readonly place: string;
  readonly name: string;
  /** Of all strata together; in hectares or acres. Empty where it is not known. */
  readonly area: string;
  readonly crew: string;
  readonly startedOn: string;
  readonly unitSystem: UnitSystem;
  readonly slopeUnit: SlopeUnit;
  readonly eyeHeight: string;
  readonly formFactor: string;
  readonly previous: string;
  readonly species: string[];
  /** Species beside those that ship, one to a line: `rb = rowan`. */
  readonly moreSpecies: string;
  readonly strata: string;
  readonly design: DesignTexts;
  readonly rules: FieldRules;
}

export const SYSTEMS: Readonly<
  Record<UnitSystem, { readonly words: Text; readonly eyeHeight: string; readonly unit: UnitId }>
> = {
  metric: {
    words: message('survey-setup.metric-cm-m-m-hectares', 'metric: cm, m, m³, hectares'),
    eyeHeight: '1.60',
    unit: 'm',
  },
  imperial: {
    words: message('survey-setup.imperial-in-ft-ft-acres', 'imperial: in, ft, ft³, acres'),
    eyeHeight: '5 ft 3 in',
    unit: 'ft',
  },
};

const today = (): string => {
  const now = new Date();
  return `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`;
};

/** What a new survey takes over from the last one, as suggestions. */
export type LastSurvey = Pick<
  SurveyView,
  'place' | 'name' | 'crew' | 'unitSystem' | 'slopeUnit' | 'eyeHeightM' | 'formFactor' | 'species' | 'fieldRules'
>;

const shippedCodes = new Set(COMMON_SPECIES.map(({ code }) => code));

/** What the form begins with: usual settings, or those of the last survey. */
export const surveyLike = (last: LastSurvey | null): SurveyValues => {
  const usual = usualSurvey();
  if (last === null) return usual;
  const { crew, unitSystem, slopeUnit, eyeHeightM, formFactor, species, fieldRules } = last;
  const { unit } = SYSTEMS[unitSystem];
  return {
    ...usual,
    crew,
    unitSystem,
    slopeUnit,
    eyeHeight: printRounded(convert(eyeHeightM, 'm', unit), 2),
    formFactor: String(formFactor),
    species: species.map(({ code }) => code).filter((code) => shippedCodes.has(code)),
    moreSpecies: speciesLines(species.filter(({ code }) => !shippedCodes.has(code))),
    design: usualDesignTexts(presetShape(usual.preset, unitSystem)),
    rules: fieldRules,
  };
};

/** The usual settings. */
export const usualSurvey = (): SurveyValues => ({
  preset: 'fixed-area',
  place: '',
  name: t('survey-setup.survey-of-year', 'Survey {year}', { year: today().slice(0, 4) }),
  area: '',
  crew: '',
  startedOn: today(),
  unitSystem: 'metric',
  slopeUnit: 'pct',
  eyeHeight: SYSTEMS.metric.eyeHeight,
  formFactor: String(USUAL_FORM_FACTOR.value),
  previous: '',
  species: ['sp', 'bt'],
  moreSpecies: '',
  strata: t('survey-setup.whole-area', 'whole area'),
  design: usualDesignTexts(textsOfShape(USUAL_DESIGN.shape, 'metric')),
  rules: rulesOfSet('timber', 'metric'),
});

const lengthM = (text: string, unit: UnitId): number => {
  const read = readQuantity(text, { unit, units: ['m', 'cm', 'ft', 'in'] });
  return read.ok ? convert(read.value, read.unit, 'm') : NaN;
};

const plainNumber = (text: string): number => {
  const read = readQuantity(text, { unit: 'one' });
  return read.ok ? read.value : NaN;
};

/** The unit of the survey, for the limits of a field of metres or hectares. */
const shownIn = (from: UnitId, to: UnitId): ShownUnit => ({
  symbol: unitOf(to).symbol,
  convert: (value) => convert(value, from, to),
});

const eyeHeightM = ({ eyeHeight, unitSystem }: SurveyValues): number => lengthM(eyeHeight, SYSTEMS[unitSystem].unit);

const areaUnit = ({ unitSystem }: SurveyValues): 'ha' | 'acre' => (unitSystem === 'metric' ? 'ha' : 'acre');

/** The area in hectares, null where none is typed, or why it cannot be read. */
function readArea(values: SurveyValues): number | null | string {
  if (values.area.trim() === '') return null;
  const read = readQuantity(values.area, { unit: areaUnit(values), units: ['ha', 'acre', 'm2'] });
  return read.ok ? convert(read.value, read.unit, 'ha') : say(read.message);
}

/** The design with the area of the survey as that of a complete tally. */
export function designOf(values: SurveyValues): ReadDesign {
  const read = readDesign(values.design, values.unitSystem);
  const areaHa = readArea(values);
  if (
    !read.ok ||
    read.design.shape.kind !== 'complete-tally' ||
    typeof areaHa !== 'number' ||
    areaProblem(values) !== null
  )
    return read;
  return {
    ok: true,
    design: { ...read.design, shape: { kind: 'complete-tally', areaM2: convert(areaHa, 'ha', 'm2') } },
  };
}

/** A list of trees has no area, whatever stands in the fields that are not shown for it. */
const isList = ({ design }: SurveyValues): boolean => design.shape.kind === 'tree-list';

/** The strata; the only one has the area of the survey. */
function strataOf(values: SurveyValues): readonly TypedStratum[] {
  const strata = readStrata(values.strata, values.unitSystem);
  if (isList(values)) return strata.map((stratum) => ({ ...stratum, areaHa: null }));
  const areaHa = readArea(values);
  return typeof areaHa !== 'number' ? strata : strata.map((stratum) => ({ ...stratum, areaHa }));
}

function areaProblem(values: SurveyValues): string | null {
  if (isList(values)) return null;
  const areaHa = readArea(values);
  if (typeof areaHa !== 'number') return areaHa;
  const strata = readStrata(values.strata, values.unitSystem);
  if (strata.length > 1 || strata.some((stratum) => stratum.areaHa !== null))
    return t('survey-setup.strata-have-their-areas', 'The strata have areas of their own. Leave this field empty.');
  const label = t('survey-setup.area', 'Area');
  const unit = areaUnit(values);
  return values.design.shape.kind === 'complete-tally'
    ? fieldProblem(label, completeTallyRules.areaM2, convert(areaHa, 'ha', 'm2'), shownIn('m2', unit))
    : fieldProblem(label, stratumRules.areaHa, areaHa, shownIn('ha', unit));
}

function strataProblem({ strata, unitSystem }: SurveyValues): string | null {
  const list = readStrata(strata, unitSystem);
  const names = list.map(({ name }) => name);
  if (list.length === 0) return t('survey-setup.enter-at-least-one-stratum', 'Enter at least one stratum.');
  if (new Set(names).size < names.length)
    return t('survey-setup.two-strata-have-the-same', 'Two strata have the same name.');
  const problems = list.flatMap(({ name, areaHa }) => [
    fieldProblem(t('survey-setup.name-of-a-stratum', 'Name of a stratum'), stratumRules.name, name),
    areaHa === null
      ? null
      : fieldProblem(
          t('survey-setup.area-of', 'Area of {name}', { name }),
          stratumRules.areaHa,
          areaHa,
          shownIn('ha', unitSystem === 'metric' ? 'ha' : 'acre'),
        ),
  ]);
  return problems.find((problem) => problem !== null) ?? null;
}

/** The species of the survey: those that are ticked, then those that are typed. */
export function speciesOf({ species, moreSpecies }: SurveyValues): readonly Species[] | string {
  const ticked = COMMON_SPECIES.filter(({ code }) => species.includes(code));
  if (moreSpecies.trim() === '') return ticked;
  const typed = readSpecies(moreSpecies, []);
  if (typeof typed === 'string') return typed;
  const twice = typed.find(({ code }) => ticked.some((each) => each.code === code));
  return twice === undefined
    ? [...ticked, ...typed]
    : t('survey-setup.code-is-ticked-above', '“{code}” is ticked above. Enter another code.', { code: twice.code });
}

/** What is wrong with a survey as it is typed, by field. */
export const checkSurveyForm = (values: SurveyValues): Problems<SurveyValues> => ({
  area: areaProblem(values),
  place: fieldProblem(t('survey-setup.place', 'Place'), placeRules.name, values.place.trim()),
  name: fieldProblem(t('survey-setup.name', 'Name'), newSurveyRules.name, values.name.trim()),
  crew: fieldProblem(t('survey-setup.crew', 'Crew'), newSurveyRules.crew, values.crew.trim()),
  startedOn: fieldProblem(t('survey-setup.first-day', 'First day'), newSurveyRules.startedOn, values.startedOn),
  eyeHeight: fieldProblem(
    t('survey-setup.eye-height', 'Eye height'),
    newSurveyRules.eyeHeightM,
    eyeHeightM(values),
    shownIn('m', SYSTEMS[values.unitSystem].unit),
  ),
  formFactor: fieldProblem(
    t('survey-setup.form-factor', 'Form factor'),
    newSurveyRules.formFactor,
    plainNumber(values.formFactor),
  ),
  species:
    values.species.length === 0 && values.moreSpecies.trim() === ''
      ? t('survey-setup.enter-at-least-one-species', 'Enter at least one species.')
      : null,
  moreSpecies: speciesProblem(values),
  strata: strataProblem(values),
  // The parts of these two say themselves what is wrong, each at its field.
  design: designOf(values).ok
    ? null
    : t('survey-setup.check-the-fields-of-the', 'Check the fields of the sampling design.'),
  rules:
    checkRules(values.rules).size === 0
      ? null
      : t('survey-setup.check-the-fields-of-the-rules', 'Check the fields of the rules.'),
});

function speciesProblem(values: SurveyValues): string | null {
  const species = speciesOf(values);
  return typeof species === 'string' ? species : null;
}

/** Identifiers of one form: the same survey sent again is the same write. */
export interface SurveyIds {
  readonly survey: string;
  readonly place: string;
  /** Of the first list of a survey without an area. */
  readonly firstList: string;
  readonly strata: Map<string, string>;
}

/** A survey as it is sent. */
export function surveyBody(values: SurveyValues, ids: SurveyIds): object {
  const design = designOf(values);
  const species = speciesOf(values);
  return {
    id: ids.survey,
    observer: values.crew.trim(),
    device: deviceId(),
    place: { id: ids.place, name: values.place.trim() },
    name: values.name.trim(),
    unitSystem: values.unitSystem,
    slopeUnit: values.slopeUnit,
    ...rulesBody(values.rules),
    ...(values.previous === '' ? {} : { previousSurveyId: values.previous }),
    eyeHeightM: eyeHeightM(values),
    formFactor: plainNumber(values.formFactor),
    formFactorStandardError: USUAL_FORM_FACTOR.standardError,
    crew: values.crew.trim(),
    startedOn: values.startedOn,
    species: typeof species === 'string' ? [] : species,
    ...(design.ok ? { design: design.design } : {}),
    strata: strataOf(values).map(({ name, areaHa, pointsCounted }) => {
      // The same name keeps its identifier, so that sending again is the same write.
      const id = ids.strata.get(name) ?? newId();
      ids.strata.set(name, id);
      return {
        id,
        name,
        ...(areaHa === null ? {} : { areaHa }),
        ...(pointsCounted === null ? {} : { pointsCounted }),
      };
    }),
  };
}

/** The list that a survey without an area begins with; null for other surveys. */
export const firstListBody = (values: SurveyValues, survey: SurveyView, ids: SurveyIds): object | null =>
  isList(values)
    ? {
        id: ids.firstList,
        observer: survey.crew,
        device: deviceId(),
        surveyId: survey.id,
        stratumId: survey.strata[0]?.id,
        label: '1',
        asDesigned: true,
        slopePct: 0,
      }
    : null;

const FIELD_OF: Readonly<Record<string, keyof SurveyValues>> = {
  place: 'place',
  name: 'name',
  crew: 'crew',
  observer: 'crew',
  startedOn: 'startedOn',
  unitSystem: 'unitSystem',
  slopeUnit: 'slopeUnit',
  previousSurveyId: 'previous',
  eyeHeightM: 'eyeHeight',
  formFactor: 'formFactor',
  species: 'species',
  strata: 'strata',
};

/** The field in which a part of the body was typed. */
export const surveyFieldOf = (pointer: string): keyof SurveyValues | null =>
  FIELD_OF[pointer.split('/')[1] ?? ''] ?? null;
