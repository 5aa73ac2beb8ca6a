import { asRead, type Method, type MethodDescription, readingOf, type ReadingSpec } from '../../measurement/index.ts';
import { isPlausibleHeight, plausibleHeight, usualHeights } from '../plausible-height.ts';
import { HEIGHT_FINDINGS, heightFinding } from '../height-findings.ts';
import { printAsRead } from '../../units/index.ts';
import { message } from '../../message/index.ts';

const height: ReadingSpec = {
  key: 'height',
  label: message('height.known-height.label', 'height'),
  ask: message('height.known-height.ask', 'Enter the total height read from the instrument'),
  quantity: 'length',
  units: ['m', 'ft'],
  defaultUnit: { metric: 'm', imperial: 'ft' },
  range: { m: [0.1, 130], ft: [0.3, 426] },
  rangeHint: message(
    'height.known-height.rangeHint',
    'Height must be at most 130 m (426 ft), taller than any known tree.',
  ),
  graduation: { m: 0.1, ft: 0.5 },
  typicalError: { m: 0.5, ft: 1.5 },
  errorIncludesRounding: true,
  signed: false,
  place: 'side',
  shortcut: 'h',
  callout: '=',
  instrument: 'hypsometer',
};

const description: MethodDescription = {
  id: 'height.known',
  version: 1,
  measure: 'height',
  name: message('height.known-height.name', 'Height read directly'),
  summary: message(
    'height.known-height.summary',
    'For an instrument that shows the height itself, or a height from another source.',
  ),
  help: [
    message(
      'height.use-it-when-the-instrument',
      'Use it when the instrument does the calculation. The sights behind it cannot be checked.',
    ),
    message('height.enter-the-if-you-know', 'Enter the ± if you know it; otherwise 0.5 m is assumed.'),
  ],
  safety: message(
    'height.known-height.safety',
    'Look up before you look at the instrument: dead limbs fall without wind.',
  ),
  readings: [height],
  example: { height: { value: 18, unit: 'm' } },
  picture: { observer: false },
  source: 'as read',
  order: 90,
};

/** A height that was read as such. */
export const method: Method = {
  description,
  compute: (readings, book, context) =>
    asRead(
      {
        measure: 'height',
        reading: readingOf(readings, 'height'),
        label: message('height.height', 'height'),
        rule: message('height.height-as-read-from-the', 'height as read from the instrument'),
        source: description.source,
      },
      book,
      context,
    ),
  diagnose: ({ value, context, readings }) => {
    const { dbhCm } = context;
    if (dbhCm === undefined || context.heightOf === 'part' || isPlausibleHeight(value, dbhCm)) return [];
    const read = readingOf(readings, 'height');
    const shifted = [
      read.value / 10,
      read.value * 10,
      read.unit === 'm' ? read.value * 0.3048 : read.value / 0.3048,
    ].find((candidate) => isPlausibleHeight(read.unit === 'm' ? candidate : candidate * 0.3048, dbhCm));
    const text = shifted === undefined ? '' : printAsRead(Number(shifted.toFixed(2)));
    return [
      heightFinding(
        HEIGHT_FINDINGS.slenderness,
        'check',
        'height',
        value > plausibleHeight(dbhCm).highM
          ? message('height.very-tall-for-this-dbh', 'Very tall for this dbh')
          : message('height.very-short-for-this-dbh', 'Very short for this dbh'),
        usualHeights(value, dbhCm, context.unitSystem),
        [
          {
            label:
              shifted === undefined
                ? message('height.clear-the-height-and-read', 'Clear the height and read it again')
                : message('height.change-height-to', 'Change height to {text} {unit}', { text, unit: read.unit }),
            measure: 'height',
            changes: [{ reading: 'height', text, unit: read.unit }],
            ...(shifted === undefined ? {} : { becomes: `${text} ${read.unit}` }),
          },
        ],
      ),
    ];
  },
};
