import {
  MEASURES,
  defaultUnitOf,
  emptyDraft,
  TAG,
  type Entry,
  type MeasureDraft,
  type ReadingDefaults,
  type TreeDraft,
} from '../tree-draft.ts';
import type { Measure, ReadingSpec } from '../../method/index.ts';
import { readQuantity, unitOf, type UnitId } from '../../quantity/index.ts';
import type { Species } from '../species.ts';
import { callOf, fitMethod, MISSING, type Called, type Fit } from './grammar.ts';
import { cutTokens, type RawToken } from './tokens.ts';

/** A part of the line as it was understood. */
export interface CallToken extends RawToken {
  /** What it was taken for, as a chip says it: `Scots pine`, `dbh 34.5 cm`. Null where it was not understood. */
  readonly chip: string | null;
  /** Why it was not understood, and what would be. */
  readonly problem: string | null;
  readonly part: 'tag' | 'species' | 'reading' | 'unknown';
  readonly measure?: Measure;
  readonly reading?: string;
}

export interface ParsedCallout {
  readonly tokens: readonly CallToken[];
  readonly draft: TreeDraft;
  /** True when every part was understood. */
  readonly ok: boolean;
}

export interface CalloutContext extends ReadingDefaults {
  readonly species: readonly Species[];
  /** Methods in hand, by identifier: they win where half a line could belong to several. */
  readonly inHand?: Readonly<Partial<Record<Measure, string>>>;
}

/**
 * Reads one tree in the words crews call out: `#17 sp 34.5 +18 -1.5 @20`.
 *
 * Parts may stand in any order, signed readings apart: the first is the top, the second the base. Nothing is dropped:
 * a part that is not understood comes back with the reason.
 */
export function parseCallout(line: string, context: CalloutContext): ParsedCallout {
  const raw = cutTokens(line);
  const tokens: (CallToken | null)[] = raw.map(() => null);
  let draft = emptyDraft();
  const calls: (Called | null)[] = [];
  const places: number[] = [];

  raw.forEach((token, i) => {
    if (token.text.startsWith('#')) {
      const tag = token.text.slice(1);
      if (draft.tag !== '') tokens[i] = problem(token, 'A second tag: one tree has one.');
      else if (!TAG.test(tag)) tokens[i] = problem(token, `“${tag}” is no tag: use up to 12 letters and digits.`);
      else {
        draft = { ...draft, tag };
        tokens[i] = { ...token, chip: `tree ${tag}`, problem: null, part: 'tag' };
      }
      return;
    }
    if (token.text === MISSING) {
      calls.push(null);
      places.push(i);
      return;
    }
    const species = context.species.find(({ code }) => code === token.text.toLowerCase());
    if (species !== undefined) {
      if (draft.speciesCode !== '') tokens[i] = problem(token, 'A second species: one tree has one.');
      else {
        draft = { ...draft, speciesCode: species.code };
        tokens[i] = { ...token, chip: species.name, problem: null, part: 'species' };
      }
      return;
    }
    const call = callOf(token.text);
    if (call === null) {
      tokens[i] = problem(token, unknownWord(token.text, context));
      return;
    }
    calls.push(call);
    places.push(i);
  });

  const fits = MEASURES.map((measure) => ({
    measure,
    fit: fitMethod(measure, ofMeasure(measure, calls), context.inHand?.[measure]),
  }));
  for (const { measure, fit } of fits) {
    if (fit === null) continue;
    const taken = takeReadings(measure, fit, calls, places, raw, context);
    for (const [place, token] of taken.tokens) tokens[place] = token;
    draft = { ...draft, [measure]: taken.draft };
  }
  const done = raw.map((token, i) => tokens[i] ?? leftOver(token));
  return { tokens: done, draft, ok: done.every((token) => token.problem === null) };
}

/** A place holder counts for heights only: a diameter has one reading and needs none. */
const ofMeasure = (measure: Measure, calls: readonly (Called | null)[]): readonly (Called | null)[] =>
  measure === 'height' ? calls : calls.map((call) => call ?? { mark: { kind: 'prefix', prefix: MISSING }, text: '' });

function takeReadings(
  measure: Measure,
  fit: Fit,
  calls: readonly (Called | null)[],
  places: readonly number[],
  raw: readonly RawToken[],
  context: CalloutContext,
): { readonly draft: MeasureDraft; readonly tokens: readonly (readonly [number, CallToken])[] } {
  const entries: Record<string, Entry> = {};
  const tokens: [number, CallToken][] = [];
  const slope = writtenSlope(fit, calls, context);
  for (const [key, index] of fit.taken) {
    const spec = fit.method.description.readings.find((candidate) => candidate.key === key);
    const place = places[index];
    const token = place === undefined ? undefined : raw[place];
    if (spec === undefined || place === undefined || token === undefined) continue;
    const call = calls[index] ?? null;
    const part = { ...token, part: 'reading', measure, reading: key } as const;
    if (call === null) {
      tokens.push([place, { ...part, chip: `${spec.label} still to read`, problem: null }]);
      continue;
    }
    const unit = spec.quantity === 'slope' && slope !== null ? slope : defaultUnitOf(spec, context);
    const read = readQuantity(call.text, { unit, units: spec.units });
    entries[key] = read.ok
      ? { text: withoutUnit(call.text, read.unitWritten, read.value, spec), unit: read.unit }
      : { text: call.text, unit };
    tokens.push([
      place,
      read.ok
        ? { ...part, chip: chipText(spec, entries[key].text, read.unit), problem: null }
        : { ...part, chip: null, problem: read.message },
    ]);
  }
  return { draft: { methodId: fit.method.description.id, entries }, tokens };
}

/** The scale written behind any sight of the tree: an instrument is read on one scale, so it holds for the others. */
function writtenSlope(fit: Fit, calls: readonly (Called | null)[], context: CalloutContext): UnitId | null {
  for (const [key, index] of fit.taken) {
    const spec = fit.method.description.readings.find((candidate) => candidate.key === key);
    const call = calls[index];
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
  return `${spec.signed && value > 0 ? '+' : ''}${String(value)}`;
}

const chipText = (spec: ReadingSpec, text: string, unit: UnitId): string => {
  const symbol = unitOf(unit).symbol;
  return `${spec.label} ${text.replace(/^-/, '−')}${symbol === '°' ? '' : ' '}${symbol}`;
};

const problem = (token: RawToken, reason: string): CallToken => ({
  ...token,
  chip: null,
  problem: reason,
  part: 'unknown',
});

function leftOver(token: RawToken): CallToken {
  const call = callOf(token.text);
  if (token.text === MISSING) return problem(token, 'A place is kept here, but no reading is missing.');
  if (call?.mark.kind === 'signed')
    return problem(token, 'A signed reading too many: the top and the base are there already.');
  if (call?.mark.kind === 'bare')
    return problem(token, 'A second plain number: which is the diameter? Heights follow “=”, distances “@”.');
  return problem(token, 'This does not go with the other readings of the height or diameter.');
}

function unknownWord(word: string, { species }: CalloutContext): string {
  const near = species.find(
    ({ code, name }) =>
      code.startsWith(word.slice(0, 2).toLowerCase()) || name.toLowerCase().startsWith(word.toLowerCase()),
  );
  const list = species.map(({ code }) => code).join(', ');
  return near === undefined
    ? `“${word}” is not a species of this survey (${list}) and not a reading.`
    : `“${word}” is not known here. ${near.name} is “${near.code}”.`;
}
