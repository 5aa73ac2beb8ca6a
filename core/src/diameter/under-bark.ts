import type { Finding } from '../uncertainty/index.ts';
import type { Diagnosis, ReadingSpec } from '../measurement/index.ts';
import { printRounded } from '../units/index.ts';
import { barkShare } from './oval-and-bark.ts';
import { DIAMETER_FINDINGS } from './diameter-findings.ts';
import { acrossStem, readingCm } from './stem-readings.ts';
import { message } from '../message/index.ts';

export const UNDER_BARK_SOURCE = 'Husch, Beers & Kershaw 2003, Forest Mensuration: diameter inside bark';

/** More bark than this share of the radius is asked about. */
const THICK_BARK_SHARE = 0.3;

/** The diameter that still has its bark on. */
export const overBarkReading = ({ callout }: { readonly callout: string }): ReadingSpec =>
  acrossStem({
    key: 'over',
    label: message('diameter.over-bark', 'over bark'),
    ask: message('diameter.read-the-diameter-over-bark', 'Read the diameter over bark at breast height'),
    shortcut: 'r',
    callout,
    instrument: 'diameter tape',
    errorCm: 0.3,
  });

/** Thickness of the bark on one side. */
export const barkReading: ReadingSpec = {
  key: 'bark',
  label: message('diameter.under-bark.label', 'bark thickness, one side'),
  ask: message('diameter.under-bark.ask', 'Read the bark gauge: bark thickness on one side'),
  quantity: 'length',
  units: ['mm', 'cm', 'in'],
  defaultUnit: { metric: 'mm', imperial: 'in' },
  range: { mm: [0, 300], cm: [0, 30], in: [0, 12] },
  rangeHint: message('diameter.under-bark.rangeHint', 'Bark thickness on one side, in millimetres or inches.'),
  graduation: { mm: 1, cm: 0.1, in: 0.05 },
  typicalError: { mm: 2, cm: 0.2, in: 0.08 },
  errorIncludesRounding: true,
  signed: false,
  place: 'side',
  shortcut: 'j',
  callout: 'bark',
  instrument: 'bark gauge',
};

/** Ratio of the diameters under and over bark. */
export const barkRatio: ReadingSpec = {
  key: 'ratio',
  label: message('diameter.under-bark.bark-ratio', 'bark ratio'),
  ask: message('diameter.under-bark.enter-the-ratio-of-the', 'Enter the ratio of the diameters under and over bark'),
  quantity: 'count',
  units: ['one'],
  defaultUnit: { metric: 'one', imperial: 'one' },
  range: { one: [0.5, 1] },
  rangeHint: message(
    'diameter.under-bark.diameter-under-bark-over-bark',
    'Diameter under bark ÷ over bark: usually 0.85 to 0.95.',
  ),
  graduation: { one: 0.01 },
  typicalError: { one: 0.02 },
  errorIncludesRounding: true,
  signed: false,
  place: 'side',
  shortcut: 'j',
  callout: 'ratio',
  instrument: 'table',
};

/** Says that a figure is under bark, and that a tree keeps the one over bark as its dbh. */
export const notUnderBark = ({ value, readings, print }: Diagnosis): Finding => {
  const overCm = readingCm(readings, 'over');
  const share = barkShare(value / overCm);
  return {
    code: DIAMETER_FINDINGS.underBark,
    severity: 'note',
    reading: 'over',
    title: message('diameter.under-bark', 'Under bark'),
    message: message(
      'diameter.is-the-diameter-under-bark',
      '{value} is the diameter under bark, {value2} of the diameter over bark; {share} % of the cross section is bark. The dbh of the tree is over bark, {overCm}.',
      {
        value: print(value),
        value2: printRounded(value / overCm, 3),
        share: printRounded(share * 100, 0),
        overCm: print(overCm),
      },
    ),
    suggestedFixes: [],
  };
};

/** More bark than stem cannot be; very thick bark is asked about. */
export function barkTooThick({ readings, print }: Diagnosis): Finding[] {
  const inCm = (key: string): number => readingCm(readings, key);
  const share = (2 * inCm('bark')) / inCm('over');
  if (share <= THICK_BARK_SHARE) return [];
  const both = print(2 * inCm('bark'));
  return [
    {
      code: DIAMETER_FINDINGS.barkTooThick,
      severity: share >= 1 ? 'stop' : 'check',
      reading: 'bark',
      title:
        share >= 1
          ? message('diameter.more-bark-than-stem', 'More bark than stem')
          : message('diameter.very-thick-bark', 'Very thick bark'),
      message: message(
        'diameter.both-sides-together-are-of',
        'Both sides together are {both} of {inCm}. Check the unit of the bark: millimetres or tenths of an inch.',
        { both, inCm: print(inCm('over')) },
      ),
      suggestedFixes: [],
    },
  ];
}
