import { useState } from 'react';
import { printRounded, printStandardError } from '@arbolito/core/units';
import type { Estimation } from '@arbolito/core/statistics';
import type { QuantitySpec } from '../../../ui/forms/quantity.ts';
import { EnterFirst } from '../../../ui/feedback/EnterFirst.tsx';
import { NumberField } from '../../../ui/forms/NumberField.tsx';
import { useQuantities } from '../../../ui/forms/use-quantities.ts';
import { LinesField } from '../../../ui/forms/LinesField.tsx';
import { estimate, TWO_PHASE_ESTIMATORS, type TwoPhaseEstimator } from '../two-phases/estimate.ts';
import { t, say } from '../../../messages/text.ts';
import { rich } from '../../../messages/rich.ts';
import { message } from '@arbolito/core/message';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';

const PairsChart = onDemand(() => import('../two-phases/PairsChart.tsx'), 'h-80');

const SPECS = {
  largeN: { label: message('results.units-with-x', 'units with x'), unit: 'one', low: 2, high: 1_000_000 },
  largeMean: {
    label: message('results.mean-of-x-in-the', 'mean of x in the population'),
    unit: 'one',
    low: 0,
    high: 1e6,
  },
  factor: { label: message('results.factor-m-ha', 'factor, m²/ha'), unit: 'one', low: 0.05, high: 200 },
  guesses: { label: message('results.sum-of-predictions', 'sum of predictions'), unit: 'one', low: 0, high: 1e9 },
} as const satisfies Record<string, QuantitySpec>;
type Key = keyof typeof SPECS;

const ASKED: Readonly<Record<TwoPhaseEstimator, readonly Key[]>> = {
  regression: ['largeN', 'largeMean'],
  ratio: ['largeN', 'largeMean'],
  count: ['factor'],
  guess: ['guesses'],
};

const EXAMPLE = {
  pairs: '22 198\n31 265\n18 150\n27 241\n35 310\n24 201\n29 262\n20 181\n33 287\n26 219',
  counts: '7\n9\n5\n8\n6\n10\n7\n4\n8\n7\n6\n9',
  perTree: '9.1\n8.4\n10.2\n9.8\n8.9\n9.6\n10.9\n8.1\n9.4\n9.0',
} as const;
const EXAMPLE_FIGURES = { largeN: '120', largeMean: '25.3', factor: '4', guesses: '1480' } as const;
const NO_LISTS = { pairs: '', counts: '', perTree: '' } as const;
const NO_FIGURES = { largeN: '', largeMean: '', factor: '', guesses: '' } as const;

/** Figures that a way does not ask for. */
const NO_VALUES = { largeN: NaN, largeMean: NaN, factor: NaN, guesses: NaN } as const;

const ALL_WAYS = Object.keys(TWO_PHASE_ESTIMATORS) as TwoPhaseEstimator[];

function Result({ estimation, alone }: { readonly estimation: Estimation; readonly alone: Estimation | null }) {
  if (!estimation.ok) return <p className="card p-5 text-lg">{say(estimation.message)}</p>;
  const { mean, standardError, halfWidth, degreesOfFreedom } = estimation;
  const decimals = Math.abs(mean) >= 1_000 ? 0 : Math.abs(mean) >= 100 ? 1 : 2;
  return (
    <div aria-live="polite" className="grid gap-3">
      <p>
        <span className="text-quiet">{t('results.estimate-standard-error', 'Estimate ± standard error')}</span>
        <span className="figures block text-5xl font-extrabold" data-testid="two-phases">
          {printRounded(mean, decimals)}{' '}
          {standardError !== null && <span className="text-sky">± {printStandardError(standardError)}</span>}
        </span>
      </p>
      {halfWidth !== null && (
        <p className="text-lg">
          {rich(
            'results.95-interval-to-by-student',
            '{zero, select, yes {95 % interval <strong>{low} to {high}</strong>, by Student’s t with {degreesOfFreedom} degrees of freedom.} other {95 % interval <strong>{low} to {high}</strong>, by Student’s t with {degreesOfFreedom} degrees of freedom: ± {share} %.}}',
            {
              zero: mean === 0 ? 'yes' : 'no',
              strong: (chunks) => <strong className="figures">{chunks}</strong>,
              low: printRounded(mean - halfWidth, decimals),
              high: printRounded(mean + halfWidth, decimals),
              degreesOfFreedom: printRounded(degreesOfFreedom, 0),
              share: printRounded((100 * halfWidth) / (Math.abs(mean) || 1), 1),
            },
          )}{' '}
        </p>
      )}
      {alone?.ok === true && alone.standardError !== null && standardError !== null && (
        <p className="text-lg">
          {t(
            'results.the-measured-units-alone-give',
            'The measured units alone give {mean} ± {standardError}: {value}',
            {
              mean: printRounded(alone.mean, decimals),
              standardError: printStandardError(alone.standardError),
              value:
                standardError < alone.standardError
                  ? t('results.relative-efficiency', 'relative efficiency {value}.', {
                      value: printRounded((alone.standardError / standardError) ** 2, 1),
                    })
                  : t('results.first-phase-no-gain', 'the first phase does not reduce the error here.'),
            },
          )}
        </p>
      )}
    </div>
  );
}

