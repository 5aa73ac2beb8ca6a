import { findMethod } from '../methods/index.ts';
import {
  carriedNotes,
  filledNotes,
  type HeightMeasurement,
  type Measurement,
  methodOfMeasurement,
  type Stem,
  textOfTries,
  type TreeRecord,
} from '../tree/index.ts';
import {
  emptyForm,
  emptyStem,
  type HeightForm,
  type MeasurementForm,
  type StemForm,
  type TreeForm,
} from './tree-form.ts';
import type { Measure } from '../measurement/index.ts';

function measurementForm(measurement: Measurement, measure: Measure): MeasurementForm {
  const specs = methodOfMeasurement(measurement, measure).description.readings;
  const entries = Object.entries(measurement.readings).flatMap(([key, tries]) => {
    const latest = tries.at(-1);
    if (latest === undefined) return [];
    const { unit, standardError } = latest;
    const spec = specs.find((each) => each.key === key);
    const text = textOfTries(spec, tries);
    return [[key, { text, unit, ...(standardError === undefined ? {} : { standardError }) }] as const];
  });
  const isKnown = findMethod(measurement.method) !== null;
  return {
    methodId: isKnown ? measurement.method : methodOfMeasurement(undefined, measure).description.id,
    entries: Object.fromEntries(entries),
  };
}

const stemForm = ({ ordinal, measurement, measuringHeight }: Stem): StemForm => ({
  ordinal,
  diameter: measurementForm(measurement, 'diameter'),
  point: measuringHeight === undefined ? emptyStem(ordinal).point : measurementForm(measuringHeight, 'point'),
});

const heightForm = ({ measurement, distance, ...note }: HeightMeasurement): HeightForm => ({
  ...note,
  height: measurementForm(measurement, 'height'),
  ...(distance === undefined ? {} : { distance: measurementForm(distance, 'distance') }),
});

/**
 * The form that a tree on the record is shown and corrected with: numbers as text, in the units that they were read in.
 *
 * @param tree as the record has it
 * @returns the text of its readings; `parseTreeForm` reads the same numbers from it
 * @example printTreeForm(exampleTree).diameter.entries.diameter.text // 34.5
 */
export function printTreeForm(tree: TreeRecord): TreeForm {
  const [first, ...moreStems] = tree.stems.map(stemForm);
  const height = tree.heights.find(({ heightNo }) => heightNo === 1);
  const mark = tree.stems.find(({ ordinal }) => ordinal === 1)?.mark;
  const { found, reason, countedHeight, broken, position, conditionCodes, multiplicity } = tree;
  const hasTaping = mark !== undefined || found !== undefined || reason !== undefined;
  const notes = filledNotes({
    conditions: conditionCodes,
    multiplicity: multiplicity === 1 ? undefined : multiplicity,
    bearingDeg: position?.bearingDeg,
    awayM: position?.awayM,
    ...carriedNotes(tree),
  });
  const empty = emptyForm();
  return {
    tag: tree.tag,
    speciesCode: tree.speciesCode,
    ...(hasTaping
      ? {
          taping: {
            ...(found === undefined ? {} : { found }),
            ...(mark === undefined ? {} : { mark }),
            ...(reason === undefined ? {} : { reason }),
          },
        }
      : {}),
    ...(notes === undefined ? {} : { notes }),
    diameter: first?.diameter ?? empty.diameter,
    point: first?.point ?? empty.point,
    height: height === undefined ? empty.height : measurementForm(height.measurement, 'height'),
    ...(height?.distance === undefined ? {} : { distance: measurementForm(height.distance, 'distance') }),
    ...(countedHeight === undefined ? {} : { keptHeight: countedHeight }),
    ...(broken === undefined ? {} : { broken }),
    moreHeights: tree.heights.filter(({ heightNo }) => heightNo > 1).map(heightForm),
    moreStems,
  };
}
