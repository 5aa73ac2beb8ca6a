import { printCallout, printTreeForm, printOther, printUpper } from '@arbolito/core/callout';
import { treeOfView } from '../../contracts/tree-write.ts';
import { findMethod } from '@arbolito/core/methods';
import { convert, printRounded, printStandardError, STAND_UNITS, type UnitId, unitOf } from '@arbolito/core/units';
import { isBroken } from '@arbolito/core/tree';
import type { PlotView, ReadingView, StemView, SurveyView, TreeView } from '../../contracts/views.ts';
import { settingsOf } from '../../computation/evaluate-row.ts';
import { harmless } from './csv.ts';
import { englishOf } from '@arbolito/core/message';

/** The tables of everything that is recorded: a row for each tree, each stem, each reading in use. */
export const RECORD_TABLES = ['trees', 'stems', 'readings'] as const;
export type RecordTableName = (typeof RECORD_TABLES)[number];

export type RecordRow = readonly (string | null)[];

/** A table of the record: its heads with their units, and the rows of one tree. */
export interface RecordTable {
  readonly columns: readonly string[];
  readonly rowsOf: (view: TreeView) => readonly RecordRow[];
}

const text = (value: number | undefined | null): string | null =>
  value === undefined || value === null ? null : String(value);

/** A value in another unit, without the noise of the conversion. */
const inUnit = (value: number, from: UnitId, to: UnitId, decimals: number): string =>
  String(Number(convert(value, from, to).toFixed(decimals)));

/** Readings of one stem for one measure. */
const readingsOf = ({ readings }: TreeView, measure: ReadingView['measure'], ordinal: number): readonly ReadingView[] =>
  readings.filter((each) => each.measure === measure && (each.stem ?? 1) === ordinal);

const isOfHeight = ({ measure }: ReadingView): boolean => measure === 'height' || measure === 'distance';

/** What a height of a tree ends at, by its number. */
const endOf = ({ heights }: TreeView, heightNo: number): string =>
  heights?.others?.find((each) => each.heightNo === heightNo)?.of ?? 'total';

/** The girth that was read on a stem, in the unit of the survey; null where the diameter was measured otherwise. */
function girthOf(view: TreeView, { ordinal }: StemView, unit: 'cm' | 'in'): string | null {
  const girth = readingsOf(view, 'diameter', ordinal).find(
    ({ methodId, key }) => methodId === 'diameter.girth' && key === 'girth',
  );
  return girth === undefined ? null : inUnit(girth.value, girth.unit, unit, 3);
}

const methodName = (id: string | undefined): string =>
  id === undefined ? '' : englishOf(findMethod(id)?.description.name ?? id);

/** Where a tree stands: the first columns of every table. */
const PLACE_COLUMNS = ['plot', 'stratum', 'tag'] as const;

function placeOf(view: TreeView, survey: SurveyView, plots: ReadonlyMap<string, PlotView>): RecordRow {
  const plot = plots.get(view.plotId);
  const stratum = survey.strata.find(({ id }) => id === plot?.stratumId)?.name ?? '';
  return [harmless(plot?.label ?? ''), harmless(stratum), harmless(view.tag)];
}

/** The dbh of a tree; of stems that are kept apart that of one stem with the basal area of all. */
function dbhOf({ dbh, diametersCm }: TreeView, diameterOf: (cm: number) => number) {
  if (dbh !== null) return { dbh: dbh.printed, error: dbh.printedStandardError, of: 'tree' };
  return diametersCm.length === 0
    ? { dbh: null, error: null, of: '' }
    : {
        dbh: printRounded(diameterOf(Math.hypot(...diametersCm)), 1),
        error: null,
        of: 'all stems, root of the sum of squares',
      };
}

