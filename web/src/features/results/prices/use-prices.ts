import { useState } from 'react';
import type { PriceList } from '@arbolito/core/protocol';
import type { UnitSystem } from '@arbolito/core/units';
import { START_PRICES } from './start-prices.ts';
import { useRemembered } from './use-remembered.ts';

interface Prices {
  readonly prices: PriceList;
  /** Nobody entered these prices: what is worked out with them is an example. */
  readonly areExamples: boolean;
  /** They come from the survey; what is changed holds for this page alone. */
  readonly areOfSurvey: boolean;
  readonly change: (prices: PriceList) => void;
}

/** A price that is half typed is NaN, which JSON writes as null. */
const hasNoGap = (value: unknown): boolean =>
  value !== null && (typeof value !== 'object' || Object.values(value).every(hasNoGap));

/** Whether this can be a price list that this device stored: nothing else writes there. */
const isStoredList = (value: unknown): value is PriceList | null =>
  value === null || (typeof value === 'object' && 'products' in value && 'costs' in value && hasNoGap(value));

/** The prices that a page works with: the survey’s, else those remembered on this device, else examples. */
export function usePrices(surveyPrices: PriceList | null, system: UnitSystem): Prices {
  const [ofSurvey, setOfSurvey] = useState(surveyPrices);
  const [remembered, setRemembered] = useRemembered<PriceList | null>('arbolito.prices', null, isStoredList);
  return {
    prices: ofSurvey ?? remembered ?? START_PRICES[system],
    areExamples: ofSurvey === null && remembered === null,
    areOfSurvey: ofSurvey !== null,
    change: ofSurvey === null ? setRemembered : setOfSurvey,
  };
}
