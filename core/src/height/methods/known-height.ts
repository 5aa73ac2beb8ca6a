import { asRead, type Method, type MethodDescription, readingOf, type ReadingSpec } from '../../measurement/index.ts';
import { isPlausibleHeight, plausibleHeight, usualHeights } from '../plausible-height.ts';
import { HEIGHT_FINDINGS, heightFinding } from '../height-findings.ts';
import { printAsRead } from '../../units/index.ts';

const height: ReadingSpec = {
  key: 'height',
  label: 'height',
  ask: 'Give the total height as it was read off the instrument',
  quantity: 'length',
  units: ['m', 'ft'],
  defaultUnit: { metric: 'm', imperial: 'ft' },
  range: { m: [0.1, 130], ft: [0.3, 426] },
  rangeHint: 'No standing tree is taller than 130 m (426 ft).',
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
  name: 'Height read off directly',
  summary: 'For an instrument that shows the height itself, or a height known from elsewhere.',
  help: [
    'Use it when the instrument has done the sum. The app cannot check the sights behind it.',
    'State the ± if you know it; without one, half a metre is assumed.',
  ],
  safety: 'Look up before you look at the instrument: dead limbs fall without wind.',
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
        label: 'height',
        rule: 'height as read off the instrument',
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
        value > plausibleHeight(dbhCm).highM ? 'Very tall for this dbh' : 'Very short for this dbh',
        usualHeights(value, dbhCm, context.unitSystem),
        [
          {
            label:
              shifted === undefined ? 'clear the height and read it again' : `change height to ${text} ${read.unit}`,
            measure: 'height',
            changes: [{ reading: 'height', text, unit: read.unit }],
            ...(shifted === undefined ? {} : { becomes: `${text} ${read.unit}` }),
          },
        ],
      ),
    ];
  },
};
