import { useState } from 'react';
import { isLogRuleId, type LogRuleId } from '@arbolito/core/protocol';
import { LOG_RULES } from '@arbolito/core/log-rules';
import { printRounded } from '@arbolito/core/units';
import type { Section } from '@arbolito/core/taper';
import { type QuantitySpec, parseQuantity } from '../../../ui/forms/quantity.ts';
import type { WoodUnits } from '../prices/wood-units.ts';
import { DataTable } from '../../../ui/table/DataTable.tsx';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { type CutStem, otherVolumes, rulesOf, type StemFigures } from './stem-state.ts';
import { t, say } from '../../../messages/text.ts';
import { message } from '@arbolito/core/message';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';

const RulesChart = onDemand(() => import('./RulesChart.tsx'), 'h-72');
const ModelsChart = onDemand(() => import('./ModelsChart.tsx'), 'h-72');

const PRICE: QuantitySpec = { label: message('results.price-2', 'price'), unit: 'one', low: 0, high: 1e6 };

/** The same logs by every rule, and a price by one of them as it would be by the others. */
export function RulesBeside({ cut, currency }: { readonly cut: CutStem; readonly currency: string }) {
  const [rule, setRule] = useState<LogRuleId>('doyle');
  const [text, setText] = useState('400');
  const read = parseQuantity(PRICE, text);
  const price = 'value' in read ? read.value : NaN;
  const totals = rulesOf(cut.cuts, { rule, price });
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-3 lg:grid-cols-2 lg:gap-x-6">
      <RulesChart totals={totals} />
      <div className="grid content-start gap-3">
        <div className="flex flex-wrap items-center gap-2">
          <label className="flex items-center gap-2">
            {t('results.a-price-of', 'A price of')}
            <input
              className="field figures !w-24"
              inputMode="decimal"
              autoComplete="off"
              value={text}
              aria-invalid={'problem' in read}
              onChange={(event) => {
                setText(event.target.value);
              }}
            />
          </label>
          <label className="flex flex-wrap items-center gap-2">
            {t('results.per-thousand-board-feet-of', '{currency} per thousand board feet of', { currency })}{' '}
            <select
              className="field !w-auto"
              value={rule}
              onChange={(event) => {
                if (isLogRuleId(event.target.value)) setRule(event.target.value);
              }}
            >
              {Object.entries(LOG_RULES).map(([id, { name }]) => (
                <option key={id} value={id}>
                  {say(name)}
                </option>
              ))}
            </select>
          </label>
        </div>
        {'problem' in read ? (
          <FieldError>{say(read.problem)}</FieldError>
        ) : (
          <DataTable
            caption={t('results.equivalent-prices-for-these-logs', 'Equivalent prices for these logs')}
            rows={totals}
            keyOf={({ id }) => id}
            columns={[
              { id: 'rule', head: t('results.head.rule', 'rule'), kind: 'row-head', cell: ({ name }) => say(name) },
              {
                id: 'boardFeet',
                head: t('results.board-feet-2', 'board feet'),
                kind: 'number',
                cell: ({ boardFeet }) => printRounded(boardFeet, 0),
              },
              {
                id: 'price',
                head: t('results.per-thousand', '{currency} per thousand', { currency }),
                kind: 'number',
                cell: ({ samePrice }) =>
                  samePrice === null ? t('results.no-volume', 'no volume') : printRounded(samePrice, 2),
              },
            ]}
          />
        )}
      </div>
    </div>
  );
}

interface ModelsComparisonProps {
  readonly cut: CutStem;
  readonly figures: StemFigures;
  readonly sections: readonly Section[];
  readonly units: WoodUnits;
}

/** What other models, equations and ways to measure would say of this stem. */
export function ModelsComparison({ cut, figures, sections, units }: ModelsComparisonProps) {
  const volumes = otherVolumes(cut, figures, sections);
  const of = (...groups: readonly string[]) => volumes.filter(({ group }) => groups.includes(group));
  const whole = of('taper', 'equation');
  const standing = of('standing');
  const felled = of('felled');
  const charts = [
    {
      title: t('results.whole-stem-over-bark-by', 'Whole stem over bark, by other models and equations'),
      rows: whole,
      profileM3: cut.wholeM3,
    },
    {
      title: t('results.standing-stem-measured-at-a', 'Standing stem, measured at a few diameters'),
      rows: standing,
      profileM3: cut.wholeM3,
    },
    {
      title: t('results.felled-stem-from-stump-to', 'Felled stem, from stump to top over bark'),
      rows: felled,
      profileM3: cut.merchantableM3.over,
    },
  ].filter(({ rows }) => rows.length > 0);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <p className="text-quiet">
        {t(
          'results.the-dashed-line-is-the',
          'The dashed line is the volume of the profile above. The methods get the diameters they need from that profile, so differences come from the method alone.',
        )}
      </p>
      {charts.map(({ title, rows, profileM3 }) => (
        <div key={title}>
          <h3 className="font-bold">{title}</h3>
          <ModelsChart title={title} volumes={rows} profileM3={profileM3} units={units} />
        </div>
      ))}
    </div>
  );
}
