import { convert, lengthWords, printAsRead, readQuantity, type UnitId, type UnitSystem } from '../units/index.ts';
import type { ConditionCode } from '../protocol/index.ts';
import { OBSERVER_POSITIONS, type ObserverPosition } from '../height/index.ts';
import { type Multiplicity, NOTE_LIMITS, type TreeNotes } from '../tree/index.ts';
import { HEIGHT_CHECK_NAMES, printChecks, readCheck } from './check-words.ts';
import { printOther, readOther } from './other-diameter-words.ts';
import { printUpper, readUpper } from './upper-words.ts';
import { message, type Text } from '../message/index.ts';

/** A word of the line that notes something of the tree: what it adds, and the chip; or why it cannot be. */
export type NoteWord =
  | { readonly ok: true; readonly notes: TreeNotes; readonly chip: Text }
  | { readonly ok: false; readonly problem: Text };

/** A tree beyond a corner of the stand is found up to three times more. */
const COUNTS = /^x([2-4])$/i;
const COUNT_WORDS = {
  2: 'twice',
  3: message('callout.notes.three-times', 'three times'),
  4: message('callout.notes.four-times', 'four times'),
} as const;

const FORK = /^f(\d{1,3})$/i;
const BEARING = /^az(.+)$/i;
const AWAY = /^r([\d.,].*)$/i;
const GUESS = /^kpi([\d.,].*)$/i;
const PLACE = /^pos(-?\d+(?:[.,]\d+)?)\/(-?\d+(?:[.,]\d+)?)$/i;
const LOGS = /^l([\d.,].*)$/i;
const MERCHANTABLE = /^mh([\d.,].*)$/i;

/** Where the observer stands, as a chip says it. */
export const positionWords = (position: ObserverPosition): Text =>
  message(
    'callout.observer-position',
    'observer {position, select, above {above the tree} below {below the tree} other {level with the tree}}',
    { position },
  );

const bad = (problem: Text): NoteWord => ({ ok: false, problem });

const lengthUnit = (system: UnitSystem) => (system === 'metric' ? 'm' : 'ft');
const volumeUnit = (system: UnitSystem) => (system === 'metric' ? 'm3' : 'ft3');
const VOLUME_WORDS = { m3: 'm³', ft3: 'ft³' } as const;

/**
 * Reads a word that notes something: `f2` a fork of two stems, `dead` a code of the survey, `az112` and `r7.4` where the tree
 * stands, `below` where the observer stands, `x2` counted twice, `kpi0.8` a guess of its volume, `l2.5` its logs, `mh12` the length of its
 * merchantable stem, `u32@5` a diameter of 32 at a height of 5.
 *
 * @returns null for a word that is no note
 */