function treesTable(survey: SurveyView, plots: ReadonlyMap<string, PlotView>): RecordTable {
  const units = STAND_UNITS[survey.unitSystem];
  const isMetric = survey.unitSystem === 'metric';
  const volumeUnit = isMetric ? 'm3' : 'ft3';
  const volume = unitOf(volumeUnit).symbol;
  const away = isMetric ? 'm' : 'ft';
  const settings = settingsOf(survey);
  return {
    columns: [
      ...PLACE_COLUMNS,
      'species',
      'species name',
      `dbh (${units.diameter})`,
      `dbh ± (${units.diameter})`,
      `height (${units.height})`,
      `height ± (${units.height})`,
      `volume (${volume})`,
      `volume ± (${volume})`,
      'conditions',
      'fork',
      'counts',
      'bearing (deg)',
      `from the middle (${away})`,
      `guess (${volume})`,
      'observer',
      'observed at',
      'called',
      'tree id',
      'live or dead',
      'stems',
      'dbh is of',
      'mark',
      'taped elsewhere because',
      'top broken',
      'height that counts',
      'observer position',
      'logs',
      `merchantable length (${away})`,
      'board feet',
      'board feet ±',
      `merchantable volume (${volume})`,
      `merchantable volume ± (${volume})`,
      'other diameters',
      'upper diameters',
      `stem by Newton (${volume})`,
      `stem by Newton ± (${volume})`,
    ],
    rowsOf: (view) => {
      const {
        awayM,
        observerPosition,
        predictedVolumeM3,
        merchantableM,
        otherDiameters = [],
        upperDiameters = [],
      } = view.notes ?? {};
      const boardFeet = view.logs?.boardFeet ?? null;
      const merchantable = view.logs?.merchantable ?? null;
      const newton = view.stemVolumes?.volumes.find(({ way }) => way === 'newton');
      const inVolumeUnit = (m3: number): number => convert(m3, 'm3', volumeUnit);
      const { dbh, error, of } = dbhOf(view, units.diameterOf);
      return [
        [
          ...placeOf(view, survey, plots),
          view.speciesCode,
          harmless(survey.species.find(({ code }) => code === view.speciesCode)?.name ?? ''),
          dbh,
          error,
          view.height?.printed ?? null,
          view.height?.printedStandardError ?? null,
          view.volume?.printed ?? null,
          view.volume?.printedStandardError ?? null,
          (view.notes?.conditions ?? []).join(' '),
          text(view.notes?.fork),
          text(view.notes?.multiplicity),
          text(view.notes?.bearingDeg),
          awayM === undefined ? null : inUnit(awayM, 'm', away, 3),
          predictedVolumeM3 === undefined ? null : inUnit(predictedVolumeM3, 'm3', volumeUnit, 6),
          harmless(view.observer),
          view.observedAt,
          harmless(printCallout(printTreeForm(treeOfView(view)), settings)),
          view.id,
          view.dead ? 'dead' : 'live',
          String(Math.max(1, view.stems.length)),
          of,
          harmless(view.taping?.mark ?? ''),
          harmless(view.taping?.reason ?? ''),
          isBroken({ ...view.heights, conditionCodes: view.notes?.conditions }) ? 'yes' : 'no',
          String(view.heights?.kept ?? 1),
          observerPosition ?? null,
          view.logs === null ? null : String(view.logs.logs),
          merchantableM === undefined ? null : inUnit(merchantableM, 'm', away, 3),
          boardFeet === null ? null : printRounded(boardFeet.value, 0),
          boardFeet === null ? null : printStandardError(boardFeet.standardError),
          merchantable === null ? null : printRounded(inVolumeUnit(merchantable.volumeM3), isMetric ? 3 : 1),
          merchantable === null ? null : printStandardError(inVolumeUnit(merchantable.standardErrorM3)),
          otherDiameters.map((other) => printOther(other, survey.unitSystem)).join(' '),
          upperDiameters.map((upper) => printUpper(upper, survey.unitSystem)).join(' '),
          newton === undefined ? null : printRounded(inVolumeUnit(newton.volumeM3), isMetric ? 3 : 1),
          newton === undefined ? null : printStandardError(inVolumeUnit(newton.standardErrorM3)),
        ],
      ];
    },
  };
}

function stemsTable(survey: SurveyView, plots: ReadonlyMap<string, PlotView>): RecordTable {
  const { diameter, height } = STAND_UNITS[survey.unitSystem];
  const girthUnit = survey.unitSystem === 'metric' ? 'cm' : 'in';
  return {
    columns: [
      ...PLACE_COLUMNS,
      'stem',
      `dbh (${diameter})`,
      `dbh ± (${diameter})`,
      `girth (${diameter})`,
      `measuring height (${height})`,
      `measuring height ± (${height})`,
      'diameter method',
      'diameter method id',
      'instrument',
      'measuring height method id',
      'tree id',
      'stem id',
      'bark ratio',
    ],
    rowsOf: (view) =>
      view.stems.map((stem) => {
        const [read] = readingsOf(view, 'diameter', stem.ordinal);
        const [point] = readingsOf(view, 'point', stem.ordinal);
        return [
          ...placeOf(view, survey, plots),
          String(stem.ordinal),
          stem.dbh?.printed ?? null,
          stem.dbh?.printedStandardError ?? null,
          girthOf(view, stem, girthUnit),
          stem.point?.printed ?? null,
          stem.point?.printedStandardError ?? null,
          harmless(methodName(read?.methodId)),
          read?.methodId ?? null,
          harmless(read?.instrument ?? ''),
          point?.methodId ?? null,
          view.id,
          stem.id,
          stem.barkRatio === null ? null : printRounded(stem.barkRatio, 4),
        ];
      }),
  };
}

function readingsTable(survey: SurveyView, plots: ReadonlyMap<string, PlotView>): RecordTable {
  return {
    columns: [
      ...PLACE_COLUMNS,
      'stem',
      'height number',
      'height of',
      'measure',
      'method',
      'method id',
      'method version',
      'reading',
      'value',
      'unit',
      'as read',
      'standard error',
      'try',
      'instrument',
      'observer',
      'device',
      'taken at',
      'tree id',
      'reading id',
      'excluded',
    ],
    rowsOf: (view) =>
      view.readings.map((reading) => [
        ...placeOf(view, survey, plots),
        reading.measure === 'diameter' || reading.measure === 'point' ? String(reading.stem ?? 1) : null,
        isOfHeight(reading) ? String(reading.heightNo ?? 1) : null,
        isOfHeight(reading) ? endOf(view, reading.heightNo ?? 1) : null,
        reading.measure,
        harmless(methodName(reading.methodId)),
        reading.methodId,
        String(reading.methodVersion),
        reading.key,
        String(reading.value),
        reading.unit,
        harmless(reading.asRead),
        text(reading.standardError),
        String(reading.try),
        harmless(reading.instrument),
        harmless(reading.observer),
        harmless(reading.device),
        reading.takenAt,
        view.id,
        reading.id,
        reading.excluded === true ? 'yes' : 'no',
      ]),
  };
}

/** A table of a survey's record. Its columns are documented in docs/api.md: later ones come behind them. */
export const recordTable = (
  name: RecordTableName,
  survey: SurveyView,
  plots: ReadonlyMap<string, PlotView>,
): RecordTable => ({ trees: treesTable, stems: stemsTable, readings: readingsTable })[name](survey, plots);
