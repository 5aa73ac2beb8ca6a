import { readQuantity, type UnitId } from '@arbolito/core/units';
import { listOf, say, t } from '../../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';

/** What is wrong with a line of a list, from 1. */
export interface LineProblem {
  readonly line: number;
  readonly message: string;
}

/** A figure of a line. */
export interface LineField {
  readonly name: Text;
  readonly unit: UnitId;
  /** In words, where the unit does not say it. */
  readonly of?: Text;
  /** 0 may be written. */
  readonly fromZero?: boolean;
}

/** Longer lists are cut off there. */
export const MOST_LINES = 10_000;

const UNIT_WORDS: Partial<Record<UnitId, Text>> = {
  cm: message('ui.in-cm', ' in cm'),
  m: message('ui.in-m', ' in m'),
};

/**
 * Reads a list as it was pasted: a line for each row, with spaces, tabs or semicolons between its figures. Lines that start
 * with # are left out.
 *
 * @returns the rows whose every figure can be read, and what is wrong with the others
 */
export function readLines(
  text: string,
  fields: readonly LineField[],
): { readonly rows: readonly (readonly number[])[]; readonly problems: readonly LineProblem[] } {
  const rows: number[][] = [];
  const problems: LineProblem[] = [];
  const wanted = fields.map(({ name, unit, of }) => `${say(name)}${say(of ?? UNIT_WORDS[unit] ?? '')}`);
  text
    .split('\n')
    .slice(0, MOST_LINES)
    .forEach((raw, i) => {
      const line = raw.trim();
      if (line === '' || line.startsWith('#')) return;
      const parts = line.split(/[\s;]+/);
      if (parts.length !== fields.length) {
        problems.push({
          line: i + 1,
          message: t('ui.enter-not-values', 'Enter {wanted}, not {parts} values.', {
            wanted: listOf(wanted),
            parts: String(parts.length),
          }),
        });
        return;
      }
      const figures = fields.map(({ name, unit, fromZero = false }, at) => {
        const read = readQuantity(parts[at] ?? '', { unit });
        if (read.ok && (read.value > 0 || (fromZero && read.value === 0))) return read.value;
        const low = fromZero
          ? t('ui.must-be-0-or-more', 'must be 0 or more.')
          : t('ui.must-be-above-0', 'must be above 0.');
        problems.push({
          line: i + 1,
          message: t('ui.name-and-problem', '{name}: {problem}', { name, problem: read.ok ? low : read.message }),
        });
        return NaN;
      });
      if (figures.every((figure) => Number.isFinite(figure))) rows.push(figures);
    });
  return { rows, problems };
}
