import { printTries, readTries } from './tries.ts';
import { printAsRead, readQuantity, type UnitId, unitOf } from '../units/index.ts';
import type { ReadingSpec } from '../measurement/index.ts';
import {
  defaultUnitOf,
  type FormDefaults,
  formKeysOf,
  measurementFormOf,
  methodOf,
  type ReadingText,
  type TreeForm,
} from './tree-form.ts';
import { heightNoOf } from '../tree/index.ts';
import { markOf, MISSING, NEXT_STEM, PLAIN_DIAMETER } from './grammar.ts';
import { printNotes } from './notes.ts';

/** Shortest spelling that reads back as the unit. */
const UNIT_SUFFIX: Partial<Record<UnitId, string>> = {
  pct: '%',
  deg: '°',
  m20: ':20',
  m15: ':15',
  m25: ':25',
  m30: ':30',
  m40: ':40',
  ft66: ':66',
};

/** @param alwaysUnit write the unit even where it is the usual one */
function printEntry(spec: ReadingSpec, entry: ReadingText, defaults: FormDefaults, alwaysUnit: boolean): string {
  const tries = readTries(entry.text, { unit: entry.unit, units: spec.units });
  if (tries.ok && tries.tries.length > 1) {
    const [first, ...further] = tries.tries;
    const plain = further.map(({ value, isExcluded }) => ({ text: printAsRead(Math.abs(value)), isExcluded }));
    const own = { ...entry, text: first?.text ?? '' };
    return `${printEntry(spec, own, defaults, alwaysUnit)} ${printTries(plain)}`;
  }
  const usual = defaultUnitOf(spec, defaults);
  const compact = entry.text.trim().replace(/\s+/g, ' ');
  const read = readQuantity(compact, { unit: entry.unit, units: spec.units });
  if (!read.ok) return compact.replaceAll(' ', '');
  const number = read.unitWritten || compact.includes(' ') ? String(read.value) : compact.replace(/[−–—]/g, '-');
  // A plus sign that was written stays with a number that counts down; elsewhere every signed number has its sign.
  const wantsPlus = spec.countsDown === true ? compact.startsWith('+') : spec.signed;
  const signed = wantsPlus && !/^[+-]/.test(number) ? `+${number}` : number;
  return read.unit === usual && !alwaysUnit ? signed : `${signed}${UNIT_SUFFIX[read.unit] ?? unitOf(read.unit).symbol}`;
}

/**
 * Writes a tree as a call-out line. What `parseCallout` reads from it is the same tree.
 *
 * Readings that are missing in front of a signed one keep their place with `_`.
 *
 * @param draft the form of a tree
 * @param defaults units of the survey: they are left out on the line
 * @returns one line
 * @example printCallout(parseCallout('#17  sp 34.5cm', exampleSurvey).draft, exampleSurvey) // #17 sp 34.5
 */
export function printCallout(draft: TreeForm, defaults: FormDefaults): string {
  const parts: string[] = [];
  if (draft.tag !== '') parts.push(`#${draft.tag}`);
  if (draft.speciesCode !== '') parts.push(draft.speciesCode);
  let lastStem = 1;
  // The line carries the first height; the others stand on the sheet.
  for (const part of formKeysOf(draft).filter((each) => heightNoOf(each) === 1)) {
    const { readings } = methodOf(draft, part).description;
    const { entries } = measurementFormOf(draft, part);
    const begins = parts.length;
    const written = readings.map((spec) => ({ spec, entry: entries[spec.key] }));
    // A written scale holds for the other sights too: so on two scales each says its own.
    const scales = new Set(
      written.flatMap(({ spec, entry }) => {
        if (spec.quantity !== 'slope' || entry === undefined || entry.text.trim() === '') return [];
        const read = readQuantity(entry.text, { unit: entry.unit, units: spec.units });
        return [read.ok ? read.unit : entry.unit];
      }),
    );
    const laterSigned = (index: number) =>
      written
        .slice(index + 1)
        .some(({ spec, entry }) => markOf(spec).kind === 'signed' && entry !== undefined && entry.text.trim() !== '');
    written.forEach(({ spec, entry }, index) => {
      const mark = markOf(spec);
      if (entry === undefined || entry.text.trim() === '') {
        if (mark.kind === 'signed' && laterSigned(index)) parts.push(MISSING);
        return;
      }
      const text = printEntry(spec, entry, defaults, spec.quantity === 'slope' && scales.size > 1);
      if (mark.kind === 'prefix' && mark.prefix === '/' && parts.length > begins)
        parts.push(`${parts.pop() ?? ''}/${text}`);
      else if (mark.kind === 'prefix') parts.push(mark.prefix === '=' ? `= ${text}` : `${mark.prefix}${text}`);
      else if (mark.kind === 'signed' && !/^[+-]/.test(text)) parts.push(`+${text}`);
      else parts.push(text);
    });
    if (part.stem > lastStem && parts[begins] !== undefined) {
      // A plain diameter is said to be one where it would be read like the stem before.
      const isPlain = part.measure === 'diameter' && readings[0]?.callout === '';
      const stemBefore = { measure: 'diameter', stem: lastStem } as const;
      const isRead = Object.values(measurementFormOf(draft, stemBefore).entries).some(({ text }) => text.trim() !== '');
      const mark =
        isPlain && isRead && methodOf(draft, stemBefore).description.readings[0]?.callout !== '' ? PLAIN_DIAMETER : '';
      parts[begins] = `${NEXT_STEM}${mark}${parts[begins]}`;
      lastStem = part.stem;
    }
  }
  return [...parts, ...printNotes(draft.notes ?? {}, defaults.unitSystem)].join(' ');
}
