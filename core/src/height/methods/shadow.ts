import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { diagnoseHalfTrunk, halfTrunk } from '../half-trunk.ts';
import { groundLength, shortLength } from '../sights.ts';
import { message } from '../../message/index.ts';

const SOURCE = 'Intercept theorem: H = staff × S ÷ s';

const description: MethodDescription = {
  id: 'height.shadow',
  version: 1,
  measure: 'height',
  name: message('height.shadow.name', 'Shadow of a staff'),
  summary: message(
    'height.shadow.summary',
    'A staff and its shadow compared with the shadow of the tree. Half the trunk is added: the shadow of the tip starts at the axis.',
  ),
  help: [
    message(
      'height.measure-both-shadows-within-a',
      'Measure both shadows within a minute: shadows change by up to 0.5 % per minute.',
    ),
    message('height.staff-vertical-both-shadows-on', 'Staff vertical, both shadows on the same slope.'),
    message(
      'height.measure-from-the-bark-to',
      'Measure from the bark to the shadow of the tip. Enter the dbh, and half the trunk is added.',
    ),
  ],
  safety: message(
    'height.shadow.safety',
    'Look up before you walk to the shadow of the tip: dead limbs fall without wind.',
  ),
  readings: [
    shortLength({
      key: 'staff',
      isSetting: true,
      label: message('height.shadow.label', 'staff'),
      ask: message('height.shadow.ask', 'Measure the staff, or the person'),
      place: 'side',
      shortcut: 'k',
      callout: 'sta',
    }),
    shortLength({
      key: 'staffShadow',
      label: message('height.shadow.shadow-of-the-staff', 'shadow of the staff'),
      ask: message('height.shadow.measure-the-shadow-of-the', 'Measure the shadow of the staff'),
      hint: message('height.shadow.hint', 'Measure the other shadow within a minute: shadows move.'),
      place: 'base',
      shortcut: 'b',
      callout: 'ssh',
    }),
    groundLength({
      key: 'treeShadow',
      label: message('height.shadow.shadow-of-the-tree', 'shadow of the tree'),
      ask: message('height.shadow.measure-from-the-bark-to', 'Measure from the bark to the shadow of the tip'),
      place: 'ground',
      shortcut: 'd',
      callout: 'tsh',
      typicalError: { m: 0.3, ft: 1 },
    }),
  ],
  proof: {
    lines: [
      message('height.the-sun-s-rays-are', 'The sun’s rays are parallel: both shadows end at the same angle.'),
      message('height.so-height-shadow-of-the', 'So height ÷ shadow of the tree = staff ÷ shadow of the staff.'),
      message(
        'height.the-shadow-is-measured-from',
        'The shadow is measured from the bark but starts under the axis of the trunk: half the trunk is added.',
      ),
    ],
    triangle: {
      near: 'staff',
      reach: message('height.shadow.reach', 'shadow of the staff'),
      far: 'height',
      distance: message('height.shadow.distance', 'shadow plus half the trunk'),
    },
  },
  example: {
    staff: { value: 1.8, unit: 'm' },
    staffShadow: { value: 2.2, unit: 'm' },
    treeShadow: { value: 22, unit: 'm' },
  },
  picture: { observer: false },
  source: SOURCE,
  order: 70,
};

/** H = staff × (shadow + half the trunk) ÷ shadow of the staff. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    const staff = lengthIn(readingOf(readings, 'staff'), unit, 'staff', book);
    const short = lengthIn(
      readingOf(readings, 'staffShadow'),
      unit,
      message('height.shadow-of-the-staff', 'shadow of the staff'),
      book,
    );
    const shadow = lengthIn(
      readingOf(readings, 'treeShadow'),
      unit,
      message('height.shadow-of-the-tree', 'shadow of the tree'),
      book,
    );
    const whole = halfTrunk(
      shadow,
      unit,
      message('height.the-shadow-of-the-tip', 'the shadow of the tip starts at the axis'),
      context,
      book,
    );
    return book.step({
      terms: [staff, whole, short],
      compute: (p = 0, s = 0, q = 1) => (p * s) / q,
      write: (p = '', s = '', q = '') => `${p} × ${s} ÷ ${q}`,
      decimals,
      final: true,
      unit,
      rule: message('height.height-its-shadow-staff-its', 'height ÷ its shadow = staff ÷ its shadow'),
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => [...diagnoseHeight(diagnosis, 'treeShadow'), ...diagnoseHalfTrunk(diagnosis, 'treeShadow')],
};
