import {
  type FormFactor,
  type TaperChoice,
  USUAL_BARK_RATIO,
  VOLUME_ERROR_LIMITS,
  type VolumeEquation,
  type VolumeModel,
} from '../protocol/index.ts';
import { type Estimate, type Finding, type Outcome, propagate, workOut } from '../uncertainty/index.ts';
import { convert, printRounded, printStandardError, unitOf, type UnitSystem } from '../units/index.ts';
import { formFactorVolume } from './form-factor-volume.ts';
import {
  outsideTaper,
  profileByChoice,
  profileByOwnDiameters,
  type ProfileOutcome,
  type Section,
  taperChoiceProblem,
  taperDoubts,
  taperStatement,
  type TreeSize,
  underBark,
} from '../taper/index.ts';
import { equationProblem, equationVolume } from './equation.ts';
import { message, type Text, isText, joined } from '../message/index.ts';

/** By diameters of its own: what is left is the shape between them. */
const OWN_DIAMETERS_ERROR_SHARE = 0.03;

/** Why something that came over the wire is no way to a volume; null where it is one. */
export function volumeModelProblem(value: unknown): Text | null {
  if (typeof value !== 'object' || value === null)
    return message('volume.a-volume-needs-an-equation', 'A volume needs an equation or a taper.');
  const { by, equation, taper, errorShare, ...rest } = value as Record<string, unknown>;
  if (
    typeof errorShare !== 'number' ||
    !(errorShare >= VOLUME_ERROR_LIMITS.low && errorShare <= VOLUME_ERROR_LIMITS.high)
  )
    return message('volume.standard-error-must-be-a', 'Standard error must be a share of the volume, 0 to 1.');
  if (Object.keys(rest).length > 0)
    return message('volume.there-is-no-field', 'There is no field “{rest}”.', { rest: Object.keys(rest)[0] ?? '' });
  if (by === 'equation' && taper === undefined) return equationProblem(equation);
  if (by === 'profile' && equation === undefined) return taperChoiceProblem(taper);
  return message('volume.a-volume-needs-an-equation', 'A volume needs an equation or a taper.');
}

/** Whether the volume is of the wood alone. */
export const volumeBark = (model: VolumeModel | undefined): 'over' | 'under' => {
  if (model === undefined) return 'over';
  return model.by === 'equation' ? model.equation.bark : taperStatement(model.taper).bark;
};

/** What part of the stem the volume is of, in words. */
export const volumeLimit = (model: VolumeModel | undefined): Text =>
  model?.by === 'equation' && model.equation.topCm !== undefined
    ? message('volume.to-a-cm-top', 'to a {topCm} cm top', { topCm: String(model.equation.topCm) })
    : message('volume.whole-stem', 'whole stem');

/**
 * Volume of a stem of a size by a way, in m³, without its error; by the form factor where no way is named. What is wrong,
 * in words, where it has none.
 *
 * @param breastHeightM where the dbh was measured, m; an equation keeps the breast height that it was fitted with
 */
export function stemVolumeM3(
  model: VolumeModel | undefined,
  factor: FormFactor,
  dbhCm: number,
  heightM: number,
  breastHeightM: number,
): number | Text {
  if (model === undefined) return (factor.value * Math.PI * dbhCm * dbhCm * heightM) / 40_000;
  if (model.by === 'equation') {
    const outcome = equationVolume(model.equation, dbhCm, heightM);
    return outcome.ok ? outcome.value.volumeM3 : outcome.message;
  }
  const outcome = profileByChoice(model.taper, { dbhCm, heightM }, breastHeightM);
  return outcome.ok ? outcome.profile.volumeM3(0, heightM) : outcome.problem.message;
}

/**
 * Volume of the part of a stem below a break, in m³, from the size of the unbroken tree: by its profile, or as the share that
 * the classical solids have below the break.
 *
 * @param heightM of the unbroken tree
 * @param breakM height of the break; at the tip or above it nothing is missing
 * @returns what is wrong, in words, where there is no volume
 * @example 40 cm, 25 m, broken at 12 m, form factor 0.45: about three quarters of 1.414 m³
 */
export function volumeBelowM3(
  model: VolumeModel | undefined,
  factor: FormFactor,
  { dbhCm, heightM }: TreeSize,
  breakM: number,
  breastHeightM: number,
): number | Text {
  const whole = stemVolumeM3(model, factor, dbhCm, heightM, breastHeightM);
  if (isText(whole) || breakM >= heightM) return whole;
  const taper: TaperChoice = model?.by === 'profile' ? model.taper : { model: 'solids' };
  const outcome = profileByChoice(taper, { dbhCm, heightM }, breastHeightM);
  if (!outcome.ok) return outcome.problem.message;
  const { profile } = outcome;
  return (whole * profile.volumeM3(0, breakM)) / profile.volumeM3(0, heightM);
}

