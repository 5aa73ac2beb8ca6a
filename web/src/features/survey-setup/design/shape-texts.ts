import {
  convert,
  printAsRead,
  printRounded,
  readQuantity,
  type UnitId,
  unitOf,
  type UnitSystem,
} from '@arbolito/core/units';
import { M2_PER_HA_IN_FT2_PER_ACRE } from '@arbolito/core/plot';
import { isRectangleWithin, type PlotKind, type PlotShape, ringsRise, SHAPE_LIMITS } from '@arbolito/core/protocol';
import {
  circleRules,
  completeTallyRules,
  nestedCircleRules,
  rectangleRules,
  variableRadiusRules,
} from '../../../contracts/generated/rules.ts';
import { fieldProblem, type ShownUnit } from '../../../contracts/rules/field-rule.ts';
import { t } from '../../../messages/text.ts';
import { type Text, isText } from '@arbolito/core/message';

/** A shape as it is typed, in the units of the survey. */
export interface ShapeTexts {
  readonly kind: PlotKind;
  readonly area: string;
  readonly width: string;
  readonly length: string;
  readonly factor: string;
  /** Circles within each other: `7 100, 20 500`, dbh and area. */
  readonly rings: string;
}

export type ShapeField = 'area' | 'width' | 'length' | 'factor' | 'rings';

export type ReadShape =
  | { readonly ok: true; readonly shape: PlotShape }
  | { readonly ok: false; readonly field: ShapeField; readonly message: Text };

const short = (value: number, decimals: number): string => String(Number(printRounded(value, decimals)));

/** The texts of a shape; what another kind would ask for stands ready with a usual figure. */
export function textsOfShape(shape: PlotShape, system: UnitSystem): ShapeTexts {
  const metric = system === 'metric';
  const usual: ShapeTexts = {
    kind: shape.kind,
    area: metric ? '500' : '1/10 ac',
    width: metric ? '10' : '33',
    length: metric ? '50' : '132',
    factor: metric ? '4' : '10',
    rings: metric ? '7 100, 20 500' : '3 1000, 8 4356',
  };
  const length = (metres: number): string => short(metric ? metres : convert(metres, 'm', 'ft'), 2);
  const area = (m2: number): string =>
    metric ? printAsRead(Number(m2.toFixed(2))) : `${short(convert(m2, 'm2', 'acre'), 4)} ac`;
  switch (shape.kind) {
    case 'circle':
      return { ...usual, area: area(shape.areaM2) };
    case 'complete-tally':
      // A whole stand is typed in hectares, a plot in m².
      return { ...usual, area: metric ? short(convert(shape.areaM2, 'm2', 'ha'), 4) : area(shape.areaM2) };
    case 'tree-list':
      return usual;
    case 'rectangle':
      return { ...usual, width: length(shape.widthM), length: length(shape.lengthM) };
    case 'variable-radius':
      return {
        ...usual,
        factor: short(metric ? shape.factorM2PerHa : shape.factorM2PerHa / M2_PER_HA_IN_FT2_PER_ACRE, 3),
      };
    case 'nested':
      return {
        ...usual,
        rings: shape.rings
          .map(({ fromCm, areaM2 }) =>
            metric
              ? `${short(fromCm, 1)} ${short(areaM2, 1)}`
              : `${short(convert(fromCm, 'cm', 'in'), 1)} ${short(convert(areaM2, 'm2', 'ft2'), 0)}`,
          )
          .join(', '),
      };
  }
}

/** Units in which a shape is typed, for the limits in a sentence. */
const shownIn = (system: UnitSystem) => {
  const metric = system === 'metric';
  const shown = (from: UnitId, to: UnitId): ShownUnit => ({
    symbol: unitOf(to).symbol,
    convert: (value) => convert(value, from, to),
  });
  return {
    length: shown('m', metric ? 'm' : 'ft'),
    diameter: shown('cm', metric ? 'cm' : 'in'),
    area: shown('m2', metric ? 'm2' : 'ft2'),
    wholeArea: shown('m2', metric ? 'ha' : 'acre'),
    factor: metric ? undefined : { symbol: 'ft²/ac', convert: (value: number) => value / M2_PER_HA_IN_FT2_PER_ACRE },
  };
};

interface Problem {
  readonly field: ShapeField;
  readonly message: Text;
}

const problemAt = (field: ShapeField, message: Text | null): Problem | null =>
  message === null ? null : { field, message };

function rectangleProblem({ widthM, lengthM }: Extract<PlotShape, { kind: 'rectangle' }>, system: UnitSystem) {
  const { length, area } = shownIn(system);
  const { low, high } = SHAPE_LIMITS.areaM2;
  return (
    problemAt('width', fieldProblem(t('survey-setup.width', 'Width'), rectangleRules.widthM, widthM, length)) ??
    problemAt('length', fieldProblem(t('survey-setup.length', 'Length'), rectangleRules.lengthM, lengthM, length)) ??
    problemAt(
      'length',
      isRectangleWithin(widthM, lengthM)
        ? null
        : t('survey-setup.width-times-length-limits', 'Width times length must be {low} to {high} {symbol}.', {
            low: short(area.convert(low), 0),
            high: short(area.convert(high), 0),
            symbol: area.symbol,
          }),
    )
  );
}

