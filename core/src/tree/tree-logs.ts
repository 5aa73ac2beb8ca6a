import { logsInLength, LOG_FT, standingBoardFeet } from '../log-rules/index.ts';
import type { LogSettings, VolumeModel } from '../protocol/index.ts';
import { type Estimate, estimateOf, propagate } from '../uncertainty/index.ts';
import { convert } from '../units/index.ts';
import type { HeightResults } from './evaluate-heights.ts';
import { merchantableVolume, type MerchantableVolume } from './merchantable-volume.ts';
import type { TreeRecord } from './tree-record.ts';

/** Where a number of logs comes from. */
export type LogsFrom = 'counted' | 'stick' | 'stated-length' | 'measured-height';

/** Logs of a standing tree, and what they hold. */
export interface TreeLogs {
  readonly from: LogsFrom;
  /** In steps of a half. */
  readonly logs: number;
  /** From the stump to the merchantable top, m. */
  readonly lengthM: number;
  /** Null without a dbh, and for fewer than half a log. */
  readonly boardFeet: {
    readonly value: number;
    readonly standardError: number;
    /** What lies outside the published formula. */
    readonly beyond: readonly ('dbhIn' | 'logs' | 'formClass')[];
  } | null;
  /** Cubic volume of the same length; null without a dbh and a total height. */
  readonly merchantable: MerchantableVolume | null;
}

/** Standard errors of a tree's board feet beside that of its dbh: a log count that is rounded to halves, points of form
 * class, and a share for the table itself. */
const ERRORS = { logs: 0.21, formClass: 2, tableShare: 0.1 } as const;

/** Standard error of a stated or measured merchantable length, m. */
const LENGTH_ERROR_M = 0.5;

/** Digits that tell a half log from the noise of a conversion. */
const EDGE = 1e-6;

interface Length {
  readonly from: LogsFrom;
  readonly logs: number;
  readonly lengthM: number;
}

function lengthOf(tree: TreeRecord, heights: HeightResults, settings: LogSettings, stumpM: number): Length | null {
  const { logLengthM, trimM } = settings;
  // A half log has a trim of its own.
  if (tree.logs !== undefined)
    return { from: 'counted', logs: tree.logs, lengthM: tree.logs * logLengthM + Math.ceil(tree.logs) * trimM };
  const inLength = (lengthM: number, from: LogsFrom): Length => ({
    from,
    logs: logsInLength(lengthM, settings),
    lengthM,
  });
  if (tree.merchantableM !== undefined) return inLength(tree.merchantableM, 'stated-length');
  const measured = heights.heights.find(({ of, outcome }) => of === 'merchantable' && outcome?.ok === true);
  const heightM = measured?.outcome?.ok === true ? measured.outcome.estimate.value : undefined;
  if (measured === undefined || heightM === undefined) return null;
  // A log stick counts from the stump, and each of its logs is one without trim.
  if (measured.methodId === 'height.log-stick')
    return { from: 'stick', logs: Math.floor((2 * heightM) / logLengthM + EDGE) / 2, lengthM: heightM };
  return inLength(Math.max(0, heightM - stumpM), 'measured-height');
}

function measuredStumpM({ heights }: HeightResults): number | undefined {
  const outcome = heights.find(({ of }) => of === 'stump')?.outcome;
  return outcome === undefined || outcome === null ? undefined : estimateOf(outcome)?.value;
}

/** What the logs of a tree hang on beside its record. */
interface MeasuredTree {
  readonly heights: HeightResults;
  readonly dbh: Estimate | null;
  /** Total height. */
  readonly height: Estimate | null;
  readonly model: VolumeModel | undefined;
  readonly breastHeightM: number;
}

/**
 * Logs of a standing tree: as counted, from a merchantable length or height, or by a log stick; with their board feet.
 *
 * @param tree its record
 * @param measured its heights, its dbh, and how volume is worked out
 * @param settings how the survey counts logs
 * @param usualStumpM height of the stump where none was measured, m
 * @returns logs in halves, length in m, board feet with their standard error; null where nothing says how many logs there are
 * @example treeLogs({ ...exampleTree, logs: 2.5 }, { ...exampleMeasured, dbh: null }, USUAL_LOGS, 0.3)?.logs // 2.5
 */
export function treeLogs(
  tree: TreeRecord,
  measured: MeasuredTree,
  settings: LogSettings,
  usualStumpM: number,
): TreeLogs | null {
  const stumpM = measuredStumpM(measured.heights) ?? usualStumpM;
  const length = lengthOf(tree, measured.heights, settings, stumpM);
  if (length === null) return null;
  const { dbh, height, model, breastHeightM } = measured;
  const merchantable =
    dbh === null || height === null
      ? null
      : merchantableVolume(
          {
            stumpM,
            topM: stumpM + length.lengthM,
            topErrorM: length.from === 'counted' ? ERRORS.logs * settings.logLengthM : LENGTH_ERROR_M,
          },
          { dbh, height, breastHeightM },
          model,
        );
  if (dbh === null || !(length.logs > 0)) return { ...length, boardFeet: null, merchantable };
  const { rule, formClass, logLengthM } = settings;
  // The tables count logs of 16 ft.
  const perLog = convert(logLengthM, 'm', 'ft') / LOG_FT;
  const boardFeetOf = ([dbhCm = 0, logs = 0, girard = 0, k = 1]: readonly number[]): number =>
    k *
    standingBoardFeet(rule, {
      dbhIn: convert(dbhCm, 'cm', 'in'),
      logs: Math.max(0.01, logs * perLog),
      formClass: girard,
    }).boardFeet;
  const inputs = [
    { value: dbh.value, standardError: dbh.standardError },
    { value: length.logs, standardError: ERRORS.logs },
    { value: formClass, standardError: ERRORS.formClass },
    { value: 1, standardError: ERRORS.tableShare },
  ];
  return {
    ...length,
    merchantable,
    boardFeet: {
      value: boardFeetOf(inputs.map(({ value }) => value)),
      standardError: propagate(boardFeetOf, inputs).standardError,
      beyond: standingBoardFeet(rule, {
        dbhIn: convert(dbh.value, 'cm', 'in'),
        logs: length.logs * perLog,
        formClass,
      }).beyond,
    },
  };
}
