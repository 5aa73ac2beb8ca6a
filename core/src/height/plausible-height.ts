import { convert, printRounded, type UnitSystem } from '../units/index.ts';
import { message, type Text } from '../message/index.ts';

/** Lowest and highest total height that is not asked about, in m. */
export interface HeightBand {
  readonly lowM: number;
  readonly highM: number;
}

/** The band where the dbh is not known. */
const ANY_TREE: HeightBand = { lowM: 2.5, highM: 48 };

/**
 * The band of total heights that trees of a dbh usually have.
 *
 * A screening band of this project, drawn wide around temperate forest, woodland and avenue trees (Chapman-Richards
 * shape above 1.3 m). Outside it the crew is asked to look again; nothing is refused.
 *
 * @param dbhCm over bark, above 0; left out, the band of trees of any size
 */
export function plausibleHeight(dbhCm?: number): HeightBand {
  if (dbhCm === undefined) return ANY_TREE;
  return { lowM: 1.3 + 14 * (1 - Math.exp(-0.03 * dbhCm)), highM: 1.3 + 55 * (1 - Math.exp(-0.025 * dbhCm)) };
}

export const isPlausibleHeight = (heightM: number, dbhCm?: number): boolean => {
  const { lowM, highM } = plausibleHeight(dbhCm);
  return heightM >= lowM && heightM <= highM;
};

/** Heights of trees of one dbh, as a standard deviation of their logarithm, where no curve is known. */
export const HEIGHT_SPREAD = 0.3;

/** How far a height lies from the middle of the band, as a ratio of heights; 0 in the middle. */
export function oddness(heightM: number, dbhCm?: number): number {
  if (!(heightM > 0)) return Infinity;
  const { lowM, highM } = plausibleHeight(dbhCm);
  return Math.abs(Math.log(heightM / Math.sqrt(lowM * highM)));
}

/** Height over diameter, both in m: 20 m on 25 cm is 80. */
export const slenderness = (heightM: number, dbhCm: number): number => (100 * heightM) / dbhCm;

/** A dbh with its unit, as sentences use it. */
export const printDbh = (dbhCm: number, system: UnitSystem): string =>
  system === 'metric' ? `${printRounded(dbhCm, 1)} cm` : `${printRounded(convert(dbhCm, 'cm', 'in'), 1)} in`;

/** Says how a height compares with those that trees of the dbh usually have. */
export function usualHeights(heightM: number, dbhCm: number, system: UnitSystem): Text {
  const { lowM, highM } = plausibleHeight(dbhCm);
  const unit = system === 'metric' ? 'm' : 'ft';
  const whole = (metres: number) => printRounded(convert(metres, 'm', unit), 0);
  return message(
    'height.height-dbh-is-trees-of',
    'Height ÷ dbh is {heightM}. Trees of {dbhCm} are usually {lowM} to {highM} {unit} tall.',
    {
      heightM: printRounded(slenderness(heightM, dbhCm), 0),
      dbhCm: printDbh(dbhCm, system),
      lowM: whole(lowM),
      highM: whole(highM),
      unit,
    },
  );
}
