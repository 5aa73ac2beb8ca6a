/**
 * Why a change waits for a person.
 *
 * - `change`: another person has changed the same thing, or deleted the tree.
 * - `deletion`: the tree was changed by another person before it was deleted here.
 * - `tag`: the tag of a new tree was given to another tree.
 * - `rules`: trees were measured by other field rules than the survey has now.
 */
export const CONFLICT_KINDS = ['change', 'deletion', 'tag', 'rules'] as const;
export type ConflictKind = (typeof CONFLICT_KINDS)[number];

/** One of the two versions: what it says, who made it, on what, when. */
export interface ConflictVersion {
  /** What is there, in words; null where it is deleted. */
  readonly words: string | null;
  readonly observer: string;
  readonly device: string;
  readonly madeAt: string;
}

/** Two versions of one thing, of which a person keeps one. */
export interface ConflictView {
  readonly id: string;
  readonly surveyId: string;
  readonly plotId: string;
  readonly plotLabel: string;
  readonly kind: ConflictKind;
  readonly subjectId: string;
  /** The tag of the tree; null where it is about the plot. */
  readonly tag: string | null;
  /** What is disputed, in words: `Diameter`, `Height 2`. */
  readonly factWords: string;
  /** As the record has it. */
  readonly record: ConflictVersion;
  /** As it was sent. */
  readonly change: ConflictVersion;
  /** Fingerprint of what the record has: a decision names it, and is refused where the record has changed since. */
  readonly recordDigest: string;
  /** For a tag that was given twice: the next free one. */
  readonly freeTag: string | null;
  /** Which version was kept, and by whom; null while it is open. */
  readonly decided: { readonly kept: 'record' | 'change'; readonly observer: string; readonly madeAt: string } | null;
}
