import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { diagnoseHalfTrunk, halfTrunk } from '../half-trunk.ts';
import { groundLength, shortLength } from '../sights.ts';

const SOURCE = 'Intercept theorem: H = staff × S ÷ s';

const description: MethodDescription = {
  id: 'height.shadow',
  version: 1,
  measure: 'height',
  name: 'Shadow of a staff',
  summary:
    'A staff and its shadow against the shadow of the tree, half the trunk added: the tip’s shadow starts at the axis.',
  help: [
    'Measure both shadows within a minute: the sun moves up to half a percent a minute.',
    'Staff upright, both shadows on the same slope.',
    'From the bark to the shadow of the tip; type the dbh, and half the trunk is added.',
  ],
  safety: 'Look up before you walk to the shadow of the tip: dead limbs fall without wind.',
  readings: [
    shortLength({
      key: 'staff',
      label: 'staff',
      ask: 'Measure the staff, or the person',
      place: 'side',
      shortcut: 'k',
      callout: 'sta',
    }),
    shortLength({
      key: 'staffShadow',
      label: 'its shadow',
      ask: 'Measure the shadow of the staff',
      place: 'base',
      shortcut: 'b',
      callout: 'ssh',
    }),
    groundLength({
      key: 'treeShadow',
      label: 'shadow of the tree',
      ask: 'Measure from the bark to the shadow of the tip',
      place: 'ground',
      shortcut: 'd',
      callout: 'tsh',
      typicalError: { m: 0.3, ft: 1 },
    }),
  ],
  proof: {
    lines: [
      'The sun is so far away that its rays are parallel: the same angle at the end of both shadows.',
      'So height ÷ shadow of the tree = staff ÷ its shadow.',
      'The shadow is measured from the bark, and begins under the middle of the trunk: half the trunk is added.',
    ],
    triangle: { near: 'staff', reach: 'its shadow', far: 'height', distance: 'shadow and half trunk' },
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
    const short = lengthIn(readingOf(readings, 'staffShadow'), unit, 'its shadow', book);
    const shadow = lengthIn(readingOf(readings, 'treeShadow'), unit, 'shadow of the tree', book);
    const whole = halfTrunk(shadow, unit, 'the shadow of the tip starts at the axis', context, book);
    return book.step({
      terms: [staff, whole, short],
      compute: (p = 0, s = 0, q = 1) => (p * s) / q,
      write: (p = '', s = '', q = '') => `${p} × ${s} ÷ ${q}`,
      decimals,
      final: true,
      unit,
      rule: 'as the staff to its shadow, so the tree to its own',
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => [...diagnoseHeight(diagnosis, 'treeShadow'), ...diagnoseHalfTrunk(diagnosis, 'treeShadow')],
};
