import { convert, printRounded, type UnitSystem } from '@arbolito/core/units';
import { localFigure } from '../../../messages/figures.ts';

/** Unit of lengths along a stem. */
export const lengthUnit = (system: UnitSystem) => (system === 'metric' ? 'm' : 'ft');
/** A length along a stem as the person reads it: `5.0 m`. */
export const lengthText = (metres: number, system: UnitSystem): string =>
  localFigure(`${printRounded(convert(metres, 'm', lengthUnit(system)), 1)} ${lengthUnit(system)}`);
