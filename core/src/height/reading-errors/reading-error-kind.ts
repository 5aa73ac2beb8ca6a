import type { MethodContext, Readings } from '../../measurement/index.ts';
import type { HeightEvidence } from './evidence.ts';
import type { Text } from '../../message/index.ts';

/** Odds of an error of one kind in readings that nobody doubts yet: one in fifty. */
export const USUAL_ODDS = 0.02;
/** Of errors that are made less often, or have many candidates. */
export const RARE_ODDS = 0.005;

/** A height as it was taken, in the light of everything that is known. */
export interface HeightCase {
  readonly methodId: string;
  readonly readings: Readings;
  readonly context: MethodContext;
  /** What the readings give, in m; it may be no height at all. */
  readonly heightM: number;
  readonly standardErrorM: number;
  readonly evidence: HeightEvidence;
  /** Level distance to the axis that the readings mean; null where they mean none. */
  readonly distanceM: number | null;
  /** The height that changed readings would give, in m, by this or another method. */
  readonly recompute: (changes: Readings, methodId?: string) => number;
}

/** A way in which the readings may have gone wrong, undone. */
export interface Suspicion {
  /** The readings that would stand differently. */
  readonly changes: Readings;
  /** The method that the readings belong to, where it was another one. */
  readonly methodId?: string;
  /** The height with the error undone, in m. */
  readonly heightM: number;
  /**
   * Evidence of its own: how many standard errors the figure as read, and as corrected, lie off a direct check of the very
   * thing that was read wrong.
   */
  readonly own?: { readonly asRead: number; readonly corrected: number };
  /** What is seen, as a sentence; added to the message. */
  readonly because?: Text;
  /** Standard error of the corrected height beyond that of the readings, in m: something about it is only supposed. */
  readonly spreadM?: number;
  /** Odds of this error before the evidence, where they are not those of its kind. */
  readonly odds?: number;
  /** Readings to take anew, where no figure can be offered. */
  readonly clears?: readonly string[];
  /** The top is gone: heights that a whole tree would have say nothing. */
  readonly isBroken?: boolean;
  /** Whether it is a fact and not a suspicion: its evidence shows it without a doubt. */
  readonly certain?: boolean;
}

/** A kind of reading error, as the catalogue holds it. */
export interface ReadingErrorKind {
  /** Stable: stored, exported, translated by it. */
  readonly code: string;
  /** What happened, in the words of a crew. */
  readonly name: Text;
  /** What it does to the height. */
  readonly effect: Text;
  /** What to do about it. */
  readonly suggestedFix: Text;
  /** What must be known before it is named. */
  readonly evidence: Text;
  /** Findings of a method's own that say the same with less evidence. */
  readonly replaces?: readonly string[];
  /**
   * `evidence`: named here, from what is known beside the readings. `method`: found by the method itself, from its
   * readings alone.
   */
  readonly foundBy: 'evidence' | 'method';
  /** Odds of one such error against correct readings, before the evidence; `USUAL_ODDS` where left out. */
  readonly odds?: number;
  /** It may be shown by a check of the very reading, however well the height fits everything else. */
  readonly hasOwnEvidence?: boolean;
  readonly suspect: (found: HeightCase) => readonly Suspicion[];
}

/** An error that a method finds by itself. */
export const byMethod = (kind: Omit<ReadingErrorKind, 'foundBy' | 'suspect'>): ReadingErrorKind => ({
  ...kind,
  foundBy: 'method',
  suspect: () => [],
});

/** An error that is named from evidence. */
export const byEvidence = (
  kind: Omit<ReadingErrorKind, 'foundBy' | 'suspect'>,
  suspect: ReadingErrorKind['suspect'],
): ReadingErrorKind => ({
  ...kind,
  foundBy: 'evidence',
  suspect,
});

/** The readings of a case with some of them replaced, as a suspicion. */
export function changed(
  found: HeightCase,
  changes: Readings,
  rest: Omit<Suspicion, 'changes' | 'heightM'> = {},
): Suspicion {
  return { changes, heightM: found.recompute(changes, rest.methodId), ...rest };
}
