import type { DefectKind } from '@arbolito/core/protocol';
import { message, type Text } from '@arbolito/core/message';

/** What each kind of defect is called. */
export const DEFECT_WORDS: Readonly<Record<DefectKind, Text>> = {
  rot: message('results.defect.rot', 'rot'),
  sweep: message('results.defect.sweep', 'sweep'),
  crook: message('results.defect.crook', 'crook'),
  branches: message('results.defect.branches', 'branches'),
};
