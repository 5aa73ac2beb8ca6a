import { emptyMeasurement, type TreeRecord } from '../tree/index.ts';
import type { FieldChange } from './compare.ts';
import type { TreeField } from './tree-file.ts';

const DIAMETERS: ReadonlySet<TreeField> = new Set(['dbh', 'girth', 'face1', 'face2']);

/** Whether changes of a row touch the diameter. */
export const touchesDiameter = (changes: readonly FieldChange[]): boolean =>
  changes.some(({ field }) => DIAMETERS.has(field));

/** Whether changes of a row touch the height. */
export const touchesHeight = (changes: readonly FieldChange[]): boolean =>
  changes.some(({ field }) => field === 'height');

/**
 * A tree on the record with what a row of a file changes of it. A changed diameter or height takes the place of the
 * readings that were there.
 *
 * @param recorded one stem where its diameter changes, one height where that does
 * @param ofFile the tree that the row alone describes
 * @param changes fields that differ
 */
export function withRowOfFile(recorded: TreeRecord, ofFile: TreeRecord, changes: readonly FieldChange[]): TreeRecord {
  const fields = new Set(changes.map(({ field }) => field));
  const [stem] = ofFile.stems;
  const [height] = ofFile.heights;
  const { predictedVolumeM3: _guess, position: _position, ...rest } = recorded;
  const predictedVolumeM3 = fields.has('guess') ? ofFile.predictedVolumeM3 : recorded.predictedVolumeM3;
  const position = {
    bearingDeg: (fields.has('bearing') ? ofFile : recorded).position?.bearingDeg,
    awayM: (fields.has('away') ? ofFile : recorded).position?.awayM,
  };
  return {
    ...rest,
    ...(fields.has('tag') ? { tag: ofFile.tag } : {}),
    ...(fields.has('species') ? { speciesCode: ofFile.speciesCode } : {}),
    ...(fields.has('conditions') ? { conditionCodes: ofFile.conditionCodes } : {}),
    ...(predictedVolumeM3 === undefined ? {} : { predictedVolumeM3 }),
    ...(position.bearingDeg === undefined && position.awayM === undefined ? {} : { position }),
    stems: touchesDiameter(changes)
      ? recorded.stems.map((each) => ({ ...each, measurement: stem?.measurement ?? emptyMeasurement('diameter') }))
      : recorded.stems,
    heights: touchesHeight(changes) && height !== undefined ? [height] : recorded.heights,
  };
}
