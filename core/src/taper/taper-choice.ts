import { TAPER_MODELS, type TaperChoice } from '../protocol/index.ts';
import type { UnitSystem } from '../units/index.ts';
import { outsideRange } from './outside-range.ts';
import { measuredProfile, profileOfTaper, type ProfileOutcome } from './profile.ts';
import type { Section } from './sections.ts';
import {
  type Bark,
  behreTaper,
  FORM_CLASS_HEIGHT_M,
  isLoblolly,
  kozakTaper,
  maxBurkhartTaper,
  ormerodTaper,
  solidsTaper,
  type TaperOutcome,
  type TreeSize,
} from './taper.ts';
import { message, type Text } from '../message/index.ts';

/**
 * The model that a choice names.
 *
 * @param breastHeightM where the dbh was measured, m; models that do not name a breast height do not use it
 */
export function taperOf(choice: TaperChoice, breastHeightM: number): TaperOutcome {
  switch (choice.model) {
    case 'solids':
      return { ok: true, model: solidsTaper(breastHeightM) };
    case 'kozak':
      return kozakTaper(choice);
    case 'ormerod':
      return ormerodTaper(choice, breastHeightM);
    case 'max-burkhart':
      return maxBurkhartTaper(choice);
    case 'behre':
      return behreTaper(choice, breastHeightM);
  }
}

/** What a taper says about itself: of which trees it was made, and how far it may be trusted. */
export interface TaperStatement {
  readonly bark: Bark;
  /** Height of the dbh that it was fitted with, m; null where it takes that of the survey. */
  readonly breastHeightM: number | null;
  /** Species that it was made from; `any` for a model of form. */
  readonly species: Text;
  /** Diameters and heights that it was made from; null where the source states none. */
  readonly rangeCm: readonly [number, number] | null;
  readonly rangeM: readonly [number, number] | null;
  /** The source states no range: this one is assumed. */
  readonly rangeIsAssumed: boolean;
  /** Where its volume ends. */
  readonly limit: Text;
  readonly confidence: 'high' | 'medium' | 'own';
}

const WHOLE_STEM: Omit<TaperStatement, 'bark' | 'confidence'> = {
  breastHeightM: null,
  species: 'any',
  rangeCm: null,
  rangeM: null,
  rangeIsAssumed: false,
  limit: message('taper.taper-choice.limit', 'whole stem'),
};

/** What a chosen taper says about itself. */
export function taperStatement(choice: TaperChoice): TaperStatement {
  switch (choice.model) {
    case 'solids':
      return { ...WHOLE_STEM, bark: 'over', confidence: 'medium' };
    case 'ormerod':
      return { ...WHOLE_STEM, bark: 'over', confidence: 'own' };
    case 'kozak':
      return { ...WHOLE_STEM, bark: 'over', breastHeightM: 1.3, confidence: 'own' };
    case 'max-burkhart':
      return isLoblolly(choice)
        ? {
            ...WHOLE_STEM,
            bark: 'under',
            breastHeightM: 1.37,
            species: message('taper.loblolly-pine', 'loblolly pine'),
            rangeCm: [10, 60],
            rangeM: [8, 35],
            rangeIsAssumed: true,
            confidence: 'medium',
          }
        : { ...WHOLE_STEM, bark: 'over', breastHeightM: 1.3, confidence: 'own' };
    case 'behre':
      // A form class is of trees with a first log and wood above it.
      return {
        ...WHOLE_STEM,
        bark: 'under',
        rangeCm: [15, 150],
        rangeM: [10, 60],
        rangeIsAssumed: true,
        confidence: 'medium',
      };
  }
}

/** What to know of a taper wherever it is used; empty where nothing is in doubt. */
export function taperDoubts(choice: TaperChoice): readonly Text[] {
  const { confidence, species } = taperStatement(choice);
  if (confidence !== 'medium') return [];
  return [
    message(
      'taper.made-from-check-against-your',
      '{species, select, any {Check against your local table.} other {Made from {species}. Check against your local table.}}',
      { species },
    ),
  ];
}

