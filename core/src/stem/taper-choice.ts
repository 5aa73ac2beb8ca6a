import { measuredProfile, profileOfTaper, type ProfileOutcome } from './profile.ts';
import type { Section } from './sections.ts';
import {
  behreTaper,
  FORM_CLASS_HEIGHT_M,
  kozakTaper,
  maxBurkhartTaper,
  ormerodTaper,
  solidsTaper,
  type KozakCoefficients,
  type MaxBurkhartCoefficients,
  type TaperOutcome,
  type TreeSize,
} from './taper.ts';

/** A model of form with its coefficients, as it is chosen for a species and kept. */
export type TaperChoice =
  | { readonly model: 'solids' }
  | ({ readonly model: 'kozak' } & KozakCoefficients)
  | { readonly model: 'ormerod'; readonly p: number }
  | ({ readonly model: 'max-burkhart' } & MaxBurkhartCoefficients)
  | { readonly model: 'behre'; readonly formClassPct: number };

export const TAPER_MODELS = ['solids', 'kozak', 'ormerod', 'max-burkhart', 'behre'] as const;

/**
 * The model that a choice names. Behre’s is under bark, the others are over bark.
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
      return behreTaper(choice);
  }
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
        message: 'A form class is of the top of the first log, 17.3 ft up: this tree ends below it.',
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
export function taperChoiceProblem(value: unknown): string | null {
  const { model, ...rest } = (typeof value === 'object' && value !== null ? value : {}) as Record<string, unknown>;
  const isWhole = {
    solids: () => Object.keys(rest).length === 0,
    kozak: () => isFinite(rest.b1) && isFinite(rest.b2) && Object.keys(rest).length === 2,
    ormerod: () => isFinite(rest.p) && Object.keys(rest).length === 1,
    'max-burkhart': () => areNumbers(rest.b, 4) && areNumbers(rest.a, 2) && Object.keys(rest).length === 2,
    behre: () => isFinite(rest.formClassPct) && Object.keys(rest).length === 1,
  }[String(model)];
  if (isWhole === undefined) return `The taper must be one of ${TAPER_MODELS.join(', ')}.`;
  if (!isWhole()) return 'The taper needs the coefficients of its model, all numbers, and nothing else.';
  const outcome = profileByChoice(value as TaperChoice, SOUND_TREE, SOUND_BREAST_HEIGHT_M);
  return outcome.ok ? null : outcome.problem.message;
}
