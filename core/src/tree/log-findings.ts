import { plausibleHeight, printDbh } from '../height/index.ts';
import { convert, printRounded, type UnitSystem } from '../units/index.ts';
import { message, type Text } from '../message/index.ts';
import type { PlacedFinding } from './evaluate-tree.ts';
import type { TreeLogs } from './tree-logs.ts';
import type { MeasuredUpper } from './upper-diameters.ts';

const check = (code: string, title: Text, words: Text): PlacedFinding => ({
  code,
  severity: 'check',
  reading: null,
  title,
  message: words,
  suggestedFixes: [],
  measure: 'height',
  stem: 1,
});

const lengthWords = (metres: number, system: UnitSystem): string =>
  system === 'metric' ? `${printRounded(metres, 1)} m` : `${printRounded(convert(metres, 'm', 'ft'), 0)} ft`;

interface KnownTree {
  readonly dbhCm: number | null;
  readonly heightM: number | null;
  readonly unitSystem: UnitSystem;
}

/** Whether a number of logs is possible on a tree of this dbh and height. */
export function logFindings(logs: TreeLogs | null, { dbhCm, heightM, unitSystem }: KnownTree): PlacedFinding[] {
  if (logs === null) return [];
  const title = message('tree.too-many-logs', 'Too many logs for this tree');
  const values = { logs: printRounded(logs.logs, 1), length: lengthWords(logs.lengthM, unitSystem) };
  if (heightM !== null)
    return logs.lengthM < heightM
      ? []
      : [
          check(
            'logs.above-height',
            title,
            message('tree.logs-above-height', '{logs} logs are {length} long; the tree is {height} tall.', {
              ...values,
              height: lengthWords(heightM, unitSystem),
            }),
          ),
        ];
  if (dbhCm === null || logs.lengthM <= plausibleHeight(dbhCm).highM) return [];
  return [
    check(
      'logs.dbh',
      title,
      message('tree.logs-dbh', '{logs} logs are {length} long. Trees of {dbh} are rarely so tall.', {
        ...values,
        dbh: printDbh(dbhCm, unitSystem),
      }),
    ),
  ];
}

/** Whether upper diameters fit the stem that they were measured on. */
export function upperFindings(
  uppers: readonly MeasuredUpper[],
  { dbhCm, heightM, breastHeightM, unitSystem }: KnownTree & { readonly breastHeightM: number },
): PlacedFinding[] {
  const stem = [
    ...(dbhCm === null ? [] : [{ heightM: breastHeightM, diameterCm: dbhCm, diameterErrorCm: 0 }]),
    ...uppers,
  ].sort((a, b) => a.heightM - b.heightM);
  return stem.flatMap((upper, i): PlacedFinding[] => {
    const below = stem[i - 1];
    if (heightM !== null && upper.heightM >= heightM)
      return [
        check(
          'upper.above-tip',
          message('tree.upper-above-tip', 'Diameter above the top of the tree'),
          message('tree.upper-above-tip.words', 'A diameter was measured at {at}; the tree is {height} tall.', {
            at: lengthWords(upper.heightM, unitSystem),
            height: lengthWords(heightM, unitSystem),
          }),
        ),
      ];
    // Two diameters of the same stem may differ by their errors.
    if (
      below === undefined ||
      upper.diameterCm <= below.diameterCm + 2 * Math.hypot(upper.diameterErrorCm, below.diameterErrorCm)
    )
      return [];
    return [
      check(
        'upper.thicker',
        message('tree.upper-thicker', 'Stem thicker than below'),
        message('tree.upper-thicker.words', 'At {at} the diameter is {diameter}, but {below} at {lower}.', {
          at: lengthWords(upper.heightM, unitSystem),
          diameter: printDbh(upper.diameterCm, unitSystem),
          below: printDbh(below.diameterCm, unitSystem),
          lower: lengthWords(below.heightM, unitSystem),
        }),
      ),
    ];
  });
}
