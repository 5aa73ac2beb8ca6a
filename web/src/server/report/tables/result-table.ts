import { convert, type StandUnits } from '@arbolito/core/units';
import type { Estimated } from '@arbolito/core/statistics';
import type { StandSummary } from '../../../contracts/views.ts';
import { type Cell, errorCell, figure, number, type ReportTable, text, words } from '../table.ts';
import { errorOf, interval, intervalHead, missingError, ofMean } from './cells.ts';
import { knownAreaHa } from './known-area.ts';
import { t } from '../../../messages/text.ts';

interface Line {
  readonly name: string;
  readonly of: Estimated | null;
  readonly per: (value: number) => number;
  readonly inAll: (value: number) => number;
  readonly decimals: number;
  /** Error of sampling, measurement, curve and model together, per hectare; left out where there is none but sampling. */
  readonly allErrors?: number | null;
}

function linesOf({ sums, boardFeet, survey }: StandSummary, units: StandUnits): readonly Line[] {
  const isMetric = units.basalArea === 'm²';
  const same = (value: number): number => value;
  const value = boardFeet?.all.valuePerHa ?? null;
  return [
    { name: t('report.live-stems', 'live stems'), of: sums.stemsPerHa, per: units.stems, inAll: same, decimals: 0 },
    {
      name: t('report.live-basal-area', 'basal area, {unit}', { unit: units.basalArea }),
      of: sums.basalAreaM2PerHa,
      per: units.basalAreaPer,
      inAll: (m2) => (isMetric ? m2 : convert(m2, 'm2', 'ft2')),
      decimals: 1,
    },
    {
      name: t('report.live-volume', 'volume, {unit}', { unit: units.volume }),
      of: sums.volumeM3PerHa,
      per: units.volumePer,
      inAll: (m3) => (isMetric ? m3 : convert(m3, 'm3', 'ft3')),
      decimals: isMetric ? 1 : 0,
      allErrors: sums.volumeErrors?.all ?? null,
    },
    ...(value === null
      ? []
      : [
          {
            name: t('report.value-of-logs', 'value of logs, {currency}', {
              currency: survey.wood.prices?.currency ?? '',
            }),
            of: value,
            per: units.stems,
            inAll: same,
            decimals: 2,
          },
        ]),
  ];
}

/** The bar of an interval is drawn once in a row. */
const withoutBar = ({ halfWidthShare: _share, ...cell }: Cell): Cell => cell;

/** What a survey found, in one table: per area and in total, with the error of sampling and that of everything. */
export function resultTable(summary: StandSummary, units: StandUnits): ReportTable | null {
  const { sums, options } = summary;
  if (sums.plots === 0) return null;
  const areaHa = knownAreaHa(summary);
  const none = missingError(summary);
  const problem = sums.phaseSummary?.problem ?? null;
  const problems = problem === null ? [] : [problem];
  const total = (line: Line): readonly Cell[] => {
    if (areaHa === null) return [];
    const inAll = (perHa: number): number => line.inAll(perHa * areaHa);
    return [
      ofMean(line.of, inAll, line.decimals),
      errorOf(line.of, inAll, none),
      withoutBar(interval(line.of, inAll, line.decimals)),
    ];
  };
  const rows = linesOf(summary, units).flatMap((line): (readonly Cell[])[] => {
    const first = [
      words(line.name),
      ofMean(line.of, line.per, line.decimals),
      errorOf(line.of, line.per, none),
      interval(line.of, line.per, line.decimals),
      ...total(line),
    ];
    if (line.allErrors === undefined || line.allErrors === null) return [first];
    const { allErrors } = line;
    const dash = figure(null, 0);
    return [
      first,
      [
        words(t('report.with-model-error', '{name}, with model and measurement error', { name: line.name })),
        ofMean(line.of, line.per, line.decimals),
        errorCell(line.per(allErrors)),
        dash,
        ...(areaHa === null
          ? []
          : [
              ofMean(line.of, (perHa) => line.inAll(perHa * areaHa), line.decimals),
              errorCell(line.inAll(allErrors * areaHa)),
              dash,
            ]),
      ],
    ];
  });
  return {
    id: 'result',
    title: t('report.result-in-one-table', 'Result'),
    columns: [
      text(t('report.column.figure', 'figure')),
      number(
        units.per === ''
          ? t('report.result-total', 'total')
          : t('report.result-per-area', 'per {area}', { area: units.per.slice(1) }),
      ),
      number('±'),
      number(intervalHead(options)),
      ...(areaHa === null
        ? []
        : [number(t('report.result-total', 'total')), number('±'), number(intervalHead(options))]),
    ],
    rows,
    notes: [
      ...problems,
      t(
        'report.result-note',
        '± and the interval are those of sampling. The second line adds the errors of measurement, of heights from the curve and of the volume model.',
      ),
    ],
  };
}
