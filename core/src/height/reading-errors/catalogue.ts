import { DISTANCE_KINDS } from './distance-kinds.ts';
import { SIGHT_KINDS } from './sight-kinds.ts';
import type { ReadingErrorKind } from './reading-error-kind.ts';
import { TREE_KINDS } from './tree-kinds.ts';

/** Every kind of slip that is looked for in a height. */
export const HEIGHT_READING_ERRORS: readonly ReadingErrorKind[] = [...SIGHT_KINDS, ...DISTANCE_KINDS, ...TREE_KINDS];
