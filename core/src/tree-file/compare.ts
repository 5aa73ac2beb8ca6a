import { evaluate, resultUnit } from '../measurement/index.ts';
import { findMethod } from '../methods/index.ts';
import { type FieldRules, recordedDbh } from '../protocol/index.ts';
import type { TreeNotes } from '../tree/index.ts';
import { estimateOf } from '../uncertainty/index.ts';
import { convert, printRounded, roundTo, unitOf, type UnitSystem } from '../units/index.ts';
import type { FileTree, Matching, TreeField } from './tree-file.ts';

/** What is on the record of a tree, as far as a file of trees can hold it. */
export interface TreeOnRecord {
  readonly tag: string;
  readonly speciesCode: string;
  /** As recorded; of stems kept apart that of one stem with the basal area of all. Null where nothing was read. */
  readonly dbhCm: number | null;
  readonly heightM: number | null;
  readonly notes: TreeNotes | null;
}

/** What a file would change of a tree. Texts are figures with their units, or codes; empty where there is nothing. */
export interface FieldChange {
  readonly field: TreeField;
  readonly before: string;
  readonly after: string;
}

/** What figures are compared under. */
export interface CompareContext {
  readonly unitSystem: UnitSystem;
  readonly fieldRules: FieldRules;
}

type Figure = readonly [value: number | null, printed: string];

const NOTHING: Figure = [null, ''];

/** A figure as the export prints it: two of them are the same where they print the same. */
function figure(measure: 'diameter' | 'height', canonical: number | null, system: UnitSystem): Figure {
  if (canonical === null) return NOTHING;
  const { unit, decimals } = resultUnit(measure, system);
  const value = roundTo(convert(canonical, measure === 'height' ? 'm' : 'cm', unit), decimals);
  return [value, `${printRounded(value, decimals)} ${unitOf(unit).symbol}`];
}

/** The figure that a file has for a measure, in cm or m; null where the cell is empty. */
function figureOfFile({ readings }: FileTree, measure: 'diameter' | 'height', context: CompareContext): number | null {
  const own = readings.filter((reading) => reading.measure === measure);
  const [first] = own;
  if (first === undefined) return null;
  const canonical = measure === 'height' ? 'm' : 'cm';
  // Plain columns need no method: there may be a hundred thousand rows.
  const isPlain = first.methodId === 'diameter.tape' || first.methodId === 'height.known';
  const method = isPlain ? null : findMethod(first.methodId);
  const value =
    method === null
      ? convert(first.value, first.unit, canonical)
      : (estimateOf(
          evaluate(method, Object.fromEntries(own.map((reading) => [reading.key, reading])), {
            unitSystem: context.unitSystem,
            twoFaces: context.fieldRules.twoFaces,
          }),
        )?.value ?? null);
  if (measure === 'height' || value === null) return value;
  const recorded = recordedDbh(value, context.fieldRules, context.unitSystem);
  return convert(recorded.value, recorded.unit, 'cm');
}

const codesOf = (notes: TreeNotes | null | undefined): string => [...(notes?.conditions ?? [])].sort().join(' ');

const inUnit = (
  value: number | undefined,
  from: 'm' | 'm3',
  to: 'm' | 'ft' | 'm3' | 'ft3',
  decimals: number,
): string =>
  value === undefined ? '' : `${String(Number(convert(value, from, to).toFixed(decimals)))} ${unitOf(to).symbol}`;

/**
 * What a row of a file would change of a tree on the record. Figures are the same where an export prints them the same;
 * columns that the file does not have are not compared.
 *
 * @param file a row that was read
 * @param recorded the tree that it is of
 * @param matching columns of the file
 * @returns one change for each field that differs
 */
export function changesOf(
  file: FileTree,
  recorded: TreeOnRecord,
  matching: Matching,
  context: CompareContext,
): FieldChange[] {
  const { unitSystem } = context;
  const isMetric = unitSystem === 'metric';
  const changes: FieldChange[] = [];
  const compare = (field: TreeField, before: string, after: string, isSame = before === after): void => {
    if (matching[field] !== undefined && !isSame) changes.push({ field, before, after });
  };
  compare('tag', recorded.tag, file.tag);
  compare('species', recorded.speciesCode, file.speciesCode);
  const diameter = (['dbh', 'girth', 'face1'] as const).find((field) => matching[field] !== undefined);
  for (const [field, measure, before] of [
    [diameter, 'diameter', recorded.dbhCm],
    ['height', 'height', recorded.heightM],
  ] as const) {
    if (field === undefined) continue;
    const [was, wasText] = figure(measure, before, unitSystem);
    const [is, isText] = figure(measure, figureOfFile(file, measure, context), unitSystem);
    compare(field, wasText, isText, was === is);
  }
  const { notes } = recorded;
  compare('conditions', codesOf(notes), codesOf(file.notes));
  const degrees = (value: number | undefined): string => (value === undefined ? '' : `${String(value)}°`);
  compare('bearing', degrees(notes?.bearingDeg), degrees(file.notes?.bearingDeg));
  const away = (of: TreeNotes | null | undefined): string => inUnit(of?.awayM, 'm', isMetric ? 'm' : 'ft', 3);
  compare('away', away(notes), away(file.notes));
  const guess = (of: TreeNotes | null | undefined): string =>
    inUnit(of?.predictedVolumeM3, 'm3', isMetric ? 'm3' : 'ft3', 6);
  compare('guess', guess(notes), guess(file.notes));
  return changes;
}