function ringsProblem({ rings }: Extract<PlotShape, { kind: 'nested' }>, system: UnitSystem) {
  const { diameter, area } = shownIn(system);
  const { low, high } = SHAPE_LIMITS.rings;
  if (rings.length < low || rings.length > high)
    return problemAt(
      'rings',
      t('survey-setup.enter-to-circles', 'Enter {low} to {high} circles.', { low: String(low), high: String(high) }),
    );
  const wrong = rings
    .map(
      ({ fromCm, areaM2 }) =>
        fieldProblem(
          t('survey-setup.dbh-of-a-circle', 'Dbh of a circle'),
          nestedCircleRules.fromCm,
          fromCm,
          diameter,
        ) ??
        fieldProblem(t('survey-setup.area-of-a-circle', 'Area of a circle'), nestedCircleRules.areaM2, areaM2, area),
    )
    .find((problem) => problem !== null);
  return problemAt(
    'rings',
    wrong ??
      (ringsRise(rings)
        ? null
        : t(
            'survey-setup.each-circle-must-be-larger',
            'Each circle must be larger than the previous one, with a larger smallest dbh.',
          )),
  );
}

/** What is wrong with the measures of a shape, at the field they are typed in; null where all can be. */
function measureProblem(shape: PlotShape, system: UnitSystem): Problem | null {
  const { area, wholeArea, factor } = shownIn(system);
  switch (shape.kind) {
    case 'circle':
      return problemAt('area', fieldProblem(t('survey-setup.area', 'Area'), circleRules.areaM2, shape.areaM2, area));
    case 'complete-tally':
      return problemAt(
        'area',
        fieldProblem(t('survey-setup.area', 'Area'), completeTallyRules.areaM2, shape.areaM2, wholeArea),
      );
    case 'variable-radius':
      return problemAt(
        'factor',
        fieldProblem(
          t('survey-setup.factor', 'Factor'),
          variableRadiusRules.factorM2PerHa,
          shape.factorM2PerHa,
          factor,
        ),
      );
    case 'rectangle':
      return rectangleProblem(shape, system);
    case 'nested':
      return ringsProblem(shape, system);
    case 'tree-list':
      return null;
  }
}

/** A typed shape in metres, or what is wrong with it, at its field. */
export function readShape(texts: ShapeTexts, system: UnitSystem): ReadShape {
  const metric = system === 'metric';
  const bad = (field: ShapeField, message: Text): ReadShape => ({ ok: false, field, message });
  const length = (text: string) => {
    const unit: UnitId = metric ? 'm' : 'ft';
    const read = readQuantity(text, { unit, units: ['m', 'ft'] });
    return read.ok ? convert(read.value, read.unit, 'm') : read.message;
  };
  const settle = (shape: PlotShape): ReadShape => {
    const problem = measureProblem(shape, system);
    return problem === null ? { ok: true, shape } : { ok: false, ...problem };
  };
  switch (texts.kind) {
    case 'circle':
    case 'complete-tally': {
      const unit: UnitId = metric
        ? texts.kind === 'complete-tally'
          ? 'ha'
          : 'm2'
        : texts.kind === 'complete-tally'
          ? 'acre'
          : 'ft2';
      const read = readQuantity(texts.area, { unit, units: ['m2', 'ft2', 'ha', 'acre'] });
      return read.ok
        ? settle({ kind: texts.kind, areaM2: convert(read.value, read.unit, 'm2') })
        : bad('area', read.message);
    }
    case 'rectangle': {
      const widthM = length(texts.width);
      const lengthM = length(texts.length);
      if (isText(widthM)) return bad('width', widthM);
      return isText(lengthM) ? bad('length', lengthM) : settle({ kind: 'rectangle', widthM, lengthM });
    }
    case 'variable-radius': {
      const read = readQuantity(texts.factor, { unit: 'one' });
      return read.ok
        ? settle({
            kind: 'variable-radius',
            factorM2PerHa: metric ? read.value : read.value * M2_PER_HA_IN_FT2_PER_ACRE,
          })
        : bad('factor', read.message);
    }
    case 'nested': {
      const rings = texts.rings.split(',').map((part) => {
        const [from = '', area = ''] = part.trim().split(/\s+/);
        const fromRead = readQuantity(from, { unit: metric ? 'cm' : 'in', units: ['cm', 'in'] });
        const areaRead = readQuantity(area, { unit: metric ? 'm2' : 'ft2', units: ['m2', 'ft2'] });
        return {
          fromCm: fromRead.ok ? convert(fromRead.value, fromRead.unit, 'cm') : NaN,
          areaM2: areaRead.ok ? convert(areaRead.value, areaRead.unit, 'm2') : NaN,
        };
      });
      return settle({ kind: 'nested', rings });
    }
    case 'tree-list':
      return { ok: true, shape: { kind: 'tree-list' } };
  }
}
