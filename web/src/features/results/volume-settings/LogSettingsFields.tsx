import { LOG_RULES } from '@arbolito/core/log-rules';
import { findMethod } from '@arbolito/core/methods';
import { FORM_CLASS_RULES, OTHER_DIAMETER_METHODS } from '@arbolito/core/protocol';
import { NumberField } from '../../../ui/forms/NumberField.tsx';
import type { WoodUnits } from '../prices/wood-units.ts';
import { say, t } from '../../../messages/text.ts';
import { LOG_FIELDS, type LogDraft, type LogField, logSpecs, productPriceSpec } from './log-settings.ts';

interface LogSettingsProps {
  readonly draft: LogDraft;
  readonly units: WoodUnits;
  /** What the server said of a field. */
  readonly refusedOf: (pointer: string) => string | null;
  readonly onChange: (draft: LogDraft) => void;
}

const POINTERS: Readonly<Record<LogField, string>> = {
  logLength: '/logs/logLengthM',
  trim: '/logs/trimM',
  formClass: '/logs/formClass',
  perThousand: '/logs/perThousand',
};

/** Prices before one that are sent: those that are left empty are not. */
const sentBefore = ({ products }: LogDraft, i: number): number =>
  products.slice(0, i).filter(({ price }) => price.trim() !== '').length;

/** How logs of standing trees are counted and paid for, and which of several diameters of a stem count. */
export function LogSettingsFields({ draft, units, refusedOf, onChange }: LogSettingsProps) {
  const specs = logSpecs(units);
  return (
    <section aria-labelledby="log-settings" className="grid gap-3">
      <h2 id="log-settings" className="text-xl font-bold">
        {t('results.logs-of-standing-trees', 'Logs of standing trees')}
      </h2>
      <div className="flex flex-wrap gap-x-8 gap-y-2">
        {LOG_FIELDS.map((field) => (
          <NumberField
            key={field}
            spec={specs[field]}
            text={draft[field]}
            optional={field === 'perThousand'}
            problem={refusedOf(POINTERS[field])}
            onType={(text) => {
              onChange({ ...draft, [field]: text });
            }}
          />
        ))}
        <label className="flex items-center gap-2">
          {t('results.log-rule-of-logs', 'log rule')}
          <select
            className="field !w-auto"
            value={draft.rule}
            onChange={(event) => {
              onChange({ ...draft, rule: FORM_CLASS_RULES.find((each) => each === event.target.value) ?? draft.rule });
            }}
          >
            {FORM_CLASS_RULES.map((rule) => (
              <option key={rule} value={rule}>
                {say(LOG_RULES[rule].name)}
              </option>
            ))}
          </select>
        </label>
      </div>
      {draft.products.length > 0 && (
        <fieldset>
          <legend>{t('results.prices-of-products', 'Own price of a product (optional)')}</legend>
          <div className="flex flex-wrap gap-x-8 gap-y-2">
            {draft.products.map(({ name, price }, i) => (
              <NumberField
                key={name}
                spec={productPriceSpec(name)}
                text={price}
                optional
                problem={refusedOf(`/logs/products/${String(sentBefore(draft, i))}/perThousand`)}
                onType={(text) => {
                  onChange({ ...draft, products: draft.products.with(i, { name, price: text }) });
                }}
              />
            ))}
          </div>
        </fieldset>
      )}
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          checked={draft.upperDiametersCount}
          onChange={(event) => {
            onChange({ ...draft, upperDiametersCount: event.target.checked });
          }}
        />
        {t('results.upper-diameters-count', 'Where a tree has upper diameters, compute its volume from them')}
      </label>
      <label className="flex flex-wrap items-center gap-2">
        {t('results.diameter-that-counts', 'Where a stem has several diameters, use')}
        <select
          className="field !w-auto"
          value={draft.diameterMethod}
          onChange={(event) => {
            const diameterMethod = OTHER_DIAMETER_METHODS.find((each) => each === event.target.value) ?? '';
            onChange({ ...draft, diameterMethod });
          }}
        >
          <option value="">{t('results.first-diameter', 'the first one')}</option>
          {OTHER_DIAMETER_METHODS.map((id) => (
            <option key={id} value={id}>
              {say(findMethod(id)?.description.name ?? id)}
            </option>
          ))}
        </select>
      </label>
    </section>
  );
}
