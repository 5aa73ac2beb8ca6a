import { FORM_CLASS_HEIGHT_FT } from '../logs/index.ts';
import {
  behreProfile,
  kozakProfile,
  maxBurkhartProfile,
  measuredProfile,
  ormerodProfile,
  solidsProfile,
  type ProfileOutcome,
} from './profile.ts';
import type { Section } from './sections.ts';
import type { KozakCoefficients, MaxBurkhartCoefficients, TreeSize } from './taper.ts';

/** A model of form with its coefficients, as it is chosen for a species and kept. */
export type TaperChoice =
  | { readonly model: 'solids' }
  | ({ readonly model: 'kozak' } & KozakCoefficients)
  | { readonly model: 'ormerod'; readonly p: number }
  | ({ readonly model: 'max-burkhart' } & MaxBurkhartCoefficients)
  | { readonly model: 'behre'; readonly formClassPct: number };

export const TAPER_MODELS = ['solids', 'kozak', 'ormerod', 'max-burkhart', 'behre'] as const;
/** Girard form classes that are met with, in percent. */
export const FORM_CLASS_PCT = [40, 95] as const;

const M_PER_FT = 0.3048;
const BREAST_HEIGHT_M = 1.3;

/**
 * The stem of one tree by a chosen model. Behre’s is under bark, through the form class at the top of the first log; the
 * others are over bark.
 */
export function profileByChoice(choice: TaperChoice, tree: TreeSize): ProfileOutcome {
  switch (choice.model) {
    case 'solids':
      return solidsProfile(tree);
    case 'kozak':
      return kozakProfile(tree, choice);
    case 'ormerod':
      return ormerodProfile(tree, choice);
    case 'max-burkhart':
      return maxBurkhartProfile(tree, choice);
    case 'behre': {
      const { formClassPct } = choice;
      if (!(formClassPct >= FORM_CLASS_PCT[0] && formClassPct <= FORM_CLASS_PCT[1]))
        return {
          ok: false,
          problem: { field: 'formClassPct', message: 'The form class must lie between 40 and 95 %.' },
        };
      const atM = FORM_CLASS_HEIGHT_FT * M_PER_FT;
      if (!(tree.heightM > atM))
        return {
          ok: false,
          problem: {
            field: 'heightM',
            message: 'A form class is of the top of the first log, 17.3 ft up: this tree ends below it.',
          },
        };
      return behreProfile(tree.heightM, { heightM: atM, diameterCm: (formClassPct / 100) * tree.dbhCm });
    }
  }
}

/** The stem through the tree’s own upper diameters, its dbh the lowest of them; null where it has none, or they cannot be. */
export function profileByOwnDiameters({ dbhCm, heightM }: TreeSize, upper: readonly Section[]): ProfileOutcome | null {
  if (upper.length === 0) return null;
  return measuredProfile(heightM, [{ heightM: BREAST_HEIGHT_M, diameterCm: dbhCm }, ...upper]);
}

const isFinite = (value: unknown): value is number => typeof value === 'number' && Number.isFinite(value);
const areNumbers = (value: unknown, count: number): boolean =>
  Array.isArray(value) && value.length === count && value.every(isFinite);

/** A tree that every sound choice can draw. */
const SOUND_TREE: TreeSize = { dbhCm: 40, heightM: 25 };

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
  const outcome = profileByChoice(value as TaperChoice, SOUND_TREE);
  return outcome.ok ? null : outcome.problem.message;
}
