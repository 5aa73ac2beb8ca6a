import type { ReadingSpec } from '../measurement/index.ts';
import { message } from '../message/index.ts';

interface Own {
  readonly instrument: ReadingSpec['instrument'];
  readonly errorM: number;
  readonly callout?: string;
  readonly shortcut?: string;
}

/** The height at which a diameter is taken, along the stem from the ground. */
export const measuringPoint = ({ instrument, errorM, callout = 'at', shortcut = 'p' }: Own): ReadingSpec => ({
  key: 'point',
  label: message('diameter.measured-at', 'measured at'),
  ask: message('diameter.measure-the-height-of-the', 'Measure the height of the tape above the ground'),
  quantity: 'length',
  units: ['m', 'cm', 'ft', 'in'],
  defaultUnit: { metric: 'm', imperial: 'ft' },
  range: { m: [0.01, 100], cm: [1, 10_000], ft: [0.04, 328], in: [0.4, 3_937] },
  rangeHint: message(
    'diameter.height-of-the-tape-above',
    'Height of the tape above the ground, measured along the stem.',
  ),
  graduation: { m: 0.01, cm: 1, ft: 0.01, in: 0.1 },
  typicalError: {
    m: errorM,
    cm: errorM * 100,
    ft: Number((errorM / 0.3048).toPrecision(2)),
    in: Number((errorM / 0.0254).toPrecision(2)),
  },
  signed: false,
  place: 'ring',
  shortcut,
  callout,
  instrument,
});
