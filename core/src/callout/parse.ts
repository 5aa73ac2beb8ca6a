import { COMMON_CONDITIONS, type ConditionCode, type Species } from '../protocol/index.ts';
import {
  defaultUnitOf,
  emptyForm,
  emptyStem,
  type FormDefaults,
  type MeasurementForm,
  measurementFormOf,
  type ReadingText,
  stemsOf,
  type TreeForm,
  withMeasurementForm,
} from './tree-form.ts';
import {
  filledNotes,
  isStemMeasure,
  MAX_STEMS_PER_TREE,
  type MeasurementKey,
  STEM_MEASURES,
  TAG,
  type TreeNotes,
} from '../tree/index.ts';
import type { Measure, ReadingSpec } from '../measurement/index.ts';
import { readQuantity, type UnitId, unitOf } from '../units/index.ts';
import { findMethod } from '../methods/index.ts';
import { MAX_TRIES, TOO_MANY_TRIES } from './tries.ts';
import {
  type Called,
  callOf,
  type Fit,
  fitMethod,
  likeStemBefore,
  MISSING,
  NEXT_STEM,
  prefixesOf,
  setUpEntries,
} from './grammar.ts';
import { readNote } from './notes.ts';
import { cutTokens, type RawToken } from './tokens.ts';
import { message, type Text, joined } from '../message/index.ts';

/** A part of the line as it was understood. */
export interface CallToken extends RawToken {
  /** What it was taken for, as a chip says it: `Scots pine`, `dbh 34.5 cm`. Null where it was not understood. */
  readonly chip: Text | null;
  /** Why it was not understood, and what would be. */
  readonly problem: Text | null;
  readonly part: 'tag' | 'species' | 'reading' | 'note' | 'unknown';
  readonly measure?: Measure;
  readonly stem?: number;
  readonly reading?: string;
}

export interface ParsedCallout {
  readonly tokens: readonly CallToken[];
  readonly draft: TreeForm;
  /** True when every part was understood. */
  readonly ok: boolean;
}

export interface CalloutContext extends FormDefaults {
  readonly species: readonly Species[];
  /** Codes for the state of a tree; the common ones where left out. */
  readonly conditions?: readonly ConditionCode[] | undefined;
  /** The method in hand for a part, by identifier: it wins where half a line could belong to several. */
  readonly inHand?: (part: MeasurementKey) => string | undefined;
}

/** What a line says of the tree as a whole: its first height, and how the distance of that was measured. */
const TREE_PARTS = [
  { measure: 'distance', stem: 1 },
  { measure: 'height', stem: 1 },
] as const satisfies readonly MeasurementKey[];

/**
 * Reads one tree in the words crews call out: `#17 sp 34.5 +18 -1.5 @20`.
 *
 * Parts may stand in any order, signed readings apart: the first is the top, the second the base. A plain number directly
 * behind a reading is a further try of it: `+18 18.5`. `&` begins another stem of the same tree: `28 &21 at0.9`. Nothing is
 * dropped: a part that is not understood comes back with the reason.
 *
 * @param line the words of one tree
 * @param context units, species and condition codes of the survey
 * @returns the form, and each part of the line with what it was read as or why it was not
 * @example parseCallout('#17 sp 34.5', exampleSurvey).draft.tag // 17
 */
