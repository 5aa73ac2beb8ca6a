import { type LatLon, mapAbout } from '@arbolito/core/layout';
import { standUnits, type UnitSystem } from '@arbolito/core/units';
import type { StandChart } from '../../charts/stand.ts';
import type { StandSummary } from '../../contracts/views.ts';
import { shareOfMeanPct } from './tables/cells.ts';
import { classesOf } from './tables/diameter-classes.ts';
import { distributionTable } from './tables/distribution-table.ts';
import { progressTable } from './tables/progress-table.ts';
import { speciesTable } from './tables/species-table.ts';
import { t } from '../../messages/text.ts';

/** A chart with the table that its figures stand in. */
export interface ReportChart {
  /** Identifier of the table. */
  readonly table: string;
  readonly label: string;
  readonly chart: StandChart;
}

/** The plots that have a position, and the outlines of the strata, on one small map. */
function mapOf({ plots, survey, sums }: StandSummary, system: UnitSystem): ReportChart | null {
  const units = standUnits(system, sums.weighing === 'list');
  const outlines = survey.strata.flatMap(({ outline }) => (outline ?? []).flatMap(([outer]) => (outer ? [outer] : [])));
  const placed = plots.flatMap((plot) =>
    plot.latitude === null || plot.longitude === null
      ? []
      : [{ plot, at: { latitude: plot.latitude, longitude: plot.longitude } }],
  );
  if (placed.length === 0) return null;
  const points: readonly LatLon[] = [...placed.map(({ at }) => at), ...outlines.flat()];
  const map = mapAbout({
    latitude: Math.min(...points.map(({ latitude }) => latitude)),
    longitude: Math.min(...points.map(({ longitude }) => longitude)),
  });
  return {
    table: 'plots',
    label: t('report.map-of-the-plots-basal', 'Map of the plots: basal area, {basalArea}{per}', {
      basalArea: units.basalArea,
      per: units.per,
    }),
    chart: {
      kind: 'map',
      of: {
        plots: placed.map(({ plot, at }) => ({
          label: plot.label,
          ...map.toMap(at),
          value: plot.sums === null ? null : units.basalAreaPer(plot.sums.basalAreaM2PerHa),
        })),
        outlines: outlines.map((outer) =>
          [...outer, ...outer.slice(0, 1)].map((corner) => {
            const { eastM, northM } = map.toMap(corner);
            return [eastM, northM] as const;
          }),
        ),
        valueLabel: t('report.basal-area', 'basal area, {basalArea}{per}', {
          basalArea: units.basalArea,
          per: units.per,
        }),
        system,
      },
    },
  };
}

/** The charts of a survey, each beside its table. */
export function chartsOf(summary: StandSummary, system: UnitSystem): readonly ReportChart[] {
  const units = standUnits(system, summary.sums.weighing === 'list');
  const { classes, every, present, unit } = classesOf(summary);
  const distribution = distributionTable(summary, units);
  // An axis of diameters has its empty classes too: a gap is seen as one.
  const rowOf = (named: number) => distribution?.rows[classes.indexOf(named)];
  const species = speciesTable(summary, units);
  const progress = progressTable(summary, units);
  const steps = summary.sampling?.basalAreaM2PerHa.steps ?? [];
  const share = species.columns.length - 1;
  const level = String(summary.options.confidencePct);
  const map = mapOf(summary, system);
  const charts: (ReportChart | null)[] = [
    distribution === null
      ? null
      : {
          table: 'distribution',
          label: t('report.stems-by-dbh-class-and', 'stems{per} by dbh class and species', {
            per: units.per,
          }),
          chart: {
            kind: 'distribution',
            of: {
              classes: every.map(String),
              series: present.map(({ name }, i) => ({
                name,
                stems: every.map((named) => rowOf(named)?.[i + 1]?.value ?? 0),
              })),
              fitted: every.map((named) => rowOf(named)?.at(-1)?.value ?? null),
              classLabel: t('report.dbh-class', 'dbh class, {unit}', { unit }),
              stemsLabel: t('report.stems', 'stems{per}', { per: units.per }),
            },
          },
        },
    species.rows.length < 2
      ? null
      : {
          table: 'species',
          label: t('report.share-of-the-species-in', 'Share of the species in the basal area'),
          chart: {
            kind: 'shares',
            of: {
              species: species.rows.map((row) => ({ name: row[0]?.text ?? '', sharePct: row[share]?.value ?? 0 })),
            },
          },
        },
    progress === null
      ? null
      : {
          table: 'progress',
          label: t(
            'report.mean-basal-area-and-interval',
            'Mean basal area and its {level} % interval by number of plots',
            {
              level,
            },
          ),
          chart: {
            kind: 'progress',
            of: {
              steps: steps.map((step) => ({
                plots: step.plots,
                mean: units.basalAreaPer(step.mean),
                errorPct: shareOfMeanPct(step),
              })),
              intervalLabel: t('report.level-interval-of-the-mean', '{level} % interval, ± % of the mean', { level }),
              meanLabel: t('report.basal-area', 'basal area, {basalArea}{per}', {
                basalArea: units.basalArea,
                per: units.per,
              }),
            },
          },
        },
    map,
  ];
  return charts.flatMap((chart) => chart ?? []);
}
