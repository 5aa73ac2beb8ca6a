import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byMethod } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** Closer than the tree is tall. */
export const TOO_CLOSE = byMethod({
  code: HEIGHT_FINDINGS.tooClose,
  name: message('height.too-close.name', 'Closer than one tree height'),
  effect: message('height.too-close.effect', 'Each degree counts for more, and a broad crown hides its tip.'),
  suggestedFix: message('height.too-close.suggestedFix', 'Go back until the top is at 45° or less'),
  evidence: message('height.too-close.evidence', 'The sight to the top.'),
});