/** Double sampling, count and measure, and 3P, from lists that are pasted. */
export function TwoPhasesPage() {
  const query = new URLSearchParams(location.search).get('way');
  const [way, setWay] = useState<TwoPhaseEstimator>(ALL_WAYS.find((each) => each === query) ?? 'regression');
  const [lists, setLists] = useState<Readonly<Record<keyof typeof EXAMPLE, string>>>(NO_LISTS);
  const { texts, type, part } = useQuantities<Key>(SPECS, NO_FIGURES);
  const { values, missing } = part(ASKED[way]);
  const listed = way === 'count' ? (['counts', 'perTree'] as const) : (['pairs'] as const);
  const isEmpty = listed.every((name) => lists[name].trim() === '');
  const isExample = !isEmpty && listed.every((name) => lists[name] === EXAMPLE[name]);
  const outcome = values === null || isEmpty ? null : estimate(way, { ...lists, ...NO_VALUES, ...values });
  const showExample = (): void => {
    setLists({ ...lists, ...Object.fromEntries(listed.map((name) => [name, EXAMPLE[name]])) });
    for (const key of ASKED[way]) type(key, EXAMPLE_FIGURES[key]);
  };
  const estimation = outcome?.estimation ?? null;
  const pairs = outcome?.pairs ?? null;
  const lines = (name: keyof typeof EXAMPLE, title: string, of: string) => (
    <LinesField
      name={title}
      of={of}
      example={EXAMPLE[name]}
      text={lists[name]}
      problems={outcome?.problems[name] ?? []}
      onType={(text) => {
        setLists({ ...lists, [name]: text });
      }}
    />
  );
  return (
    <div className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)] items-start gap-6 p-4 md:grid-cols-[22rem_minmax(0,1fr)] md:p-6">
      <section aria-label={t('results.data', 'Data')} className="order-2 grid gap-4 md:order-none">
        {ASKED[way].map((key) => (
          <NumberField
            key={key}
            spec={SPECS[key]}
            text={texts[key]}
            optional
            onType={(text) => {
              type(key, text);
            }}
          />
        ))}
        {way === 'count' ? (
          <>
            {lines(
              'counts',
              t('results.trees-counted', 'Trees counted'),
              t('results.one-point-per-line-0', 'one point per line, 0 for a point without trees'),
            )}
            {lines(
              'perTree',
              t('results.volume-per-basal-area', 'Volume per basal area'),
              t('results.one-measured-tree-per-line', 'one measured tree per line, in m³/m²'),
            )}
          </>
        ) : (
          lines(
            'pairs',
            way === 'guess'
              ? t('results.measured-trees', 'Measured trees')
              : t('results.measured-units', 'Measured units'),
            way === 'guess'
              ? t('results.predicted-and-measured-volume-one', 'predicted and measured volume, one tree per line')
              : t('results.x-and-y-one-unit', 'x and y, one unit per line'),
          )
        )}
      </section>
      <section aria-label={t('results.result', 'Result')} className="order-1 grid min-w-0 gap-4 md:order-none">
        <div
          className="grid grid-cols-2 gap-2 lg:grid-cols-4"
          role="group"
          aria-label={t('results.estimator', 'Estimator')}
        >
          {ALL_WAYS.map((each) => (
            <button
              key={each}
              type="button"
              className="btn"
              aria-pressed={way === each}
              onClick={() => {
                setWay(each);
                const next = new URLSearchParams(location.search);
                next.set('way', each);
                history.replaceState(null, '', `?${next.toString()}`);
              }}
            >
              {say(TWO_PHASE_ESTIMATORS[each].name)}
            </button>
          ))}
        </div>
        <h1 className="text-3xl font-bold">{say(TWO_PHASE_ESTIMATORS[way].name)}</h1>
        <p className="max-w-2xl text-lg">{say(TWO_PHASE_ESTIMATORS[way].words)}</p>
        {estimation === null ? (
          <div className="grid justify-items-start gap-3">
            <EnterFirst
              missing={
                isEmpty
                  ? [...missing, t('results.the-list-of-measured-values', 'the list of measured values')]
                  : missing
              }
            />
            <button type="button" className="btn" onClick={showExample}>
              {t('results.load-an-example', 'Load an example')}
            </button>
          </div>
        ) : (
          <>
            {isExample && (
              <p className="rounded-lg border-2 border-paint-ink bg-alarm px-3 py-1.5 font-semibold">
                {t('results.example-values-enter-your-own', 'Example values. Enter your own instead.')}
              </p>
            )}
            <Result estimation={estimation} alone={outcome?.alone ?? null} />
          </>
        )}
        {pairs !== null && <PairsChart {...pairs} />}
        <p className="text-quiet">{TWO_PHASE_ESTIMATORS[way].source}.</p>
      </section>
    </div>
  );
}
