import { OctagonAlert, Ruler, TriangleAlert } from 'lucide-react';
import type { Verdict } from '@arbolito/core/safety';
import { message, type Text } from '@arbolito/core/message';

export const VERDICTS: Record<Verdict, { readonly words: Text; readonly Icon: typeof OctagonAlert }> = {
  reaches: { words: message('planning.it-reaches', 'It reaches'), Icon: OctagonAlert },
  'may-reach': { words: message('planning.it-may-reach', 'It may reach'), Icon: TriangleAlert },
  'falls-short': {
    words: message('planning.it-falls-short-as-far', 'It falls short, as far as these values show'),
    Icon: Ruler,
  },
};
