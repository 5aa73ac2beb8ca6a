import { methodOf } from '@arbolito/core/callout';
import type { SheetView } from '../store.ts';

/** Whether the first height's readings have a sight that can be turned to another end. */
export const canTurn = ({ draft }: SheetView): boolean =>
  methodOf(draft, { measure: 'height', stem: 1 }).description.readings.some(({ place }) => place === 'tip');
