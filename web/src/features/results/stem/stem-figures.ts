import type { UnitSystem } from '@arbolito/core/units';
import type { QuantitySpec } from '../../../ui/forms/quantity.ts';
import type { WoodUnits } from '../prices/wood-units.ts';
import { USUAL_KOZAK } from './stem-state.ts';
import { t } from '../../../messages/text.ts';

export type StemKey =
  | 'dbh'
  | 'height'
  | 'bark'
  | 'stump'
  | 'top'
  | 'exponent'
  | 'kozakB1'
  | 'kozakB2'
  | 'dbhError'
  | 'heightError'
  | 'taper';

/** Limits in the units shown: a round number each, near enough to the same in both systems. */
export const stemFieldSpecs = ({ length, diameter }: WoodUnits): Readonly<Record<StemKey, QuantitySpec>> => {
  const [longest, thickest] = [length === 'm' ? 120 : 390, diameter === 'cm' ? 300 : 118];
  return {
    dbh: {
      label: t('results.dbh-over-bark', 'dbh over bark'),
      unit: diameter,
      low: diameter === 'cm' ? 5 : 2,
      high: thickest,
    },
    height: {
      label: t('results.total-height', 'total height'),
      unit: length,
      low: length === 'm' ? 2 : 7,
      high: longest,
    },
    bark: {
      label: t('results.under-bark-share-of-the', 'under bark share of the diameter'),
      unit: 'pct',
      low: 70,
      high: 100,
    },
    stump: { label: t('results.stump', 'stump'), unit: length, low: 0, high: length === 'm' ? 3 : 10 },
    top: {
      label: t('results.smallest-top-diameter-under-bark', 'smallest top diameter, under bark'),
      unit: diameter,
      low: 1,
      high: length === 'm' ? 100 : 40,
    },
    exponent: { label: t('results.exponent', 'exponent'), unit: 'one', low: 0.1, high: 3 },
    kozakB1: { label: 'b1', unit: 'one', low: -20, high: 20 },
    kozakB2: { label: 'b2', unit: 'one', low: -20, high: 20 },
    dbhError: { label: t('results.of-the-dbh', '± of the dbh'), unit: diameter, low: 0, high: 50 },
    heightError: { label: t('results.of-the-height', '± of the height'), unit: length, low: 0, high: 100 },
    taper: { label: t('results.of-the-taper-on-volume', '± of the taper, on volume'), unit: 'pct', low: 0, high: 50 },
  };
};

const SHAPE = {
  bark: '93',
  exponent: '0.75',
  kozakB1: String(USUAL_KOZAK.b1),
  kozakB2: String(USUAL_KOZAK.b2),
  taper: '5',
} as const;

export const USUAL: Readonly<Record<UnitSystem, Readonly<Record<StemKey, string>>>> = {
  metric: { ...SHAPE, dbh: '', height: '', stump: '0.3', top: '7', dbhError: '0.3', heightError: '0.5' },
  imperial: { ...SHAPE, dbh: '', height: '', stump: '1', top: '4', dbhError: '0.1', heightError: '2' },
};
