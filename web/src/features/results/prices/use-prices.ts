import { useState } from 'react';
import { isPriceList } from '@arbolito/core/bucking';
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

const isPriceListOrNone = (value: unknown): value is PriceList | null => value === null || isPriceList(value);

/** The prices that a page works with: the survey’s, else those remembered on this device, else examples. */
export function usePrices(surveyPrices: PriceList | null, system: UnitSystem): Prices {
  const [ofSurvey, setOfSurvey] = useState(surveyPrices);
  const [remembered, setRemembered] = useRemembered<PriceList | null>('arbolito.prices', null, isPriceListOrNone);
  return {
    prices: ofSurvey ?? remembered ?? START_PRICES[system],
    areExamples: ofSurvey === null && remembered === null,
    areOfSurvey: ofSurvey !== null,
    change: ofSurvey === null ? setRemembered : setOfSurvey,
  };
}
