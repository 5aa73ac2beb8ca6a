import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { levelDistance, sight, tangentTerm, timesDifference, TRIGONOMETRY } from '../sights.ts';
import { message } from '../../message/index.ts';

/** An angle from the horizontal, read on a protractor that shows 0 at level. */
const angle = (own: Parameters<typeof sight>[0]) =>
  sight({
    units: ['deg'],
    defaultUnit: { metric: 'deg', imperial: 'deg' },
    range: { deg: [-84, 84] },
    rangeHint: message('height.protractor-level.rangeHint', 'A horizontal sight reads 0°.'),
    graduation: { deg: 0.5 },
    typicalError: { deg: 1 },
    instrument: 'protractor',
    ...own,
  });

const description: MethodDescription = {
  id: 'height.protractor-level',
  version: 1,
  measure: 'height',
  name: message('height.protractor-level.name', 'Protractor with 0 at level'),
  summary: message(
    'height.protractor-level.summary',
    'The protractor shows 0° on a horizontal sight and is turned over to sight down.',
  ),
  help: [
    message('height.let-the-plumb-line-come', 'Let the plumb line come to rest, pinch it, then read.'),
    message(
      'height.protractor-level.turn-over',
      'Turned over for the base, the protractor shows a number without a sign: below level is meant. Enter + only if the base is above your eye.',
    ),
  ],
  safety: message(
    'height.protractor.safety',
    'Look up before you look at the instrument. Do not walk backwards while sighting.',
  ),
  readings: [
    angle({
      key: 'topAngle',
      label: message('height.protractor-level.top', 'angle to the top'),
      ask: message('height.protractor-level.ask-top', 'Sight the tip and read the angle from level'),
      place: 'tip',
      shortcut: 't',
      callout: 'lt',
    }),
    angle({
      key: 'base',
      label: message('height.protractor-level.base', 'angle to the base'),
      ask: message(
        'height.protractor-level.ask-base',
        'Turn the protractor over, sight the base and read the angle from level',
      ),
      place: 'base',
      shortcut: 'b',
      callout: 'lb',
      countsDown: true,
    }),
    levelDistance,
  ],
  example: {
    topAngle: { value: 35, unit: 'deg' },
    base: { value: -4, unit: 'deg' },
    distance: { value: 24, unit: 'm' },
  },
  picture: { observer: true, held: 'protractor' },
  source: TRIGONOMETRY,
  order: 91,
};

/** H = d (tan t − tan b). */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const result = resultUnit('height', context.unitSystem);
    const distance = lengthIn(readingOf(readings, 'distance'), result.unit, 'distance', book);
    const top = tangentTerm(readingOf(readings, 'topAngle'), 'top', book);
    const base = tangentTerm(readingOf(readings, 'base'), 'base', book);
    return timesDifference(distance, [top, base], book, result);
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'topAngle'),
};
