import { useState } from 'react';
import { type PerHa, priceListProblems, type StandLogs } from '@arbolito/core/bucking';
import { LOG_RULES } from '@arbolito/core/log-rules';
import { printMean, printRounded, printStandardError, STAND_UNITS, type UnitSystem } from '@arbolito/core/units';
import type { WoodSettings } from '@arbolito/core/protocol';
import { call } from '../../../client/api.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { useAction } from '../../../ui/feedback/use-action.ts';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import type { StandView } from '../../../contracts/views.ts';
import { PriceListEditor } from '../prices/PriceListEditor.tsx';
import { ExamplePrices } from '../prices/ExamplePrices.tsx';
import { usePrices } from '../prices/use-prices.ts';
import { WOOD_UNITS } from '../prices/wood-units.ts';
import { DataTable } from '../../../ui/table/DataTable.tsx';
import { useStandLogs } from '../stand-logs/use-stand-logs.ts';

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
        <h1 className="text-3xl font-bold">The logs of {name}</h1>
        <p className="max-w-prose">
          Every tree is cut as is worth most by the price list below, from the stump to the smallest top, by the taper
          of its species. Nothing is put on the record.
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
          {state.kind === 'done' ? 'Cut them anew' : 'Cut all trees'}
        </button>
        {isLoading && <span role="status">Fetching the stems …</span>}
        {state.kind === 'running' && (
          <>
            <progress
              className="h-4 w-56 accent-lichen"
              max={Math.max(1, state.of)}
              value={state.done}
              aria-label="Trees cut"
            />
            <span className="figures" role="status">
              {state.done} of {state.of} trees
            </span>
            <button type="button" className="btn" onClick={cancel}>
              Stop
            </button>
          </>
        )}
        {!isSound && <span className="text-paint-ink">The price list wants mending first: see there.</span>}
        {state.kind === 'failed' && <FieldError>The work broke off. Start it again.</FieldError>}
      </div>
      {areExamples && <ExamplePrices />}
      {state.kind === 'done' && stand !== null && (
        <Result logs={state.logs} stand={stand} currency={prices.currency} system={system} />
      )}
      <PriceListEditor list={prices} units={units} onChange={change} />
      <p className="text-quiet">
        What is changed here is for this page alone.{' '}
        <a className="underline" href={`/surveys/${surveyId}/wood`}>
          Volumes and prices of the survey
        </a>
      </p>
    </div>
  );
}

interface ResultProps {
  readonly logs: StandLogs;
  readonly stand: StandView;
  readonly currency: string;
  readonly system: UnitSystem;
}

function Result({ logs, stand, currency, system }: ResultProps) {
  const units = STAND_UNITS[system];
  // Money and board feet are counted like stems: by the area alone.
  const money = (perHa: PerHa) => printMean(perHa, units.stems, 0);
  const small = (perHa: PerHa, to: (value: number) => number, decimals: number) => {
    const { value, error } = printMean(perHa, to, decimals);
    return `${value}${perHa.standardError === null ? '' : ` ${error}`}`;
  };
  const net = money(logs.net);
  return (
    <section aria-labelledby="result" className="grid grid-cols-[minmax(0,1fr)] gap-5">
      <h2 id="result" className="text-2xl font-bold">
        Per {units.area}, from {stand.plots} plots
      </h2>
      <dl className="grid grid-cols-2 gap-x-6 gap-y-4 md:grid-cols-4">
        {[
          { words: `worth after costs, ${currency} / ${units.area}`, ...net },
          { words: `before costs, ${currency} / ${units.area}`, ...money(logs.gross) },
          { words: `costs, ${currency} / ${units.area}`, ...money(logs.costs) },
          { words: `wood in logs, ${units.volume} / ${units.area}`, ...printMean(logs.volumeM3, units.volumePer, 1) },
        ].map(({ words, value, error }) => (
          <div key={words} className="flex flex-col-reverse border-t-2 border-ink pt-1">
            <dt className="text-quiet">{words}</dt>
            <dd>
              <span
                className="figures text-3xl font-extrabold"
                data-testid={words.startsWith('worth') ? 'stand-net' : undefined}
              >
                {value}
              </span>{' '}
              <span className="figures text-sky">{error}</span>
            </dd>
          </div>
        ))}
      </dl>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-6 lg:grid-cols-2">
        <DataTable
          className="self-start"
          caption={<span className="text-lg font-bold">By product</span>}
          rows={logs.products}
          keyOf={({ name: product }) => product}
          columns={[
            { id: 'product', head: 'product', kind: 'row-head', cell: (product) => product.name },
            { id: 'logs', head: 'logs', kind: 'number', cell: (product) => small(product.logs, units.stems, 0) },
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
          caption={<span className="text-lg font-bold">Board feet of all logs, by every rule</span>}
          rows={logs.boardFeet}
          keyOf={({ rule }) => rule}
          columns={[
            { id: 'rule', head: 'rule', kind: 'row-head', cell: ({ rule }) => LOG_RULES[rule].name },
            {
              id: 'perArea',
              head: `board feet / ${units.area}`,
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
          ± is one standard error of sampling, s ÷ √n over the plots; the taper, the heights and the prices have errors
          of their own.
        </li>
        {stand.byCurve > 0 && (
          <li>
            {stand.byCurve} of {stand.trees.length} stems have their height from the height curve of their species.
          </li>
        )}
        {stand.without + logs.undrawn > 0 && (
          <li>{stand.without + logs.undrawn} trees could not be cut: no dbh, no height, or too low for their taper.</li>
        )}
        <li>
          Sound stems are taken for granted: no rot, sweep or crook is known of. An estimate is not an appraisal, and no
          leave to fell.
        </li>
      </ul>
    </section>
  );
}
