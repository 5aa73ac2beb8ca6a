import { FIGURE } from '../plot-figures.ts';
import type { StandIndex } from './stand-index.ts';
import { message } from '../../message/index.ts';

/**
 * Mean height weighted by basal area, after Lorey: Σ g h ÷ Σ g, g being the basal area per hectare.
 */
export const LOREY_HEIGHT: StandIndex<'loreyHeightM'> = {
  id: 'loreyHeightM',
  quantity: 'height',
  decimals: 1,
  needsArea: false,
  label: ({ height }) => message('inventory.lorey-s-height', 'Lorey’s height, {height}', { height }),
  explanation: () => message('inventory.weighted-by-basal-area', 'weighted by basal area'),
  compute: ({ meanOf }) => {
    const basalArea = meanOf(FIGURE.loreyBasalArea);
    return basalArea > 0 ? meanOf(FIGURE.loreyLifted) / basalArea : null;
  },
};
