/** What is paid for wood, in one currency, on a day, and what it costs to bring it out. */
export interface PriceList {
  /** As people write it: EUR, USD. */
  readonly currency: string;
  /** Day that the prices are of, as ISO writes it. */
  readonly pricesOf: string;
  readonly products: readonly Product[];
  readonly costs: readonly Cost[];
}

export const COST_UNITS = ['m3', 'log', 'tree'] as const;

export const PRICE_LIST_LIMITS = { products: 12, costs: 12, lengths: 12, name: 40, currency: 8 } as const;

/** Things in a stem that a product may not have. */
export const DEFECT_KINDS = ['rot', 'sweep', 'crook', 'branches'] as const;

export type DefectKind = (typeof DEFECT_KINDS)[number];

/** Log rules that a price per thousand board feet may name. */
export const LOG_RULE_IDS = [
  'international-1/4',
  'international-1/8',
  'scribner',
  'scribner-decimal-c',
  'doyle',
  'british-columbia',
  'vermont',
  'constantine',
] as const;

export type LogRuleId = (typeof LOG_RULE_IDS)[number];

/** Rules for which board feet of standing trees are published by dbh, logs and form class. */
export const FORM_CLASS_RULES = ['international-1/4', 'scribner', 'doyle'] as const satisfies readonly LogRuleId[];
export type FormClassRule = (typeof FORM_CLASS_RULES)[number];

export const isLogRuleId = (id: unknown): id is LogRuleId => LOG_RULE_IDS.some((each) => each === id);

/** What a price is paid for: cubic metres of the log, thousand board feet by a rule, or a piece. */
export type PriceUnit = 'm3' | 'piece' | LogRuleId;

export const UNITS_OF_PRICE: readonly PriceUnit[] = ['m3', 'piece', ...LOG_RULE_IDS];

/** Something that can be cut from a stem. Lengths in m, diameters under bark in cm. */
export interface Product {
  readonly name: string;
  /** Lengths that are taken, without trim. */
  readonly lengthsM: readonly number[];
  readonly trimM: number;
  readonly smallestTopCm: number;
  readonly largestButtCm?: number | undefined;
  /** Defects that it may have. */
  readonly allows: readonly DefectKind[];
  /** Only from this height down, such as where branches begin. */
  readonly belowM?: number | undefined;
  readonly unit: PriceUnit;
  readonly price: number;
}

/** What it costs to bring wood out: for each cubic metre, each log, or the tree. */
export interface Cost {
  readonly name: string;
  readonly per: 'm3' | 'log' | 'tree';
  readonly amount: number;
}
