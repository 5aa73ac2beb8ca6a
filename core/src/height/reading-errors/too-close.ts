import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byMethod } from './reading-error-kind.ts';

/** Closer than the tree is tall. */
export const TOO_CLOSE = byMethod({
  code: HEIGHT_FINDINGS.tooClose,
  name: 'Closer than the tree is tall',
  effect: 'Each degree is worth more, and a broad crown hides its tip.',
  suggestedFix: 'Go back until the top is seen under 45° or less.',
  evidence: 'The sight to the top.',
});
