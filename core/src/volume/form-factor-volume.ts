import type { FormFactor } from '../protocol/index.ts';
import { type Estimate, propagate, workOut } from '../uncertainty/index.ts';
import { convert, printRounded, printStandardError, type UnitId, unitOf, type UnitSystem } from '../units/index.ts';
import { message } from '../message/index.ts';

const SOURCE = 'Prodan 1965, Holzmesslehre: V = f g H with the breast-height form factor';
const VOLUME_UNITS: Record<
  UnitSystem,
  {
    readonly length: UnitId;
    readonly area: UnitId;
    readonly volume: UnitId;
    readonly diameter: UnitId;
    readonly decimals: number;
    readonly divisor: number;
  }
> = {
  metric: { length: 'm', area: 'm2', volume: 'm3', diameter: 'cm', decimals: 2, divisor: 40_000 },
  imperial: { length: 'ft', area: 'ft2', volume: 'ft3', diameter: 'in', decimals: 1, divisor: 576 },
};

/**
 * Volume of the whole stem over bark by a stated form factor: V = f g H.
 *
 * @param dbh estimate in cm
 * @param height estimate in m
 * @returns an estimate in m³; its error joins those of dbh, height and form factor
 */
export function formFactorVolume(dbh: Estimate, height: Estimate, factor: FormFactor, system: UnitSystem): Estimate {
  const units = VOLUME_UNITS[system];
  const worked = workOut((book) => {
    const d = book.stated(convert(dbh.value, 'cm', units.diameter), 1);
    const area = book.step({
      terms: [d, book.given(units.divisor)],
      compute: (diameter = 0, divisor = 1) => (Math.PI * diameter * diameter) / divisor,
      write: (diameter = '', divisor = '') => `π × ${diameter}² ÷ ${divisor}`,
      decimals: 4,
      unit: unitOf(units.area).symbol,
      rule: message('volume.basal-area-from-dbh', 'basal area from dbh'),
      source: 'area of a circle',
    });
    const h = book.stated(convert(height.value, 'm', units.length), height.printed.value.split('.')[1]?.length ?? 0);
    return book.step({
      terms: [book.given(factor.value), area, h],
      compute: (f = 0, g = 0, length = 0) => f * g * length,
      write: (f = '', g = '', length = '') => `${f} × ${g} × ${length}`,
      decimals: units.decimals,
      final: true,
      unit: unitOf(units.volume).symbol,
      rule: message('volume.form-factor-basal-area-height', 'form factor {value} × basal area × height', {
        value: String(factor.value),
      }),
      source: SOURCE,
    });
  });
  const value = convert(worked.term.exact, units.volume, 'm3');
  const inputs = [
    { value: dbh.value, standardError: dbh.standardError },
    { value: height.value, standardError: height.standardError },
    factor,
  ];
  const spread = propagate(([d = 0, h = 0, f = 0]) => (f * h * Math.PI * d * d) / 40_000, inputs);
  const labels = [
    message('volume.dbh', 'dbh'),
    message('volume.height', 'height'),
    message('volume.form-factor', 'form factor'),
  ];
  const keys = ['dbh', 'height', 'form factor'];
  const readingUnits = ['cm', 'm', 'one'] as const;
  return {
    methodId: 'volume.form-factor',
    methodVersion: 1,
    value,
    unit: 'm3',
    standardError: spread.standardError,
    printed: {
      value: printRounded(worked.term.exact, units.decimals),
      standardError: printStandardError(convert(spread.standardError, 'm3', units.volume)),
      unit: units.volume,
    },
    get workings() {
      return worked.steps;
    },
    errorWorkings: [],
    contributions: labels.map((label, i) => ({
      reading: keys[i] ?? '',
      label,
      readingStandardError: inputs[i]?.standardError ?? 0,
      readingUnit: readingUnits[i] ?? 'one',
      effect: spread.parts[i]?.effect ?? 0,
    })),
    findings: [],
  };
}
