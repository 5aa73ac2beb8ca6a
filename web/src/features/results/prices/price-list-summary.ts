import { priceListProblems } from '@arbolito/core/bucking';
import type { PriceList } from '@arbolito/core/protocol';
import { t } from '../../../messages/text.ts';

/** A price list in one line: how much is in it, or that something in it is wrong. */
export const priceListSummary = (list: PriceList): string =>
  priceListProblems(list).length > 0
    ? t('results.prices.problem', 'Contains an error')
    : t('results.prices.summary', '{count, plural, one {# product} other {# products}}, {currency}', {
        count: list.products.length,
        currency: list.currency,
      });
