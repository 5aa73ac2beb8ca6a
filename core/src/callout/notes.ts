import { convert, lengthWords, printAsRead, readQuantity, type UnitId, type UnitSystem } from '../units/index.ts';
import type { ConditionCode } from '../protocol/index.ts';
import { type Multiplicity, NOTE_LIMITS, type TreeNotes } from '../tree/index.ts';

/** A word of the line that notes something of the tree: what it adds, and the chip; or why it cannot be. */
export type NoteWord =
  | { readonly ok: true; readonly notes: TreeNotes; readonly chip: string }
  | { readonly ok: false; readonly problem: string };

/** A tree beyond a corner of the stand is found up to three times more. */
const COUNTS = /^x([2-4])$/i;
const COUNT_WORDS = { 2: 'twice', 3: 'three times', 4: 'four times' } as const;

const FORK = /^f(\d{1,3})$/i;
const BEARING = /^az(.+)$/i;
const AWAY = /^r([\d.,].*)$/i;
const GUESS = /^kpi([\d.,].*)$/i;

const bad = (problem: string): NoteWord => ({ ok: false, problem });

const lengthUnit = (system: UnitSystem) => (system === 'metric' ? 'm' : 'ft');
const volumeUnit = (system: UnitSystem) => (system === 'metric' ? 'm3' : 'ft3');
const VOLUME_WORDS = { m3: 'm³', ft3: 'ft³' } as const;

/**
 * Reads a word that notes something: `f2` a fork of two stems, `dead` a code of the survey, `az112` and `r7.4` where the tree
 * stands, `x2` counted twice, `kpi0.8` a guess of its volume.
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
    if (known.includes(condition.code)) return bad(`“${condition.code}” stands there already.`);
    if (known.length >= NOTE_LIMITS.conditions) return bad('Eight codes are the most that a tree takes.');
    return { ok: true, notes: { ...before, conditions: [...known, condition.code] }, chip: condition.words };
  }
  const times = COUNTS.exec(word)?.[1];
  if (times !== undefined) {
    if (before.multiplicity !== undefined) return bad(`It counts ${COUNT_WORDS[before.multiplicity]} already.`);
    const multiplicity = Number(times) as Multiplicity;
    return { ok: true, notes: { ...before, multiplicity }, chip: `counts ${COUNT_WORDS[multiplicity]}` };
  }
  const fork = FORK.exec(word)?.[1];
  if (fork !== undefined) {
    const { low, high } = NOTE_LIMITS.fork;
    if (before.fork !== undefined) return bad('A second fork: one is noted already.');
    return Number(fork) >= low && Number(fork) <= high
      ? { ok: true, notes: { ...before, fork: Number(fork) }, chip: `fork of ${fork} stems` }
      : bad(`A fork has ${String(low)} to ${String(high)} stems.`);
  }
  const bearing = BEARING.exec(word)?.[1];
  if (bearing !== undefined) {
    const read = readQuantity(bearing, { unit: 'deg' });
    const { low, high } = NOTE_LIMITS.bearingDeg;
    if (before.bearingDeg !== undefined) return bad('A second bearing: one tree has one.');
    return read.ok && read.value >= low && read.value <= high
      ? { ok: true, notes: { ...before, bearingDeg: read.value }, chip: `bearing ${printAsRead(read.value)}°` }
      : bad('A bearing lies between 0 and 360 degrees from north.');
  }
  const away = AWAY.exec(word)?.[1];
  if (away !== undefined) {
    const unit = lengthUnit(unitSystem);
    const read = readQuantity(away, { unit, units: ['m', 'ft', 'cm'] });
    const metres = read.ok ? convert(read.value, read.unit, 'm') : NaN;
    const { low, high } = NOTE_LIMITS.awayM;
    if (before.awayM !== undefined) return bad('A second distance from the middle: one tree has one.');
    return read.ok && metres >= low && metres <= high
      ? {
          ok: true,
          notes: { ...before, awayM: metres },
          chip: `${printAsRead(read.value)} ${read.unit} from the middle`,
        }
      : bad(`A tree stands up to ${lengthWords(high, unitSystem, 0)} from the middle of its plot.`);
  }
  const guess = GUESS.exec(word)?.[1];
  if (guess !== undefined) {
    const unit = volumeUnit(unitSystem);
    const read = readQuantity(guess, { unit, units: ['m3', 'ft3'] });
    const predictedVolumeM3 = read.ok ? convert(read.value, read.unit, 'm3') : NaN;
    const { low, high } = NOTE_LIMITS.predictedVolumeM3;
    if (before.predictedVolumeM3 !== undefined) return bad('A second guess: one tree has one.');
    return read.ok && predictedVolumeM3 >= low && predictedVolumeM3 <= high
      ? {
          ok: true,
          notes: { ...before, predictedVolumeM3 },
          chip: `guessed ${printAsRead(read.value)} ${read.unit === 'ft3' ? VOLUME_WORDS.ft3 : VOLUME_WORDS.m3}`,
        }
      : bad(`A guess lies between ${String(low)} and ${String(high)} m³.`);
  }
  return null;
}

/** Notes as words of the line; `readNote` reads the same from them. */
export function printNotes(
  { conditions = [], fork, multiplicity, bearingDeg, awayM, predictedVolumeM3 }: TreeNotes,
  system: UnitSystem,
): string[] {
  const unit = lengthUnit(system);
  return [
    ...(fork === undefined ? [] : [`f${String(fork)}`]),
    ...conditions,
    ...(multiplicity === undefined ? [] : [`x${String(multiplicity)}`]),
    ...(bearingDeg === undefined ? [] : [`az${printAsRead(bearingDeg)}`]),
    ...(awayM === undefined ? [] : [`r${textIn(awayM, 'm', unit)}`]),
    ...(predictedVolumeM3 === undefined ? [] : [`kpi${textIn(predictedVolumeM3, 'm3', volumeUnit(system))}`]),
  ];
}

/** In feet only where that says the same metres again; otherwise in metres, with the unit. */
function textIn(value: number, canonical: 'm' | 'm3', unit: UnitId): string {
  if (unit === canonical) return String(value);
  const other = Number(convert(value, canonical, unit).toFixed(6));
  return convert(other, unit, canonical) === value ? String(other) : `${String(value)}${canonical}`;
}
