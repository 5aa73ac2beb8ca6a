import { convert, type UnitSystem } from './units.ts';
import { printRounded, printStandardError } from './round.ts';
import { message, type Text } from '../message/index.ts';

/** How the figures of a stand are shown in a system of units. */
export interface StandUnits {
  /** Behind the unit of a figure per area; empty where figures are totals. */
  readonly per: '/ha' | '/ac' | '';
  readonly diameter: 'cm' | 'in';
  readonly height: 'm' | 'ft';
  readonly basalArea: 'm²' | 'ft²';
  readonly volume: 'm³' | 'ft³';
  readonly stems: (perHa: number) => number;
  readonly basalAreaPer: (m2PerHa: number) => number;
  readonly volumePer: (m3PerHa: number) => number;
  /** Of one tree. */
  readonly volumeOf: (m3: number) => number;
  readonly diameterOf: (cm: number) => number;
  readonly heightOf: (m: number) => number;
}

/** A figure per hectare as a figure per acre. */
export const perAcre = (perHectare: number): number => perHectare * convert(1, 'acre', 'ha');

const same = (value: number): number => value;

export const STAND_UNITS: Record<UnitSystem, StandUnits> = {
  metric: {
    per: '/ha',
    diameter: 'cm',
    height: 'm',
    basalArea: 'm²',
    volume: 'm³',
    stems: same,
    basalAreaPer: same,
    volumePer: same,
    volumeOf: same,
    diameterOf: same,
    heightOf: same,
  },
  imperial: {
    per: '/ac',
    diameter: 'in',
    height: 'ft',
    basalArea: 'ft²',
    volume: 'ft³',
    stems: perAcre,
    basalAreaPer: (value) => perAcre(convert(value, 'm2', 'ft2')),
    volumePer: (value) => perAcre(convert(value, 'm3', 'ft3')),
    volumeOf: (value) => convert(value, 'm3', 'ft3'),
    diameterOf: (value) => convert(value, 'cm', 'in'),
    heightOf: (value) => convert(value, 'm', 'ft'),
  },
};

/**
 * Units of a survey: per hectare or acre, or of totals for a list of trees without an area.
 *
 * @example standUnits('imperial', true).per // ''
 */
export const standUnits = (system: UnitSystem, isList: boolean): StandUnits =>
  !isList
    ? STAND_UNITS[system]
    : {
        ...STAND_UNITS[system],
        per: '',
        stems: same,
        basalAreaPer: system === 'metric' ? same : (value) => convert(value, 'm2', 'ft2'),
        volumePer: STAND_UNITS[system].volumeOf,
      };

/** A mean over plots with its standard error, in the units shown. */
export function printMean(
  mean: { readonly mean: number; readonly standardError: number | null } | null,
  to: (value: number) => number,
  decimals: number,
): { readonly value: string; readonly error: Text } {
  if (mean === null) return { value: '—', error: '' };
  return {
    value: printRounded(to(mean.mean), decimals),
    error:
      mean.standardError === null
        ? message('units.needs-a-second-plot', '± needs a second plot')
        : `± ${printStandardError(to(mean.standardError))}`,
  };
}

export const printOr = (value: number | null, to: (value: number) => number, decimals: number): string =>
  value === null ? '—' : printRounded(to(value), decimals);

/** A length of a few metres, such as a plot's radius or breast height, in the units of the system. */
export const printLength = (metres: number, system: UnitSystem): string =>
  system === 'metric' ? `${printRounded(metres, 2)} m` : `${printRounded(convert(metres, 'm', 'ft'), 1)} ft`;

/** The dbh of a tree, or of each stem that counts by itself, without the unit; a dash where none was read. */
export const printDiameters = (diametersCm: readonly number[], system: UnitSystem): string =>
  diametersCm.length === 0
    ? '—'
    : diametersCm.map((dbhCm) => printRounded(STAND_UNITS[system].diameterOf(dbhCm), 1)).join(' · ');
