import { HEIGHT_CHECK_IDS, HEIGHT_CHECK_LIMITS, type HeightCheck, type HeightChecks } from '../tree/index.ts';
import { convert, printAsRead, readQuantity, type UnitId, type UnitSystem } from '../units/index.ts';
import { message, type Text } from '../message/index.ts';

type ReadCheck =
  | { readonly ok: true; readonly check: HeightCheck; readonly value: number; readonly chip: Text }
  | { readonly ok: false; readonly problem: Text };

/** Letters before the figure. */
const LETTERS: Readonly<Record<HeightCheck, string>> = {
  crownRadiusM: 'cr',
  leanOffsetM: 'lo',
  distanceM: 'dd',
  reachCm: 'rr',
};

export const HEIGHT_CHECK_NAMES: Readonly<Record<HeightCheck, Text>> = {
  crownRadiusM: message('callout.check.crown-radius', 'crown radius'),
  leanOffsetM: message('callout.check.lean-offset', 'top out of plumb'),
  distanceM: message('callout.check.distance', 'distance measured again'),
  reachCm: message('callout.check.reach', 'reach measured again'),
};

const CHECK = /^(cr|lo|dd|rr)(\d.*)$/i;

/** The unit in which a check is kept, and the one in which it is typed. */
export const checkUnits = (
  check: HeightCheck,
  system: UnitSystem,
): { readonly kept: UnitId; readonly typed: UnitId } =>
  check === 'reachCm'
    ? { kept: 'cm', typed: system === 'metric' ? 'cm' : 'in' }
    : { kept: 'm', typed: system === 'metric' ? 'm' : 'ft' };

/**
 * A check of a height as it is typed, in the unit that it is kept in.
 *
 * @returns the problem in words where the text is not valid
 */
export function readCheckFigure(check: HeightCheck, text: string, system: UnitSystem): number | Text {
  const { kept, typed } = checkUnits(check, system);
  const read = readQuantity(text, { unit: typed, units: ['m', 'cm', 'ft', 'in'] });
  const value = read.ok ? Number(convert(read.value, read.unit, kept).toFixed(6)) : NaN;
  const { low, high } = HEIGHT_CHECK_LIMITS[check];
  return value >= low && value <= high
    ? value
    : message('callout.check-must-be', '{Name} must be {low} to {high} {unit}.', {
        Name: HEIGHT_CHECK_NAMES[check],
        low: printAsRead(Number(convert(low, kept, typed).toFixed(1))),
        high: printAsRead(Number(convert(high, kept, typed).toFixed(0))),
        unit: typed,
      });
}

/** Reads a check of a height: `cr4.5`, `lo1.2`, `dd24.8`, `rr62`. Null for any other word. */
export function readCheck(word: string, system: UnitSystem): ReadCheck | null {
  const [, letters, text = ''] = CHECK.exec(word) ?? [];
  const check = HEIGHT_CHECK_IDS.find((each) => LETTERS[each] === letters?.toLowerCase());
  if (check === undefined) return null;
  const value = readCheckFigure(check, text, system);
  return typeof value === 'number'
    ? {
        ok: true,
        check,
        value,
        chip: message('callout.check-chip', '{name} {text}', { name: HEIGHT_CHECK_NAMES[check], text }),
      }
    : { ok: false, problem: value };
}

/** Checks of a height as words of the line; `readCheck` reads the same from them. */
export const printChecks = (checks: HeightChecks, system: UnitSystem): string[] =>
  HEIGHT_CHECK_IDS.flatMap((check) => {
    const value = checks[check];
    if (value === undefined) return [];
    const { kept, typed } = checkUnits(check, system);
    const shown = Number(convert(value, kept, typed).toFixed(6));
    // Only where it says the same again; otherwise in the unit that it is kept in.
    const isExact = Number(convert(shown, typed, kept).toFixed(6)) === value;
    return [`${LETTERS[check]}${isExact ? String(shown) : `${String(value)}${kept}`}`];
  });
