import { useState } from 'react';
import { type PerHa, priceListProblems, type StandLogs } from '@arbolito/core/bucking';
import { LOG_RULES } from '@arbolito/core/log-rules';
import { printMean, printRounded, printStandardError, standUnits, type UnitSystem } from '@arbolito/core/units';
import type { WoodSettings } from '@arbolito/core/protocol';
import { call } from '../../../client/api.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { FoldedSection } from '../../../ui/feedback/FoldedSection.tsx';
import { useAction } from '../../../ui/feedback/use-action.ts';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import type { StandView } from '../../../contracts/views.ts';
import { PriceListEditor } from '../prices/PriceListEditor.tsx';
import { priceListSummary } from '../prices/price-list-summary.ts';
import { ExamplePrices } from '../prices/ExamplePrices.tsx';
import { usePrices } from '../prices/use-prices.ts';
import { WOOD_UNITS } from '../prices/wood-units.ts';
import { DataTable } from '../../../ui/table/DataTable.tsx';
import { useStandLogs } from '../stand-logs/use-stand-logs.ts';
import { t, say } from '../../../messages/text.ts';
import type { Text } from '@arbolito/core/message';
import { rich } from '../../../messages/rich.ts';

export interface StandLogsPageProps {
  readonly surveyId: string;
  readonly name: string;
  readonly system: UnitSystem;
  readonly wood: WoodSettings;
}

/** All trees of a survey cut as is worth most: products, board feet and value per hectare, worked out in a worker. */
export function StandLogsPage({ surveyId, name, system, wood }: StandLogsPageProps) {
  const units = WOOD_UNITS[system];
  const { prices, areExamples, change } = usePrices(wood.prices, system);
  const { state, start, cancel } = useStandLogs();
  const [stand, setStand] = useState<StandView | null>(null);
  const { trouble, isBusy: isLoading, run } = useAction();
  const isSound = priceListProblems(prices).length === 0 && prices.products.length > 0;
  const cutAll = async (): Promise<null> => {
    const found = stand ?? (await call<StandView>('GET', `/api/surveys/${surveyId}/stems`));
    setStand(found);
    start({ stand: found, prices, stumpM: wood.stumpM, topCm: wood.topCm, stepM: units.stepM });
    return null;
  };
  return (
    <div className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)] gap-6 p-4 md:p-8">
      <div className="grid gap-2">
        <h1 className="text-3xl font-bold">{t('results.logs-of', 'Logs of {name}', { name })}</h1>
        <p className="max-w-prose">
          {t(
            'results.each-tree-is-cut-for',
            'Each tree is cut for the highest value by the price list below, from the stump to the smallest top diameter, with the taper of its species. Nothing is saved.',
          )}
        </p>
      </div>
      {trouble !== null && <Alert>{trouble}</Alert>}
      <div className="flex flex-wrap items-center gap-3">
        <button
          type="button"
          className="btn btn-main"
          disabled={!isSound || isLoading || state.kind === 'running'}
          onClick={() => {
            void run(cutAll);
          }}
        >
          {state.kind === 'done'
            ? t('results.calculate-again', 'Calculate again')
            : t('results.calculate-logs', 'Calculate logs')}
        </button>
        {isLoading && <span role="status">{t('results.loading-stems', 'Loading stems…')}</span>}
        {state.kind === 'running' && (
          <>
            <progress
              className="h-4 w-56 accent-lichen"
              max={Math.max(1, state.of)}
              value={state.done}
              aria-label={t('results.trees-calculated', 'Trees calculated')}
            />
            <span className="figures" role="status">
              {t('results.of-trees', '{done} of {of} trees', { done: state.done, of: state.of })}{' '}
            </span>
            <button type="button" className="btn" onClick={cancel}>
              {t('results.stop', 'Stop')}
            </button>
          </>
        )}
        {!isSound && (
          <span className="text-paint-ink">
            {t('results.fix-the-errors-in-the', 'Fix the errors in the price list first.')}
          </span>
        )}
        {state.kind === 'failed' && (
          <FieldError>
            {t('results.the-calculation-stopped-start-it', 'The calculation stopped. Start it again.')}
          </FieldError>
        )}
      </div>
      {areExamples && <ExamplePrices />}
      {state.kind === 'done' && stand !== null && (
        <Result logs={state.logs} stand={stand} currency={prices.currency} system={system} />
      )}
      <FoldedSection title={t('results.products-and-prices', 'Products and prices')} summary={priceListSummary(prices)}>
        {() => (
          <>
            <p className="text-quiet">
              {rich(
                'results.changes-here-apply-to-this',
                'Changes here apply to this page only. <link>Volumes and prices of the survey</link>',
                {
                  link: (chunks) => (
                    <a className="underline" href={`/surveys/${surveyId}/wood`}>
                      {chunks}
                    </a>
                  ),
                },
              )}
            </p>
            <PriceListEditor list={prices} units={units} onChange={change} />
          </>
        )}
      </FoldedSection>
    </div>
  );
}

interface ResultProps {
  readonly logs: StandLogs;
  readonly stand: StandView;
  readonly currency: string;
  readonly system: UnitSystem;
}

