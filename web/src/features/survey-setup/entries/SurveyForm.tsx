import 'reflect-metadata';
import { useMemo, useRef, useState } from 'react';
import { useForm, type FieldErrors } from 'react-hook-form';
import { plainToInstance } from 'class-transformer';
import { validate, type ValidationError } from 'class-validator';
import {
  breastHeightWords,
  COMMON_SPECIES,
  type FieldRules,
  RULE_SETS,
  rulesOfSet,
  setOf,
  type SurveyDesign,
  USUAL_DESIGN,
  USUAL_FORM_FACTOR,
  USUAL_TREE,
} from '@arbolito/core/protocol';
import {
  convert,
  readQuantity,
  SLOPE_UNITS,
  type SlopeUnit,
  type UnitId,
  unitOf,
  type UnitSystem,
} from '@arbolito/core/units';
import { rulesBody, RulesPreviewDto } from '../../../contracts/field-rules.ts';
import { NewSurveyDto } from '../../../contracts/survey.ts';
import type { SurveyListItem, SurveyView } from '../../../contracts/views.ts';
import { callUntilAnswered, Refused } from '../../../client/api.ts';
import { deviceId, newId } from '../../../client/identity.ts';
import { DesignFields, readDesign, type ReadDesign, usualDesignTexts } from '../design/DesignFields.tsx';
import { textsOfShape } from '../design/shape-texts.ts';
import { readStrata } from '../strata/read-strata.ts';
import { FieldRulesFields } from '../field-rules/FieldRulesFields.tsx';

interface FormValues {
  readonly place: string;
  readonly name: string;
  readonly crew: string;
  readonly startedOn: string;
  readonly unitSystem: UnitSystem;
  readonly slopeUnit: SlopeUnit;
  readonly eyeHeight: string;
  readonly formFactor: string;
  readonly previous: string;
  readonly species: string[];
  readonly strata: string;
}

const SYSTEMS: Record<UnitSystem, { readonly words: string; readonly eyeHeight: string; readonly unit: UnitId }> = {
  metric: { words: 'metric: cm, m, m³, hectares', eyeHeight: '1.60', unit: 'm' },
  imperial: { words: 'imperial: in, ft, ft³, acres', eyeHeight: '5 ft 3 in', unit: 'ft' },
};

const today = (): string => {
  const now = new Date();
  return `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`;
};

const lengthM = (text: string, unit: UnitId): number => {
  const read = readQuantity(text, { unit, units: ['m', 'cm', 'ft', 'in'] });
  return read.ok ? convert(read.value, read.unit, 'm') : NaN;
};

const plainNumber = (text: string): number => {
  const read = readQuantity(text, { unit: 'one' });
  return read.ok ? read.value : NaN;
};

interface Ids {
  readonly survey: string;
  readonly place: string;
  readonly strata: Map<string, string>;
}