export function parseCallout(line: string, context: CalloutContext): ParsedCallout {
  const raw = cutTokens(line);
  const tokens: (CallToken | null)[] = raw.map(() => null);
  let draft = emptyForm();
  const heard: Heard[] = [];
  let notes: TreeNotes = {};
  const { conditions = COMMON_CONDITIONS, unitSystem } = context;
  let stem = 1;

  raw.forEach((token, place) => {
    const begins = token.text.startsWith(NEXT_STEM);
    if (begins && stem === MAX_STEMS_PER_TREE) {
      tokens[place] = problem(
        token,
        message('callout.a-tree-takes-at-most-stems', 'A tree takes at most {maxStemsPerTree} stems.', {
          maxStemsPerTree: MAX_STEMS_PER_TREE,
        }),
      );
      return;
    }
    if (begins) stem += 1;
    const text = begins ? token.text.slice(NEXT_STEM.length) : token.text;
    if (text === '') {
      tokens[place] = problem(
        token,
        message('callout.another-stem-starts-here-enter', 'Another stem starts here: enter its diameter.'),
      );
      return;
    }
    if (text.startsWith('#')) {
      const tag = text.slice(1);
      if (draft.tag !== '')
        tokens[place] = problem(token, message('callout.a-second-tag-a-tree', 'A second tag: a tree has one.'));
      else if (!TAG.test(tag))
        tokens[place] = problem(
          token,
          message('callout.is-not-a-valid-tag', '“{tag}” is not a valid tag: use up to 12 letters and digits.', {
            tag,
          }),
        );
      else {
        draft = { ...draft, tag };
        tokens[place] = {
          ...token,
          chip: message('callout.chip-tree', 'tree {tag}', { tag }),
          problem: null,
          part: 'tag',
        };
      }
      return;
    }
    if (text === MISSING) {
      heard.push({ call: null, place, stem, isExcluded: false, tries: [] });
      return;
    }
    const species = context.species.find(({ code }) => code === text.toLowerCase());
    if (species !== undefined) {
      if (draft.speciesCode !== '')
        tokens[place] = problem(token, message('callout.a-second-species-a-tree', 'A second species: a tree has one.'));
      else {
        draft = { ...draft, speciesCode: species.code };
        tokens[place] = { ...token, chip: species.name, problem: null, part: 'species' };
      }
      return;
    }
    const note = readNote(text, notes, { conditions, unitSystem });
    if (note !== null) {
      if (note.ok) notes = note.notes;
      tokens[place] = note.ok
        ? { ...token, chip: note.chip, problem: null, part: 'note' }
        : problem(token, note.problem);
      return;
    }
    const bracketed = BRACKETED.exec(text)?.[1];
    const call = callOf(bracketed ?? text);
    if (call === null || (bracketed !== undefined && call.mark.kind !== 'bare')) {
      tokens[place] = problem(token, unknownWord(text, context));
      return;
    }
    heard.push({ call, place, stem, isExcluded: bracketed !== undefined, tries: [] });
  });
  const readingsHeard = withTries(heard, raw);

  for (let ordinal = 2; ordinal <= stem; ordinal += 1)
    draft = { ...draft, moreStems: [...draft.moreStems, emptyStem(ordinal)] };
  // A stem is taken as the one before it, unless something else is in hand for it.
  const before: Partial<Record<Measure, string>> = {};
  const onLine = [
    ...stemsOf(draft).flatMap(({ ordinal }) => STEM_MEASURES.map((measure) => ({ measure, stem: ordinal }))),
    ...TREE_PARTS,
  ];
  for (const part of onLine) {
    // The height may be called out behind any stem; what a stem has of its own stands behind its mark.
    const spoken = !isStemMeasure(part.measure)
      ? readingsHeard
      : readingsHeard.filter((each) => each.stem === part.stem);
    const methodBefore = part.stem > 1 ? findMethod(before[part.measure] ?? '') : null;
    const spokenCalls = spoken.map(({ call }) => call);
    const calls =
      part.measure !== 'diameter' || methodBefore === null ? spokenCalls : likeStemBefore(spokenCalls, methodBefore);
    const isLikeBefore = calls !== spokenCalls;
    const own = spoken.map((each, i) => ({ ...each, call: calls[i] ?? null }));
    const inHand = context.inHand?.(part) ?? before[part.measure];
    const fit = fitMethod(part.measure, ofMeasure(part.measure, own), inHand);
    if (fit === null) continue;
    before[part.measure] = fit.method.description.id;
    const taken = takeReadings(part, fit, own, raw, context);
    for (const [place, token] of taken.tokens) tokens[place] = token;
    const content = isLikeBefore
      ? {
          ...taken.draft,
          entries: setUpEntries(
            fit.method,
            taken.draft.entries,
            measurementFormOf(draft, { measure: 'diameter', stem: part.stem - 1 }).entries,
          ),
        }
      : taken.draft;
    draft = withMeasurementForm(draft, part, content);
  }
  const filled = filledNotes(notes);
  if (filled !== undefined) draft = { ...draft, notes: filled };
  const done = raw.map((token, i) => tokens[i] ?? leftOver(token));
  return { tokens: done, draft, ok: done.every((token) => token.problem === null) };
}

/** A reading on the line, or the place of one that is missing, with the stem behind whose mark it stands. */
interface Heard {
  readonly call: Called | null;
  readonly place: number;
  readonly stem: number;
  /** Left out by a person: in brackets. */
  readonly isExcluded: boolean;
  /** Further tries of the same reading. */
  readonly tries: readonly Heard[];
}