export function readNote(
  word: string,
  before: TreeNotes,
  { conditions, unitSystem }: { readonly conditions: readonly ConditionCode[]; readonly unitSystem: UnitSystem },
): NoteWord | null {
  const condition = conditions.find(({ code }) => code === word.toLowerCase());
  if (condition !== undefined) {
    const known = before.conditions ?? [];
    if (known.includes(condition.code))
      return bad(message('callout.is-entered-twice', '“{code}” is entered twice.', { code: condition.code }));
    if (known.length >= NOTE_LIMITS.conditions)
      return bad(message('callout.a-tree-takes-at-most', 'A tree takes at most eight codes.'));
    return { ok: true, notes: { ...before, conditions: [...known, condition.code] }, chip: condition.words };
  }
  const times = COUNTS.exec(word)?.[1];
  if (times !== undefined) {
    if (before.multiplicity !== undefined)
      return bad(
        message('callout.already-counted', 'Already counted {countWords}.', {
          countWords: COUNT_WORDS[before.multiplicity],
        }),
      );
    const multiplicity = Number(times) as Multiplicity;
    return {
      ok: true,
      notes: { ...before, multiplicity },
      chip: message('callout.counts', 'counts {times}', { times: COUNT_WORDS[multiplicity] }),
    };
  }
  const fork = FORK.exec(word)?.[1];
  if (fork !== undefined) {
    const { low, high } = NOTE_LIMITS.fork;
    if (before.fork !== undefined)
      return bad(message('callout.a-second-fork-a-tree', 'A second fork: a tree has one.'));
    return Number(fork) >= low && Number(fork) <= high
      ? {
          ok: true,
          notes: { ...before, fork: Number(fork) },
          chip: message('callout.fork-of-stems', 'fork of {fork} stems', { fork }),
        }
      : bad(
          message('callout.a-fork-has-to-stems', 'A fork has {low} to {high} stems.', {
            low: String(low),
            high: String(high),
          }),
        );
  }
  const position = OBSERVER_POSITIONS.find((each) => each === word.toLowerCase());
  if (position !== undefined)
    return before.observerPosition === undefined
      ? { ok: true, notes: { ...before, observerPosition: position }, chip: positionWords(position) }
      : bad(message('callout.a-second-observer-position', 'The position of the observer is entered twice.'));
  const bearing = BEARING.exec(word)?.[1];
  if (bearing !== undefined) {
    const read = readQuantity(bearing, { unit: 'deg' });
    const { low, high } = NOTE_LIMITS.bearingDeg;
    if (before.bearingDeg !== undefined)
      return bad(message('callout.a-second-bearing-a-tree', 'A second bearing: a tree has one.'));
    return read.ok && read.value >= low && read.value <= high
      ? {
          ok: true,
          notes: { ...before, bearingDeg: read.value },
          chip: message('callout.bearing', 'bearing {value}°', { value: printAsRead(read.value) }),
        }
      : bad(message('callout.bearing-must-be-0-to', 'Bearing must be 0 to 360 degrees from north.'));
  }
  const away = AWAY.exec(word)?.[1];
  if (away !== undefined) {
    const unit = lengthUnit(unitSystem);
    const read = readQuantity(away, { unit, units: ['m', 'ft', 'cm'] });
    const metres = read.ok ? convert(read.value, read.unit, 'm') : NaN;
    const { low, high } = NOTE_LIMITS.awayM;
    if (before.awayM !== undefined)
      return bad(message('callout.a-second-distance-from-the', 'A second distance from the centre: a tree has one.'));
    return read.ok && metres >= low && metres <= high
      ? {
          ok: true,
          notes: { ...before, awayM: metres },
          chip: message('callout.from-the-centre', '{value} {unit} from the centre', {
            value: printAsRead(read.value),
            unit: read.unit,
          }),
        }
      : bad(
          message('callout.distance-from-the-plot-centre', 'Distance from the plot centre must be up to {high}.', {
            high: lengthWords(high, unitSystem, 0),
          }),
        );
  }
  const guess = GUESS.exec(word)?.[1];
  if (guess !== undefined) {
    const unit = volumeUnit(unitSystem);
    const read = readQuantity(guess, { unit, units: ['m3', 'ft3'] });
    const predictedVolumeM3 = read.ok ? convert(read.value, read.unit, 'm3') : NaN;
    const { low, high } = NOTE_LIMITS.predictedVolumeM3;
    if (before.predictedVolumeM3 !== undefined)
      return bad(message('callout.a-second-predicted-volume-a', 'A second predicted volume: a tree has one.'));
    return read.ok && predictedVolumeM3 >= low && predictedVolumeM3 <= high
      ? {
          ok: true,
          notes: { ...before, predictedVolumeM3 },
          chip: message('callout.predicted', 'predicted {value} {unit}', {
            value: printAsRead(read.value),
            unit: read.unit === 'ft3' ? VOLUME_WORDS.ft3 : VOLUME_WORDS.m3,
          }),
        }
      : bad(
          message('callout.predicted-volume-must-be-to', 'Predicted volume must be {low} to {high} m³.', {
            low: String(low),
            high: String(high),
          }),
        );
  }
  return readPlace(word, before) ?? readStemNote(word, before, unitSystem);
}

/** A position of the tree's own: `pos41.5/-30.25`. */
function readPlace(word: string, before: TreeNotes): NoteWord | null {
  const [, north, east] = PLACE.exec(word)?.map((part) => part.replace(',', '.')) ?? [];
  if (north !== undefined && east !== undefined) {
    const [latitude, longitude] = [Number(north), Number(east)];
    if (before.place !== undefined) return bad(message('callout.a-second-position', 'The position is entered twice.'));
    return Math.abs(latitude) <= 90 && Math.abs(longitude) <= 180
      ? {
          ok: true,
          notes: { ...before, place: { latitude, longitude } },
          chip: message('callout.position', 'position {north}, {east}', { north, east }),
        }
      : bad(message('callout.position-must-be', 'A position is latitude −90 to 90 and longitude −180 to 180 degrees.'));
  }
  return null;
}