function contractOf(values: FormValues, ids: Ids, rules: FieldRules, design: SurveyDesign): NewSurveyDto {
  const { unit } = SYSTEMS[values.unitSystem];
  return plainToInstance(NewSurveyDto, {
    id: ids.survey,
    observer: values.crew.trim(),
    device: deviceId(),
    place: { id: ids.place, name: values.place.trim() },
    name: values.name.trim(),
    unitSystem: values.unitSystem,
    slopeUnit: values.slopeUnit,
    ...rulesBody(rules),
    ...(values.previous === '' ? {} : { previousSurveyId: values.previous }),
    eyeHeightM: lengthM(values.eyeHeight, unit),
    formFactor: plainNumber(values.formFactor),
    formFactorStandardError: USUAL_FORM_FACTOR.standardError,
    crew: values.crew.trim(),
    startedOn: values.startedOn,
    species: COMMON_SPECIES.filter(({ code }) => values.species.includes(code)),
    design,
    strata: readStrata(values.strata, values.unitSystem).map(({ name, areaHa, pointsCounted }) => {
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
  });
}

/** Which field of the form a field of the contract stands in, and how its sentence begins. */
const FIELDS: Record<string, { readonly field: keyof FormValues; readonly label: string }> = {
  place: { field: 'place', label: 'The place' },
  name: { field: 'name', label: 'The name' },
  crew: { field: 'crew', label: 'The crew' },
  observer: { field: 'crew', label: 'The crew' },
  startedOn: { field: 'startedOn', label: 'The first day' },
  unitSystem: { field: 'unitSystem', label: 'The units' },
  slopeUnit: { field: 'slopeUnit', label: 'The scale' },
  previousSurveyId: { field: 'previous', label: 'The visit before' },
  eyeHeightM: { field: 'eyeHeight', label: 'The eye height' },
  formFactor: { field: 'formFactor', label: 'The form factor' },
  species: { field: 'species', label: 'The species list' },
  strata: { field: 'strata', label: 'The list of strata' },
};

async function checkForm(values: FormValues, ids: Ids, rules: FieldRules): Promise<FieldErrors<FormValues>> {
  const errors: Record<string, { type: string; message: string }> = {};
  for (const { property, constraints, children } of await validate(contractOf(values, ids, rules, USUAL_DESIGN))) {
    const target = FIELDS[property];
    if (target === undefined) continue;
    const [inner] = children ?? [];
    const sentence =
      Object.values(constraints ?? inner?.constraints ?? inner?.children?.[0]?.constraints ?? {})[0] ??
      'needs another look';
    errors[target.field] ??= { type: 'contract', message: `${target.label} ${sentence}.` };
  }
  return errors;
}

export interface SurveyFormProps {
  /** Surveys that may be the visit before. */
  readonly surveys: readonly Pick<SurveyListItem, 'id' | 'name' | 'placeName' | 'startedOn'>[];
}

/** What the contract says against the rules, by JSON pointer; validated before anything is sent. */
async function checkRules(rules: FieldRules): Promise<ReadonlyMap<string, string>> {
  const found = await validate(plainToInstance(RulesPreviewDto, rulesBody(rules)), { stopAtFirstError: true });
  const walk = (errors: readonly ValidationError[], parent: string): [string, string][] =>
    errors.flatMap(({ property, constraints, children }) => {
      const pointer = `${parent}/${property}`;
      const own = Object.values(constraints ?? {}).map((words): [string, string] => [pointer, `This ${words}.`]);
      return [...own, ...walk(children ?? [], pointer)];
    });
  return new Map(walk(found, ''));
}

/** Making a survey: what is settled once, for all of its trees. */
export function SurveyForm({ surveys }: SurveyFormProps) {
  const [rules, setRules] = useState<FieldRules>(rulesOfSet('timber', 'metric'));
  const [ruleErrors, setRuleErrors] = useState<ReadonlyMap<string, string>>(new Map());
  const [rulesOpen, setRulesOpen] = useState(false);
  const held = useRef(rules);
  held.current = rules;
  const [designTexts, setDesignTexts] = useState(usualDesignTexts(textsOfShape(USUAL_DESIGN.shape, 'metric')));
  const [designTried, setDesignTried] = useState(false);

  const heldDesign = useRef<ReadDesign>({ ok: true, design: USUAL_DESIGN });
  const ids = useMemo<Ids>(() => ({ survey: newId(), place: newId(), strata: new Map() }), []);
  const [trouble, setTrouble] = useState<string | null>(null);
  const {
    register,
    handleSubmit,
    setError,
    setValue,
    watch,
    formState: { errors, isSubmitting },
  } = useForm<FormValues>({
    resolver: async (values) => {
      const found = await checkForm(values, ids, held.current);
      const inRules = await checkRules(held.current);
      setRuleErrors(inRules);
      setDesignTried(true);
      if (inRules.size > 0 || !heldDesign.current.ok)
        return { values: {}, errors: { ...found, root: { type: 'contract' } } };
      return Object.keys(found).length === 0 ? { values, errors: {} } : { values: {}, errors: found };
    },
    defaultValues: {
      place: '',
      name: '',
      crew: '',
      startedOn: today(),
      unitSystem: 'metric',
      slopeUnit: 'pct',
      eyeHeight: SYSTEMS.metric.eyeHeight,
      formFactor: String(USUAL_FORM_FACTOR.value),
      species: ['sp', 'bt'],
      strata: 'whole area',
      previous: '',
    },
  });
  const rulesSystem = watch('unitSystem');
  const design = readDesign(designTexts, rulesSystem);
  heldDesign.current = design;
  const unit = unitOf(SYSTEMS[rulesSystem].unit).symbol;

  const set = setOf(rules, rulesSystem);

  const submit = handleSubmit(async (values) => {
    setTrouble(null);
    try {
      const survey = await callUntilAnswered<SurveyView>(
        '/api/surveys',
        contractOf(values, ids, rules, design.ok ? design.design : USUAL_DESIGN),
        setTrouble,
      );
      location.assign(`/tally?survey=${survey.id}`);
    } catch (error) {
      if (error instanceof Refused) {
        for (const { pointer, detail } of error.problem.errors ?? []) {
          const target = FIELDS[pointer.split('/')[1] ?? ''];
          if (target !== undefined) setError(target.field, { message: detail });
        }
      }
      setTrouble(
        error instanceof Error
          ? `${error.message} What you have entered is still here.`
          : 'The survey could not be made.',
      );
    }
  });

  const field = (name: keyof FormValues, label: string, hint: string, input: React.ReactNode) => (
    <div className="grid content-start gap-1">
      <label htmlFor={name} className="font-semibold">
        {label}
      </label>
      {input}
      <p id={`${name}-hint`} className="text-[0.95rem] text-quiet">
        {hint}
      </p>
      {errors[name] !== undefined && (
        <p id={`${name}-error`} role="alert" className="font-semibold text-paint-ink">
          {errors[name].message}
        </p>
      )}
    </div>
  );
  const wiring = (name: keyof FormValues) => ({
    id: name,
    className: 'field',
    'aria-invalid': errors[name] !== undefined,
    'aria-describedby': errors[name] === undefined ? `${name}-hint` : `${name}-error ${name}-hint`,
    ...register(name),
  });

  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="grid gap-6">
      <div className="grid gap-5 md:grid-cols-2">
        {field('place', 'Place', 'the forest, wood or street', <input {...wiring('place')} autoComplete="off" />)}
        {field('name', 'Survey', 'such as: Visit of 2026', <input {...wiring('name')} autoComplete="off" />)}
        {field('crew', 'Crew', 'stands with every reading you keep', <input {...wiring('crew')} autoComplete="off" />)}
        {field('startedOn', 'First day', 'year-month-day', <input type="date" {...wiring('startedOn')} />)}
        {field(
          'unitSystem',
          'Units',
          'figures are shown in these; readings may be typed in any',
          <select
            {...wiring('unitSystem')}
            onChange={(event) => {
              const system = event.target.value === 'imperial' ? 'imperial' : 'metric';
              setValue('unitSystem', system);
              const set = setOf(rules, rulesSystem);
              if (set !== null) setRules(rulesOfSet(set, system));
              setValue('eyeHeight', SYSTEMS[system].eyeHeight);
              setDesignTexts({ ...designTexts, shape: textsOfShape(USUAL_DESIGN.shape, system) });
            }}
          >
            {Object.entries(SYSTEMS).map(([system, { words }]) => (
              <option key={system} value={system}>
                {words}
              </option>
            ))}
          </select>,
        )}
        {field(
          'slopeUnit',
          'The clinometer is read in',
          'meant wherever a sight is called out without its unit',
          <select {...wiring('slopeUnit')}>
            {SLOPE_UNITS.map((each) => (
              <option key={each} value={each}>
                {unitOf(each).words}
              </option>
            ))}
          </select>,
        )}
        {field(
          'eyeHeight',
          `Eye height of the observer, ${unit}`,
          'for the drawing; 5 ft 3 in works too',
          <input {...wiring('eyeHeight')} />,
        )}
        {field(
          'formFactor',
          'Form factor',
          'share of the cylinder that a stem fills: volume = form factor × basal area × height',
          <input {...wiring('formFactor')} inputMode="decimal" />,
        )}
        {field(
          'strata',
          'Strata',
          'one to a line: parts of the area that are tallied apart, with their area: North slope = 10 ha. Where points size them: North slope = 60 points',
          <textarea rows={3} {...wiring('strata')} />,
        )}
      </div>
      {surveys.length > 0 &&
        field(
          'previous',
          'The visit before',
          'at the same plots: its points and diameters are shown where a tree is measured again',
          <select {...wiring('previous')}>
            <option value="">this is the first visit</option>
            {surveys.map(({ id, name, placeName, startedOn }) => (
              <option key={id} value={id}>
                {placeName}: {name}, from {startedOn}
              </option>
            ))}
          </select>,
        )}
      <section aria-labelledby="design" className="grid gap-3">
        <h2 id="design" className="text-xl font-bold">
          Design
        </h2>
        <p>How the survey samples. A plot may still be laid out as another kind.</p>
        <DesignFields
          texts={designTexts}
          onTexts={setDesignTexts}
          system={rulesSystem}
          problems={designTried && !design.ok ? design : null}
        />
      </section>
      <section aria-labelledby="field-rules" className="grid gap-3">
        <h2 id="field-rules" className="text-xl font-bold">
          Field rules
        </h2>
        <p>
          They hold from the first tree on, are shown where they act and printed with the sums. Start from a set; open a
          decision to make it your own.
        </p>
        <details
          className="card p-4"
          open={rulesOpen || ruleErrors.size > 0}
          onToggle={(event) => {
            setRulesOpen(event.currentTarget.open);
          }}
        >
          <summary className="min-h-11 content-center text-lg">
            <strong>{set === null ? 'Own rules' : RULE_SETS[set].name}</strong>, breast height{' '}
            {breastHeightWords(rules.breastHeightM)}: look at them, or change them
          </summary>
          {(rulesOpen || ruleErrors.size > 0) && (
            <div className="pt-4">
              <FieldRulesFields
                key={rulesSystem}
                rules={rules}
                onRules={setRules}
                system={rulesSystem}
                typical={USUAL_TREE}
                errors={ruleErrors}
              />
            </div>
          )}
        </details>
      </section>
      <fieldset className="grid gap-2" aria-describedby={errors.species === undefined ? undefined : 'species-error'}>
        <legend className="font-semibold">Species, with the codes that are called out</legend>
        <div className="grid grid-cols-[repeat(auto-fill,minmax(13rem,1fr))] gap-x-4">
          {COMMON_SPECIES.map(({ code, name }) => (
            <label key={code} className="flex min-h-11 items-center gap-3">
              <input type="checkbox" value={code} className="size-5 accent-(--paint-ink)" {...register('species')} />
              <span className="figures w-9 font-bold">{code}</span> {name}
            </label>
          ))}
        </div>
        {errors.species !== undefined && (
          <p id="species-error" role="alert" className="font-semibold text-paint-ink">
            {errors.species.message}
          </p>
        )}
      </fieldset>
      {trouble !== null && (
        <p role="alert" className="rounded-lg border-2 border-paint-ink bg-alarm p-3">
          {trouble}
        </p>
      )}
      <p>
        <button type="submit" className="btn btn-main" disabled={isSubmitting}>
          {isSubmitting ? 'Making it …' : 'Make the survey'}
        </button>
      </p>
    </form>
  );
}
