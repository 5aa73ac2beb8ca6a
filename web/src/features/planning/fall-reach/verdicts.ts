import { OctagonAlert, Ruler, TriangleAlert } from 'lucide-react';
import type { Verdict } from '@arbolito/core/safety';

export const VERDICTS: Record<Verdict, { readonly words: string; readonly Icon: typeof OctagonAlert }> = {
  reaches: { words: 'It reaches', Icon: OctagonAlert },
  'may-reach': { words: 'It may reach', Icon: TriangleAlert },
  'falls-short': { words: 'It falls short, as far as can be told', Icon: Ruler },
};
