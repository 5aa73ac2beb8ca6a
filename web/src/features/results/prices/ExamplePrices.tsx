import { t } from '../../../messages/text.ts';

/** Beside values that come from prices nobody entered. */
export const ExamplePrices = () => (
  <p className="rounded-lg border-2 border-paint-ink bg-alarm px-3 py-1.5 font-semibold" data-testid="example-prices">
    {t('results.example-prices-enter-your-own', 'Example prices. Enter your own in the price list below.')}
  </p>
);