/** A word about what is in the stem: its logs, its merchantable length, its diameters further up. */
function readStemNote(word: string, before: TreeNotes, unitSystem: UnitSystem): NoteWord | null {
  const logs = LOGS.exec(word)?.[1];
  if (logs !== undefined) {
    const read = readQuantity(logs, { unit: 'one' });
    const { low, high } = NOTE_LIMITS.logs;
    if (before.logs !== undefined) return bad(message('callout.logs-twice', 'The number of logs is entered twice.'));
    return read.ok && read.value >= low && read.value <= high && Number.isInteger(2 * read.value)
      ? {
          ok: true,
          notes: { ...before, logs: read.value },
          chip: message('callout.logs', 'logs {logs}', { logs: printAsRead(read.value) }),
        }
      : bad(
          message('callout.logs-must-be', 'Logs must be {low} to {high}, in halves.', {
            low: String(low),
            high: String(high),
          }),
        );
  }
  const length = MERCHANTABLE.exec(word)?.[1];
  if (length !== undefined) {
    const read = readQuantity(length, { unit: lengthUnit(unitSystem), units: ['m', 'ft'] });
    const merchantableM = read.ok ? convert(read.value, read.unit, 'm') : NaN;
    const { low, high } = NOTE_LIMITS.merchantableM;
    if (before.merchantableM !== undefined)
      return bad(message('callout.merchantable-twice', 'The merchantable length is entered twice.'));
    return read.ok && merchantableM >= low && merchantableM <= high
      ? {
          ok: true,
          notes: { ...before, merchantableM },
          chip: message('callout.merchantable', '{value} {unit} above the stump', {
            value: printAsRead(read.value),
            unit: read.unit,
          }),
        }
      : bad(
          message('callout.merchantable-must-be', 'Merchantable length must be {low} to {high}.', {
            low: lengthWords(low, unitSystem, 1),
            high: lengthWords(high, unitSystem, 0),
          }),
        );
  }
  const check = readCheck(word, unitSystem);
  if (check !== null) return withCheck(check, before);
  const other = readOther(word, unitSystem);
  if (other !== null) return withOther(other, before);
  const upper = readUpper(word, unitSystem);
  if (upper === null) return null;
  if (!upper.ok) return bad(upper.problem);
  const { upperDiameters = [] } = before;
  return upperDiameters.length < NOTE_LIMITS.upperDiameters
    ? { ok: true, notes: { ...before, upperDiameters: [...upperDiameters, upper.upper] }, chip: upper.chip }
    : bad(
        message('callout.too-many-uppers', 'A tree takes at most {most} upper diameters.', {
          most: NOTE_LIMITS.upperDiameters,
        }),
      );
}

function withCheck(read: NonNullable<ReturnType<typeof readCheck>>, before: TreeNotes): NoteWord {
  if (!read.ok) return bad(read.problem);
  const { checks = {} } = before;
  return checks[read.check] === undefined
    ? { ok: true, notes: { ...before, checks: { ...checks, [read.check]: read.value } }, chip: read.chip }
    : bad(message('callout.check-twice', '{Name} is entered twice.', { Name: HEIGHT_CHECK_NAMES[read.check] }));
}

function withOther(read: NonNullable<ReturnType<typeof readOther>>, before: TreeNotes): NoteWord {
  if (!read.ok) return bad(read.problem);
  const { otherDiameters = [] } = before;
  return otherDiameters.length < NOTE_LIMITS.otherDiameters
    ? { ok: true, notes: { ...before, otherDiameters: [...otherDiameters, read.other] }, chip: read.chip }
    : bad(
        message('callout.too-many-others', 'A tree takes at most {most} second diameters.', {
          most: NOTE_LIMITS.otherDiameters,
        }),
      );
}

/** Notes as words of the line; `readNote` reads the same from them. */
export function printNotes(
  {
    conditions = [],
    fork,
    multiplicity,
    bearingDeg,
    awayM,
    observerPosition,
    predictedVolumeM3,
    logs,
    merchantableM,
    upperDiameters = [],
    otherDiameters = [],
    checks = {},
    place,
  }: TreeNotes,
  system: UnitSystem,
): string[] {
  const unit = lengthUnit(system);
  return [
    ...(fork === undefined ? [] : [`f${String(fork)}`]),
    ...conditions,
    ...(multiplicity === undefined ? [] : [`x${String(multiplicity)}`]),
    ...(bearingDeg === undefined ? [] : [`az${printAsRead(bearingDeg)}`]),
    ...(awayM === undefined ? [] : [`r${textIn(awayM, 'm', unit)}`]),
    ...(observerPosition === undefined ? [] : [observerPosition]),
    ...(predictedVolumeM3 === undefined ? [] : [`kpi${textIn(predictedVolumeM3, 'm3', volumeUnit(system))}`]),
    ...(logs === undefined ? [] : [`l${printAsRead(logs)}`]),
    ...(merchantableM === undefined ? [] : [`mh${textIn(merchantableM, 'm', unit)}`]),
    ...printChecks(checks, system),
    ...otherDiameters.map((other) => printOther(other, system)),
    ...upperDiameters.map((upper) => printUpper(upper, system)),
    ...(place === undefined ? [] : [`pos${String(place.latitude)}/${String(place.longitude)}`]),
  ];
}

/** In feet only where that says the same metres again; otherwise in metres, with the unit. */
function textIn(value: number, canonical: 'm' | 'm3', unit: UnitId): string {
  if (unit === canonical) return String(value);
  const other = Number(convert(value, canonical, unit).toFixed(6));
  return convert(other, unit, canonical) === value ? String(other) : `${String(value)}${canonical}`;
}
