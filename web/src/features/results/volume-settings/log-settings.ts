import {
  type FormClassRule,
  type LogSettings,
  type OtherDiameterMethod,
  USUAL_LOGS,
  WOOD_LIMITS,
  type WoodSettings,
} from '@arbolito/core/protocol';
import { convert } from '@arbolito/core/units';
import { parseQuantity, type QuantitySpec } from '../../../ui/forms/quantity.ts';
import { asTyped, type WoodUnits } from '../prices/wood-units.ts';
import { t } from '../../../messages/text.ts';

export const LOG_FIELDS = ['logLength', 'trim', 'formClass', 'perThousand'] as const;
export type LogField = (typeof LOG_FIELDS)[number];

/** The settings of logs as they are typed. */
export interface LogDraft extends Readonly<Record<LogField, string>> {
  readonly rule: FormClassRule;
  readonly upperDiametersCount: boolean;
  /** The method whose diameter counts; empty for the first one kept. */
  readonly diameterMethod: OtherDiameterMethod | '';
  /** Price of a thousand board feet of single products; empty where that of all counts. */
  readonly products: readonly { readonly name: string; readonly price: string }[];
}

/** Decimals of lengths: 16 ft stay 16 ft when they are read and kept in metres. */
const LENGTH_DECIMALS = 5;

export const logDraftOf = (
  { logs = USUAL_LOGS, upperDiametersCount = false, diameterMethod }: WoodSettings,
  units: WoodUnits,
  products: readonly string[] = [],
): LogDraft => ({
  logLength: asTyped(units.lengthOf(logs.logLengthM), LENGTH_DECIMALS),
  trim: asTyped(units.lengthOf(logs.trimM), LENGTH_DECIMALS),
  formClass: asTyped(logs.formClass),
  perThousand: logs.perThousand === undefined ? '' : asTyped(logs.perThousand),
  rule: logs.rule,
  upperDiametersCount,
  diameterMethod: diameterMethod ?? '',
  // A price of a product that the survey has no more is kept.
  products: [...new Set([...products, ...(logs.products ?? []).map(({ name }) => name)])].map((name) => {
    const price = logs.products?.find((each) => each.name === name)?.perThousand;
    return { name, price: price === undefined ? '' : asTyped(price) };
  }),
});

/** What each field takes. */
export function logSpecs({ length, lengthOf }: WoodUnits): Readonly<Record<LogField, QuantitySpec>> {
  const { logLengthM, trimM, formClass, perThousand } = WOOD_LIMITS;
  const inLength = ({ low, high }: { readonly low: number; readonly high: number }) => ({
    unit: length,
    low: Math.ceil(lengthOf(low) * 10) / 10,
    high: Math.floor(lengthOf(high) * 10) / 10,
  });
  return {
    logLength: { label: t('results.log-length', 'log length'), ...inLength(logLengthM) },
    trim: { label: t('results.trim-of-each-log', 'trim of each log'), ...inLength(trimM) },
    formClass: { label: t('results.girard-form-class', 'Girard form class'), unit: 'pct', ...formClass },
    perThousand: {
      label: t('results.price-per-thousand', 'price per thousand board feet'),
      unit: 'one',
      ...perThousand,
    },
  };
}

/** What a field of a price of a single product takes. */
export const productPriceSpec = (name: string): QuantitySpec => ({
  label: t('results.price-of-product', '{name}, per thousand', { name }),
  unit: 'one',
  ...WOOD_LIMITS.perThousand,
});

/** The settings that a draft says; a figure that cannot be read is NaN, and the server refuses it at its field. */
export function logSettingsOf(draft: LogDraft, units: WoodUnits): LogSettings {
  const specs = logSpecs(units);
  const figure = (field: LogField): number => {
    const read = parseQuantity(specs[field], draft[field]);
    return 'value' in read ? read.value : NaN;
  };
  const products = draft.products.flatMap(({ name, price }) => {
    if (price.trim() === '') return [];
    const read = parseQuantity(productPriceSpec(name), price);
    return [{ name, perThousand: 'value' in read ? read.value : NaN }];
  });
  return {
    logLengthM: convert(figure('logLength'), units.length, 'm'),
    trimM: convert(figure('trim'), units.length, 'm'),
    rule: draft.rule,
    formClass: figure('formClass'),
    ...(draft.perThousand.trim() === '' ? {} : { perThousand: figure('perThousand') }),
    ...(products.length === 0 ? {} : { products }),
  };
}
