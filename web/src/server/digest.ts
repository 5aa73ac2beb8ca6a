import { createHash } from 'node:crypto';
import { canonicalText } from '@arbolito/core/tree';

/** Fingerprint of a write: the same content gives the same text, whatever the order of its fields. */
export const digestOf = (content: unknown): string => createHash('sha256').update(canonicalText(content)).digest('hex');