const TAPER_WORDS = {
  solids: message('volume.tree-volume.solids', 'neiloid, paraboloid and cone'),
  kozak: message('volume.tree-volume.kozak', 'taper of Kozak, Munro and Smith'),
  ormerod: message('volume.tree-volume.ormerod', 'taper of Ormerod'),
  'max-burkhart': message('volume.tree-volume.taper-of-max-and-burkhart', 'taper of Max and Burkhart'),
  behre: message('volume.tree-volume.behre', 'form class of Behre'),
} as const;

/** The way in a few words, as a report names it. */
export const volumeName = (model: VolumeModel): Text =>
  model.by === 'equation' ? model.equation.name : TAPER_WORDS[model.taper.model];

/** What a tree’s volume is worked out from. */
export interface TreeOfVolume {
  readonly dbh: Estimate;
  readonly height: Estimate;
  /** Diameters of its own above breast height: they give its volume, whatever the model of its species is. */
  readonly upper: readonly Section[];
  /** Where the dbh was measured, m. */
  readonly breastHeightM: number;
}

interface Way {
  readonly methodId: string;
  readonly volumeM3: (dbhCm: number, heightM: number) => number | null;
  readonly write: (dbh: string, height: string) => string;
  readonly rule: Text;
  readonly source: Text;
  readonly errorShare: number;
  readonly words: Text;
  readonly notes: readonly Text[];
}

const figures = (value: number): string => String(Number(value.toPrecision(6)));

/** An equation with its numbers put in, as a person would write it. */
function written({ of }: VolumeEquation, d: string, h: string): string {
  switch (of.form) {
    case 'combined-variable':
      return `${figures(of.a)} + ${figures(of.b)} × ${d}² × ${h}`;
    case 'schumacher-hall':
      return `${figures(of.a)} × ${d}^${figures(of.b)} × ${h}^${figures(of.c)}`;
    case 'form-factor':
      return `${figures(of.f)} × π × ${d}² ÷ 40000 × ${h}`;
    case 'honer':
      return `0.0043891 × ${d}² × (1 − 0.04365 × ${figures(of.b2)})² ÷ (${figures(of.c1)} + 0.3048 × ${figures(of.c2)} ÷ ${h})`;
    case 'denzin':
      return `${d}² ÷ 1000`;
    case 'user':
      return `${of.text}, D = ${d}, H = ${h}`;
  }
}

function wayOf(
  { upper, dbh, height, breastHeightM }: TreeOfVolume,
  model: VolumeModel | undefined,
  system: UnitSystem,
): Way | Text {
  if (model?.by === 'equation' && upper.length === 0) {
    const { equation, errorShare } = model;
    const outcome = equationVolume(equation, dbh.value, height.value, system);
    if (!outcome.ok) return outcome.message;
    return {
      methodId: `volume.equation.${equation.id}`,
      volumeM3: (dbhCm, heightM) => {
        const found = equationVolume(equation, dbhCm, heightM);
        return found.ok ? found.value.volumeM3 : null;
      },
      write: (d, h) => written(equation, d, h),
      rule: message('volume.bark', '{name}, {bark} bark', { name: equation.name, bark: equation.bark }),
      source: equation.confidence === 'medium' ? `${equation.source}; check against your local table` : equation.source,
      errorShare,
      words: message('volume.volume-equation', 'volume equation'),
      notes: outcome.value.outside,
    };
  }
  const tree = { dbhCm: dbh.value, heightM: height.value };
  // What the survey sums up of a species is over or under bark throughout, also where a tree has diameters of its own.
  const isUnder = volumeBark(model) === 'under';
  const ownProfile = (size: TreeSize, sections: readonly Section[]): ProfileOutcome | null => {
    const made = profileByOwnDiameters(size, sections, breastHeightM);
    return made?.ok === true && isUnder
      ? {
          ok: true,
          profile: underBark(made.profile, (model?.by === 'profile' ? model.barkRatio : undefined) ?? USUAL_BARK_RATIO),
        }
      : made;
  };
  const own = ownProfile(tree, upper);
  if (own?.ok === false) return own.problem.message;
  const taper: TaperChoice = model?.by === 'profile' ? model.taper : { model: 'solids' };
  const outcome = own ?? profileByChoice(taper, tree, breastHeightM);
  if (!outcome.ok) return outcome.problem.message;
  const profile = (dbhCm: number, heightM: number) =>
    own === null
      ? profileByChoice(taper, { dbhCm, heightM }, breastHeightM)
      : // Other heights carry the upper diameters with them.
        ownProfile(
          { dbhCm, heightM },
          upper.map((section) => ({ ...section, heightM: (section.heightM * heightM) / tree.heightM })),
        );
  return {
    methodId: own === null ? `volume.profile.${taper.model}` : 'volume.profile.own',
    volumeM3: (dbhCm, heightM) => {
      const found = profile(dbhCm, heightM);
      return found?.ok === true ? found.profile.volumeM3(0, heightM) : null;
    },
    write: (d, h) =>
      `∫ π d² ÷ 40000, 0 → ${h}, d = ${[
        d,
        ...(own === null
          ? []
          : upper.map((each) => `${printRounded(each.diameterCm, 1)} cm ↑ ${printRounded(each.heightM, 1)} m`)),
      ].join(', ')}`,
    rule: message('volume.stem-profile-bark', 'stem profile: {words}, {bark} bark', {
      words: outcome.profile.words,
      bark: outcome.profile.bark,
    }),
    source: own === null ? joined([outcome.profile.source, ...taperDoubts(taper)], '; ') : outcome.profile.source,
    errorShare: own === null && model !== undefined ? model.errorShare : OWN_DIAMETERS_ERROR_SHARE,
    words:
      own === null
        ? message('volume.taper', 'taper')
        : message('volume.shape-between-measured-diameters', 'shape between measured diameters'),
    notes: own === null ? outsideTaper(taper, tree, system) : [],
  };
}

