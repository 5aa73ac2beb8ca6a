import { emptyStandWood, type StandCut, standWood } from './stand-volume.ts';
import type { TaperModel } from '../taper/index.ts';

/** Wood of standing trees, a row for each dbh and a column for each height; null where the taper draws no such tree. */
export interface VolumeTable {
  readonly diametersCm: readonly number[];
  readonly heightsM: readonly number[];
  /** From the stump to the smallest top under bark, in m³. */
  readonly volumeM3: readonly (readonly (number | null)[])[];
  /** Of the logs, by the rule of the cut. */
  readonly boardFeet: readonly (readonly (number | null)[])[];
}

/** Trees more slender than this, height over dbh in m, do not stand by themselves: no table is read for them. */
const MOST_SLENDER = 130;
/** Nor are there trees as squat as that among those that a table is made for. */
const LEAST_SLENDER = 20;

/** A table for the pocket by one model of form, for every dbh and height that belong together. */
export function volumeTable(
  model: TaperModel,
  cut: StandCut,
  diametersCm: readonly number[],
  heightsM: readonly number[],
): VolumeTable {
  const cells = diametersCm.flatMap((dbhCm) => heightsM.map((heightM) => ({ dbhCm, heightM })));
  const wood = emptyStandWood(cells.length);
  standWood(
    model,
    {
      dbhCm: Float64Array.from(cells, ({ dbhCm }) => dbhCm),
      heightM: Float64Array.from(cells, ({ heightM }) => heightM),
    },
    cut,
    wood,
  );
  const rows = (column: Float64Array): (number | null)[][] =>
    diametersCm.map((dbhCm, row) =>
      heightsM.map((heightM, i) => {
        const value = column[row * heightsM.length + i] ?? NaN;
        const slender = (100 * heightM) / dbhCm;
        return Number.isNaN(value) || slender > MOST_SLENDER || slender < LEAST_SLENDER ? null : value;
      }),
    );
  return { diametersCm, heightsM, volumeM3: rows(wood.volumeM3), boardFeet: rows(wood.boardFeet) };
}