/** A further try in brackets: it is kept and does not count. */
const BRACKETED = /^\((.+)\)$/;
/** A number, with or without its unit. */
const PLAIN = /^[\d.,]+(?:%|°|[a-z"']*)$/i;
/** A number that differs from the reading before it by less than this share may be a further try of it. */
const NEAR = 0.25;

const numberOf = ({ call }: Heard): number => Math.abs(Number(/[\d.,]+/.exec(call?.text ?? '')?.[0].replace(',', '.')));

/**
 * The readings of a line with their further tries: a plain number directly behind a reading is one, in its unit. Where the
 * line has no other diameter, only a number near the reading before it is a try.
 */
function withTries(heard: readonly Heard[], raw: readonly RawToken[]): readonly Heard[] {
  const follows = (each: Heard): boolean =>
    each.call?.mark.kind === 'bare' &&
    each.call.isPlainDiameter !== true &&
    PLAIN.test(each.call.text) &&
    raw[each.place]?.text.startsWith(NEXT_STEM) === false &&
    heard.some(({ place, call, stem }) => place === each.place - 1 && call !== null && stem === each.stem);
  const diameters = prefixesOf('diameter');
  const isDiameter = (each: Heard): boolean =>
    each.call?.mark.kind === 'prefix' ? diameters.has(each.call.mark.prefix) : each.call?.mark.kind === 'bare';
  const found: Heard[] = [];
  for (const each of heard) {
    const before = found.at(-1);
    const hasDiameter = heard.some(
      (other) =>
        other !== each && other.stem === each.stem && isDiameter(other) && !(follows(other) && other !== before),
    );
    const isTry =
      before !== undefined &&
      follows(each) &&
      (each.isExcluded || hasDiameter || Math.abs(numberOf(each) / numberOf(before) - 1) < NEAR);
    if (isTry) found[found.length - 1] = { ...before, tries: [...before.tries, each] };
    else found.push(each);
  }
  return found;
}

/** A place holder counts for heights only: a stem's readings are known by their marks and need none. */
const ofMeasure = (measure: Measure, heard: readonly Heard[]): readonly (Called | null)[] =>
  heard.map(({ call }) =>
    measure === 'height' ? call : (call ?? { mark: { kind: 'prefix', prefix: MISSING }, text: '' }),
  );

function takeReadings(
  { measure, stem }: MeasurementKey,
  fit: Fit,
  heard: readonly Heard[],
  raw: readonly RawToken[],
  context: CalloutContext,
): { readonly draft: MeasurementForm; readonly tokens: readonly (readonly [number, CallToken])[] } {
  const entries: Record<string, ReadingText> = {};
  const tokens: [number, CallToken][] = [];
  const slope = writtenSlope(fit, heard, context);
  for (const [key, index] of fit.taken) {
    const spec = fit.method.description.readings.find((candidate) => candidate.key === key);
    const { place, call } = heard[index] ?? { call: null };
    const token = place === undefined ? undefined : raw[place];
    if (spec === undefined || place === undefined || token === undefined) continue;
    const part = { ...token, part: 'reading', measure, stem, reading: key } as const;
    const of = stem > 1 && token.text.startsWith(NEXT_STEM) ? message('callout.stem', 'stem {stem}: ', { stem }) : '';
    if (call === null) {
      tokens.push([
        place,
        { ...part, chip: message('callout.missing', '{label} missing', { label: spec.label }), problem: null },
      ]);
      continue;
    }
    const unit = spec.quantity === 'slope' && slope !== null ? slope : defaultUnitOf(spec, context);
    const read = readQuantity(call.text, { unit, units: spec.units });
    const first = read.ok ? withoutUnit(call.text, read.unitWritten, read.value, spec) : call.text;
    const further = heard[index]?.tries ?? [];
    const text = [first, ...further.map((each) => tryText(each))].join(' ');
    entries[key] = { text, unit: read.ok ? read.unit : unit };
    tokens.push([
      place,
      read.ok
        ? { ...part, chip: joined([of, chipText(spec, first, read.unit)], ''), problem: null }
        : { ...part, chip: null, problem: read.message },
    ]);
    further.forEach((each, at) => {
      const again = raw[each.place];
      const number = at + 2;
      const options = { unit: entries[key]?.unit ?? unit, units: spec.units };
      if (again === undefined) return;
      const readAgain = number > MAX_TRIES ? TOO_MANY_TRIES : readQuantity(each.call?.text ?? '', options);
      const chip = readAgain.ok ? tryChip(spec, each, readAgain.unit, number) : null;
      tokens.push([
        each.place,
        {
          ...again,
          part: 'reading',
          measure,
          stem,
          reading: key,
          chip,
          problem: readAgain.ok ? null : readAgain.message,
        },
      ]);
    });
  }
  return { draft: { methodId: fit.method.description.id, entries }, tokens };
}

/** The scale written behind any sight of the tree: an instrument is read on one scale, so it holds for the others. */
function writtenSlope(fit: Fit, heard: readonly Heard[], context: CalloutContext): UnitId | null {
  for (const [key, index] of fit.taken) {
    const spec = fit.method.description.readings.find((candidate) => candidate.key === key);
    const call = heard[index]?.call;
    if (spec?.quantity !== 'slope' || call === null || call === undefined) continue;
    const read = readQuantity(call.text, { unit: defaultUnitOf(spec, context), units: spec.units });
    if (read.ok && read.unitWritten) return read.unit;
  }
  return null;
}

/** The number alone: the unit goes beside it on the sheet. Feet with inches become plain inches. */
function withoutUnit(text: string, unitWritten: boolean, value: number, spec: ReadingSpec): string {
  if (!unitWritten) return text;
  const plain = /^[+-]?[\d.,]+/.exec(text)?.[0] ?? '';
  const read = readQuantity(plain, { unit: spec.units[0] ?? 'm', units: spec.units });
  if (read.ok && read.value === value) return plain;
  const wantsPlus = spec.countsDown === true ? /^\s*\+/.test(text) : spec.signed;
  return `${wantsPlus && value > 0 ? '+' : ''}${String(value)}`;
}

const chipText = (spec: ReadingSpec, text: string, unit: UnitId): Text => {
  const symbol = unitOf(unit).symbol;
  return joined([spec.label, `${text.replace(/^-/, '−')}${symbol === '°' ? '' : ' '}${symbol}`]);
};

const tryText = ({ call, isExcluded }: Heard): string => (isExcluded ? `(${call?.text ?? ''})` : (call?.text ?? ''));

const tryChip = (spec: ReadingSpec, each: Heard, unit: UnitId, number: number): Text =>
  message('callout.further-try', '{reading}, try {number}{isExcluded, select, yes { (excluded)} other {}}', {
    reading: chipText(spec, each.call?.text ?? '', unit),
    number,
    isExcluded: each.isExcluded ? 'yes' : 'no',
  });

const problem = (token: RawToken, reason: Text): CallToken => ({
  ...token,
  chip: null,
  problem: reason,
  part: 'unknown',
});

function leftOver(token: RawToken): CallToken {
  const call = callOf(token.text.startsWith(NEXT_STEM) ? token.text.slice(NEXT_STEM.length) : token.text);
  if (token.text === MISSING)
    return problem(token, message('callout.a-placeholder-but-no-reading', 'A placeholder, but no reading is missing.'));
  if (call?.mark.kind === 'signed')
    return problem(
      token,
      message('callout.one-signed-reading-too-many', 'One signed reading too many: top and base are already there.'),
    );
  if (call?.mark.kind === 'bare')
    return problem(
      token,
      message(
        'callout.a-second-plain-number-which',
        'A second plain number: which is the diameter? Enter heights after “=”, distances after “@”.',
      ),
    );
  return problem(
    token,
    message('callout.this-does-not-fit-the', 'This does not fit the other readings of the height or diameter.'),
  );
}

function unknownWord(word: string, { species, conditions = COMMON_CONDITIONS }: CalloutContext): Text {
  const near = species.find(
    ({ code, name }) =>
      code.startsWith(word.slice(0, 2).toLowerCase()) || name.toLowerCase().startsWith(word.toLowerCase()),
  );
  const list = species.map(({ code }) => code).join(', ');
  const codes = conditions.map(({ code }) => code).join(', ');
  // A word pasted by mistake can be as long as the line: its beginning is enough to know it by.
  const shown = word.length > 24 ? `${word.slice(0, 24)} …` : word;
  return near === undefined
    ? message(
        'callout.is-not-a-species-of',
        '“{shown}” is not a species of this survey ({list}), a code ({codes}) or a reading.',
        { shown, list, codes },
      )
    : message('callout.is-not-known-is', '“{shown}” is not known. {name} is “{code}”.', {
        shown,
        name: near.name,
        code: near.code,
      });
}
