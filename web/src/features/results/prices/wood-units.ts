import { convert, printRounded, readQuantity, type UnitSystem } from '@arbolito/core/units';

/** How figures of stems and logs are typed and shown. Inside they are metres, centimetres and cubic metres. */
export interface WoodUnits {
  readonly system: UnitSystem;
  readonly length: 'm' | 'ft';
  readonly diameter: 'cm' | 'in';
  readonly volume: 'm³' | 'ft³';
  /** Grid of the cuts in m: lengths as they are asked for lie on it. */
  readonly stepM: number;
  readonly lengthOf: (metres: number) => number;
  readonly diameterOf: (cm: number) => number;
  readonly printLength: (metres: number) => string;
  readonly printDiameter: (cm: number) => string;
  readonly printVolume: (m3: number) => string;
  /** Metres of a length as it is typed, in any unit of length; NaN where it cannot be read. */
  readonly readLength: (text: string) => number;
  /** Centimetres of a diameter as it is typed. */
  readonly readDiameter: (text: string) => number;
}

const M_PER_INCH = 0.0254;

const unitsOf = (system: UnitSystem, length: 'm' | 'ft', diameter: 'cm' | 'in', volume: 'm3' | 'ft3'): WoodUnits => {
  const lengthOf = (metres: number): number => convert(metres, 'm', length);
  const diameterOf = (cm: number): number => convert(cm, 'cm', diameter);
  const reader = (unit: 'm' | 'ft' | 'cm' | 'in', into: 'm' | 'cm') => (text: string) => {
    const read = readQuantity(text, { unit, units: ['m', 'cm', 'ft', 'in'] });
    return read.ok ? convert(read.value, read.unit, into) : NaN;
  };
  return {
    system,
    length,
    diameter,
    volume: volume === 'm3' ? 'm³' : 'ft³',
    stepM: system === 'metric' ? 0.1 : 2 * M_PER_INCH,
    lengthOf,
    diameterOf,
    printLength: (metres) => printRounded(lengthOf(metres), 1),
    printDiameter: (cm) => printRounded(diameterOf(cm), 1),
    printVolume: (m3) => printRounded(convert(m3, 'm3', volume), volume === 'm3' ? 3 : 1),
    readLength: reader(length, 'm'),
    readDiameter: reader(diameter, 'cm'),
  };
};

export const WOOD_UNITS: Readonly<Record<UnitSystem, WoodUnits>> = {
  metric: unitsOf('metric', 'm', 'cm', 'm3'),
  imperial: unitsOf('imperial', 'ft', 'in', 'ft3'),
};

/** A figure as somebody would type it: no more decimals than it needs. */
export const asTyped = (value: number, decimals = 2): string => String(Number(value.toFixed(decimals)));
