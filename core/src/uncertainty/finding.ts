import type { UnitId } from '../units/index.ts';
import type { Text } from '../message/index.ts';

/** `stop`: no figure can be given. `check`: there is a figure, look again. `note`: good to know. */
export type Severity = 'stop' | 'check' | 'note';

/** A reading as it would stand after a fix. Empty text clears it, to be read again. */
export interface ReadingChange {
  readonly reading: string;
  readonly text: string;
  readonly unit: UnitId;
}

/** The likely fix of a slip, as a value that one tap applies. */
export interface SuggestedFix {
  readonly label: Text;
  /** Which part of the tree sheet the readings belong to. */
  readonly measure: 'diameter' | 'point' | 'distance' | 'height';
  /** The method to switch to, where the fix is a change of method. */
  readonly methodId?: string;
  readonly changes: readonly ReadingChange[];
  /** The figure after the fix, with its unit, where it can be told. */
  readonly becomes?: string;
}

/** Something about the readings that a person should know. */
export interface Finding {
  readonly code: string;
  readonly severity: Severity;
  /** Key of the reading it is about; null for the whole. */
  readonly reading: string | null;
  readonly title: Text;
  readonly message: Text;
  readonly suggestedFixes: readonly SuggestedFix[];
}