interface Figure {
  readonly words: string;
  readonly value: string;
  readonly error: Text;
  readonly testId?: string;
}

function Result({ logs, stand, currency, system }: ResultProps) {
  const units = standUnits(system, stand.isList);
  // Money and board feet are counted like stems: by the area alone.
  const money = (perHa: PerHa) => printMean(perHa, units.stems, 0);
  const small = (perHa: PerHa, to: (value: number) => number, decimals: number) => {
    const { value, error } = printMean(perHa, to, decimals);
    return `${value}${perHa.standardError === null ? '' : ` ${say(error)}`}`;
  };
  const net = money(logs.net);
  return (
    <section aria-labelledby="result" className="grid grid-cols-[minmax(0,1fr)] gap-5">
      <h2 id="result" className="text-2xl font-bold">
        {stand.isList
          ? t('results.logs-in-total', 'Total of all trees')
          : t('results.per-from-plots', 'Per {area}, from {plots} plots', {
              area: units.per.slice(1),
              plots: stand.plots,
            })}
      </h2>
      <dl className="grid grid-cols-2 gap-x-6 gap-y-4 md:grid-cols-4">
        {[
          {
            words: t('results.net-value', 'Net value, {currency}{per}', { currency, per: units.per }),
            testId: 'stand-net',
            ...net,
          },
          {
            words: t('results.gross-value', 'Gross value, {currency}{per}', { currency, per: units.per }),
            ...money(logs.gross),
          },
          {
            words: t('results.costs', 'Costs, {currency}{per}', { currency, per: units.per }),
            ...money(logs.costs),
          },
          {
            words: t('results.volume-in-logs', 'Volume in logs, {volume}{per}', {
              volume: units.volume,
              per: units.per,
            }),
            ...printMean(logs.volumeM3, units.volumePer, 1),
          },
        ].map(({ words, value, error, testId }: Figure) => (
          <div key={words} className="flex flex-col-reverse border-t-2 border-ink pt-1">
            <dt className="text-quiet">{words}</dt>
            <dd>
              <span className="figures text-3xl font-extrabold" data-testid={testId}>
                {value}
              </span>{' '}
              <span className="figures text-sky">{say(error)}</span>
            </dd>
          </div>
        ))}
      </dl>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-6 lg:grid-cols-2">
        <DataTable
          className="self-start"
          caption={<span className="text-lg font-bold">{t('results.by-product', 'By product')}</span>}
          rows={logs.products}
          keyOf={({ name: product }) => product}
          columns={[
            {
              id: 'product',
              head: t('results.head.product', 'product'),
              kind: 'row-head',
              cell: (product) => product.name,
            },
            {
              id: 'logs',
              head: t('results.head.logs', 'logs'),
              kind: 'number',
              cell: (product) => small(product.logs, units.stems, 0),
            },
            {
              id: 'volume',
              head: units.volume,
              kind: 'number',
              cell: (product) => small(product.volumeM3, units.volumePer, 1),
            },
            { id: 'value', head: currency, kind: 'number', cell: (product) => small(product.value, units.stems, 0) },
          ]}
        />
        <DataTable
          className="self-start"
          caption={
            <span className="text-lg font-bold">
              {t('results.board-feet-of-all-logs', 'Board feet of all logs, by each rule')}
            </span>
          }
          rows={logs.boardFeet}
          keyOf={({ rule }) => rule}
          columns={[
            {
              id: 'rule',
              head: t('results.head.rule', 'rule'),
              kind: 'row-head',
              cell: ({ rule }) => say(LOG_RULES[rule].name),
            },
            {
              id: 'perArea',
              head: t('results.board-feet', 'Board feet{per}', { per: units.per }),
              kind: 'number',
              cell: ({ perHa }) =>
                `${printRounded(units.stems(perHa.mean), 0)}${
                  perHa.standardError === null ? '' : ` ± ${printStandardError(units.stems(perHa.standardError))}`
                }`,
            },
          ]}
        />
      </div>
      <ul className="grid gap-1 text-quiet">
        <li>
          {t(
            'results.is-one-standard-error-of',
            '± is one standard error of sampling, s ÷ √n over the plots. Errors of taper, heights and prices are not included.',
          )}
        </li>
        {stand.byCurve > 0 && (
          <li>
            {t(
              'results.of-stems-have-a-height',
              '{byCurve} of {trees} stems have a height imputed from the height curve of their species.',
              { byCurve: stand.byCurve, trees: stand.trees.length },
            )}{' '}
          </li>
        )}
        {stand.without + logs.undrawn > 0 && (
          <li>
            {t(
              'results.trees-could-not-be-cut',
              '{without, plural, one {# tree could not be cut: no dbh, no height, or too short for its taper.} other {# trees could not be cut: no dbh, no height, or too short for their taper.}}',
              { without: stand.without + logs.undrawn },
            )}
          </li>
        )}
        <li>
          {t(
            'results.stems-are-assumed-sound-rot',
            'Stems are assumed sound: rot, sweep and crook are not known. An estimate is not an appraisal, and no permission to fell.',
          )}
        </li>
      </ul>
    </section>
  );
}