const finding = (code: string, severity: Finding['severity'], title: Text, message: Text): Finding => ({
  code,
  severity,
  reading: null,
  title,
  message,
  suggestedFixes: [],
});

/**
 * Volume of a tree’s stem as its survey works it out for the species: by an equation, by a profile of its form, or through
 * diameters of its own where it has some; by the survey’s form factor where nothing is chosen.
 *
 * @returns an estimate in m³, whose error joins those of dbh, height and model; or why there is none
 */
export function treeVolume(
  tree: TreeOfVolume,
  model: VolumeModel | undefined,
  factor: FormFactor,
  system: UnitSystem,
): Outcome {
  const { dbh, height } = tree;
  if (model === undefined && tree.upper.length === 0)
    return { ok: true, estimate: formFactorVolume(dbh, height, factor, system) };
  const way = wayOf(tree, model, system);
  if (isText(way))
    return {
      ok: false,
      findings: [
        finding('volume.none', 'check', message('volume.no-volume-for-this-tree', 'No volume for this tree'), way),
      ],
    };
  const isMetric = system === 'metric';
  const decimals = isMetric ? 3 : 1;
  const ft3PerM3 = convert(1, 'm3', 'ft3');
  const worked = workOut((book) => {
    const d = book.stated(dbh.value, 1);
    const h = book.stated(height.value, 1);
    const m3 = book.step({
      terms: [d, h],
      compute: (dbhCm = 0, heightM = 0) => way.volumeM3(dbhCm, heightM) ?? NaN,
      write: (a = '', b = '') => way.write(a, b),
      decimals: 3,
      final: isMetric,
      unit: 'm³',
      rule: way.rule,
      source: way.source,
    });
    return isMetric
      ? m3
      : book.step({
          terms: [m3, book.given(Number(ft3PerM3.toFixed(4)))],
          compute: (volume = 0, perM3 = 0) => volume * perM3,
          write: (volume = '', perM3 = '') => `${volume} × ${perM3}`,
          decimals,
          final: true,
          unit: unitOf('ft3').symbol,
          rule: message('volume.cubic-metres-to-cubic-feet', 'cubic metres to cubic feet'),
          source: 'definition of the foot, 0.3048 m',
        });
  });
  const value = way.volumeM3(dbh.value, height.value) ?? NaN;
  const inputs = [
    { value: dbh.value, standardError: dbh.standardError },
    { value: height.value, standardError: height.standardError },
    { value: 1, standardError: way.errorShare },
  ];
  const spread = propagate(([d = 0, h = 0, k = 0]) => k * (way.volumeM3(d, h) ?? value), inputs);
  const labels = [message('volume.dbh', 'dbh'), message('volume.height', 'height'), way.words];
  const keys = ['dbh', 'height'];
  const readingUnits = ['cm', 'm', 'one'] as const;
  return {
    ok: true,
    estimate: {
      methodId: way.methodId,
      methodVersion: 1,
      value,
      unit: 'm3',
      standardError: spread.standardError,
      printed: {
        value: printRounded(worked.term.exact, decimals),
        standardError: printStandardError(isMetric ? spread.standardError : spread.standardError * ft3PerM3),
        unit: isMetric ? 'm3' : 'ft3',
      },
      get workings() {
        return worked.steps;
      },
      errorWorkings: [],
      contributions: labels.map((label, i) => ({
        reading: keys[i] ?? null,
        label,
        readingStandardError: inputs[i]?.standardError ?? 0,
        readingUnit: readingUnits[i] ?? 'one',
        effect: spread.parts[i]?.effect ?? 0,
      })),
      findings: way.notes.map((note) =>
        finding(
          'volume.range',
          'note',
          message('volume.outside-the-range-of-the', 'Outside the range of the table'),
          note,
        ),
      ),
    },
  };
}
