import {
  fitKozak,
  fitMaxBurkhart,
  fitOrmerod,
  type TaperFitOutcome,
  taperOf,
  type TaperSections,
} from '@arbolito/core/taper';
import type { TaperChoice } from '@arbolito/core/protocol';
import { type LineProblem, readLines } from '../../../ui/forms/read-lines.ts';
import { t } from '../../../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';

export const FITS = {
  'max-burkhart': message('results.max-and-burkhart-three-segments', 'Max and Burkhart, three segments'),
  kozak: message('results.kozak-munro-and-smith-parabola', 'Kozak, Munro and Smith, parabola'),
  ormerod: message('results.ormerod-one-exponent', 'Ormerod, one exponent'),
} as const;
export type FitId = keyof typeof FITS;
export const isFitId = (id: string): id is FitId => Object.hasOwn(FITS, id);

export interface ReadSectionLines {
  readonly sections: TaperSections;
  readonly problems: readonly LineProblem[];
}

/** Reads sections as they were pasted: dbh in cm, total height in m, height of the section in m, its diameter in cm. */
export function readSectionLines(text: string, breastHeightM: number): ReadSectionLines {
  const { rows, problems } = readLines(text, [
    { name: t('results.dbh-2', 'dbh'), unit: 'cm' },
    { name: t('results.height', 'height'), unit: 'm' },
    { name: t('results.height-of-the-section', 'height of the section'), unit: 'm', fromZero: true },
    { name: t('results.diameter', 'diameter'), unit: 'cm' },
  ]);
  const column = (at: number): Float64Array => Float64Array.from(rows, (row) => row[at] ?? NaN);
  return {
    sections: { dbhCm: column(0), heightM: column(1), atM: column(2), diameterCm: column(3), breastHeightM },
    problems,
  };
}

export type FittedTaper =
  | {
      readonly ok: true;
      readonly choice: TaperChoice;
      /** Names and values of its coefficients. */
      readonly coefficients: readonly (readonly [string, number])[];
      readonly sections: number;
      readonly rootMeanSquareCm: number;
      /** Diameter over dbh at a share of the height, for a tree of 20 m: Ormerod's depends a little on it. */
      readonly shareAt: (z: number) => number;
    }
  | { readonly ok: false; readonly message: Text };

const DRAWN_HEIGHT_M = 20;

function fitted<C>(
  { breastHeightM }: TaperSections,
  outcome: TaperFitOutcome<C>,
  choiceOf: (coefficients: C) => TaperChoice,
  named: (coefficients: C) => readonly (readonly [string, number])[],
): FittedTaper {
  if (!outcome.ok) return outcome;
  const { coefficients, sections, rootMeanSquareCm } = outcome.fit;
  const choice = choiceOf(coefficients);
  const taper = taperOf(choice, breastHeightM);
  // A fit may bend the wrong way where its sections do: such a taper draws no stem.
  if (!taper.ok)
    return {
      ok: false,
      message: t('results.the-best-fit-to-these', 'The best fit to these sections is not a valid stem. {message}', {
        message: taper.problem.message,
      }),
    };
  return {
    ok: true,
    choice,
    coefficients: named(coefficients),
    sections,
    rootMeanSquareCm,
    shareAt: (z) => Math.sqrt(Math.max(0, taper.model.squareCm2(1, DRAWN_HEIGHT_M, z * DRAWN_HEIGHT_M))),
  };
}

/** Fits a model of form to sections, ready to be drawn and kept. */
export function fitTaper(id: FitId, sections: TaperSections): FittedTaper {
  switch (id) {
    case 'kozak':
      return fitted(
        sections,
        fitKozak(sections),
        (of) => ({ model: 'kozak', ...of }),
        ({ b1, b2 }) => [
          ['b1', b1],
          ['b2', b2],
        ],
      );
    case 'ormerod':
      return fitted(
        sections,
        fitOrmerod(sections),
        (of) => ({ model: 'ormerod', ...of }),
        ({ p }) => [['p', p]],
      );
    case 'max-burkhart':
      return fitted(
        sections,
        fitMaxBurkhart(sections),
        (of) => ({ model: 'max-burkhart', ...of }),
        ({ b, a }) => [
          ...b.map((value, i) => [`b${i + 1}`, value] as const),
          ...a.map((value, i) => [`a${i + 1}`, value] as const),
        ],
      );
  }
}