/** What a tree’s size says against a taper: outside the range that it was made from. */
export function outsideTaper(choice: TaperChoice, tree: TreeSize, system: UnitSystem = 'metric'): readonly Text[] {
  const { rangeCm, rangeM, rangeIsAssumed } = taperStatement(choice);
  return outsideRange(
    { name: message('taper.the-taper', 'the taper'), isAssumed: rangeIsAssumed },
    tree,
    { rangeCm, rangeM },
    system,
  );
}

/**
 * The stem of one tree by a chosen model.
 *
 * @param breastHeightM where the dbh was measured, m
 */
export function profileByChoice(choice: TaperChoice, tree: TreeSize, breastHeightM: number): ProfileOutcome {
  const outcome = taperOf(choice, breastHeightM);
  if (!outcome.ok) return outcome;
  if (choice.model === 'behre' && !(tree.heightM > FORM_CLASS_HEIGHT_M))
    return {
      ok: false,
      problem: {
        field: 'heightM',
        message: message(
          'taper.a-form-class-needs-the',
          'A form class needs the top of the first log, 17.3 ft up. This tree is shorter.',
        ),
      },
    };
  return profileOfTaper(tree, outcome.model, breastHeightM);
}

/**
 * The stem through the tree’s own upper diameters, its dbh the lowest of them; null where it has none, or they cannot be.
 *
 * @param breastHeightM where the dbh was measured, m
 */
export function profileByOwnDiameters(
  { dbhCm, heightM }: TreeSize,
  upper: readonly Section[],
  breastHeightM: number,
): ProfileOutcome | null {
  if (upper.length === 0) return null;
  return measuredProfile(heightM, [{ heightM: breastHeightM, diameterCm: dbhCm }, ...upper]);
}

const isFinite = (value: unknown): value is number => typeof value === 'number' && Number.isFinite(value);
const areNumbers = (value: unknown, count: number): boolean =>
  Array.isArray(value) && value.length === count && value.every(isFinite);

/** A tree that every sound choice can draw. */
const SOUND_TREE: TreeSize = { dbhCm: 40, heightM: 25 };
const SOUND_BREAST_HEIGHT_M = 1.3;

/** Why something that came over the wire is no choice of a model; null where it is one. */
export function taperChoiceProblem(value: unknown): Text | null {
  const { model, ...rest } = (typeof value === 'object' && value !== null ? value : {}) as Record<string, unknown>;
  const isWhole = {
    solids: () => Object.keys(rest).length === 0,
    kozak: () => isFinite(rest.b1) && isFinite(rest.b2) && Object.keys(rest).length === 2,
    ormerod: () => isFinite(rest.p) && Object.keys(rest).length === 1,
    'max-burkhart': () => areNumbers(rest.b, 4) && areNumbers(rest.a, 2) && Object.keys(rest).length === 2,
    behre: () =>
      isFinite(rest.formClassPct) &&
      (rest.barkRatio === undefined || isFinite(rest.barkRatio)) &&
      Object.keys(rest).every((key) => key === 'formClassPct' || key === 'barkRatio'),
  }[String(model)];
  if (isWhole === undefined)
    return message('taper.taper-must-be-one-of', 'Taper must be one of {join}.', { join: TAPER_MODELS.join(', ') });
  if (!isWhole())
    return message(
      'taper.the-taper-needs-the-coefficients',
      'The taper needs the coefficients of its model, all numbers, and nothing else.',
    );
  const choice = value as TaperChoice;
  // The bark of the species is not known here: a form class is held against it where it is used.
  const alone: TaperChoice = choice.model === 'behre' ? { barkRatio: 1, ...choice } : choice;
  const outcome = profileByChoice(alone, SOUND_TREE, SOUND_BREAST_HEIGHT_M);
  return outcome.ok ? null : outcome.problem.message;
}
