import { convert, printDiameters, printRounded } from '@arbolito/core/units';
import { plotAreaM2, plotRadiusM } from '@arbolito/core/plot';
import type { PlotShape } from '@arbolito/core/protocol';
import { scaleBarLength } from '../../../ui/drawing/scale-bar.ts';
import type { RowFigures, TallySettings } from '../store.ts';
import { t } from '../../../messages/text.ts';

interface PlotPlanProps {
  readonly figures: readonly RowFigures[];
  readonly shape: PlotShape;
  readonly settings: TallySettings;
  readonly selected: string | null;
  readonly onSelect: (id: string) => void;
}

interface Standing {
  readonly id: string;
  readonly tag: string;
  readonly dbhCm: number;
  readonly eastM: number;
  readonly northM: number;
}

const NEIGHBOURS = 3;
const VIEW = 100;

function standingOf(figures: readonly RowFigures[]): Standing[] {
  return figures.flatMap(({ row, reckoned }) => {
    const { bearingDeg, awayM } = row.tree.position ?? {};
    if (bearingDeg === undefined || awayM === undefined) return [];
    const turn = (bearingDeg * Math.PI) / 180;
    return [
      {
        id: row.id,
        tag: row.tree.tag,
        dbhCm: reckoned.dbh?.value ?? 20,
        eastM: awayM * Math.sin(turn),
        northM: awayM * Math.cos(turn),
      },
    ];
  });
}

/** Trees of a plot where they stand, seen from above, north at the top. A tap brings one to the line. */
export function PlotPlan({ figures, shape, settings, selected, onSelect }: PlotPlanProps) {
  const trees = standingOf(figures);
  if (trees.length === 0) return null;
  const areaM2 = plotAreaM2(shape);
  const radiusM = shape.kind === 'circle' || shape.kind === 'nested' ? plotRadiusM(areaM2 ?? 1) : null;
  const reach = Math.max(radiusM ?? 0, ...trees.map(({ eastM, northM }) => Math.hypot(eastM, northM)), 1) * 1.12;
  const scale = VIEW / reach;
  // About a third of the width, in whole units.
  const metresPerUnit = settings.unitSystem === 'metric' ? 1 : convert(1, 'ft', 'm');
  const bar = scaleBarLength((0.7 * reach) / metresPerUnit);
  const chosen = trees.find(({ id }) => id === selected);
  const near =
    chosen === undefined
      ? []
      : trees
          .filter(({ id }) => id !== chosen.id)
          .map((tree) => ({ ...tree, away: Math.hypot(tree.eastM - chosen.eastM, tree.northM - chosen.northM) }))
          .sort((a, b) => a.away - b.away)
          .slice(0, NEIGHBOURS);
  const length = (metres: number): string =>
    settings.unitSystem === 'metric'
      ? `${printRounded(metres, 1)} m`
      : `${printRounded(convert(metres, 'm', 'ft'), 1)} ft`;
  return (
    <figure className="grid gap-1">
      <svg
        viewBox={`${-VIEW - 6} ${-VIEW - 14} ${2 * VIEW + 12} ${2 * VIEW + 32}`}
        className="w-full"
        role="group"
        aria-label={t('tally.map-of-the-plot', 'Map of the plot')}
      >
        {radiusM !== null && (
          <circle r={radiusM * scale} className="fill-none stroke-bark" strokeWidth={1} strokeDasharray="4 3" />
        )}
        <path d="M-3 0H3M0 -3V3" className="stroke-ink" strokeWidth={1} />
        <path
          d={`M ${-VIEW} ${VIEW + 6} v 5 h ${bar * metresPerUnit * scale} v -5`}
          className="fill-none stroke-ink"
          strokeWidth={1.2}
        />
        <text x={-VIEW + bar * metresPerUnit * scale + 4} y={VIEW + 12} fontSize={11} className="fill-ink">
          {bar} {settings.unitSystem === 'metric' ? 'm' : 'ft'}
        </text>
        <text y={-VIEW - 3} textAnchor="middle" fontSize={11} className="fill-ink font-bold">
          N
        </text>
        {chosen !== undefined &&
          near.map(({ id, eastM, northM }) => (
            <line
              key={id}
              x1={chosen.eastM * scale}
              y1={-chosen.northM * scale}
              x2={eastM * scale}
              y2={-northM * scale}
              className="stroke-quiet"
              strokeWidth={0.8}
            />
          ))}
        {trees.map(({ id, tag, dbhCm, eastM, northM }) => (
          <g
            key={id}
            role="button"
            tabIndex={0}
            aria-label={t('tally.tree-edit-on-the-line', 'Tree {tag}: edit on the line', { tag })}
            transform={`translate(${eastM * scale} ${-northM * scale})`}
            className="cursor-pointer"
            onClick={() => {
              onSelect(id);
            }}
            onKeyDown={(event) => {
              if (event.key === 'Enter' || event.key === ' ') onSelect(id);
            }}
          >
            <circle r={12} className="fill-transparent" />
            <circle
              r={Math.max(3, Math.min(10, dbhCm / 8))}
              className={id === selected ? 'fill-paint stroke-ink' : 'fill-lichen stroke-ink'}
              strokeWidth={0.8}
            />
            <text y={-6 - Math.min(6, dbhCm / 10)} textAnchor="middle" fontSize={11} className="fill-ink font-bold">
              {tag}
            </text>
          </g>
        ))}
      </svg>
      <figcaption className="text-[0.95rem] text-quiet">
        {chosen === undefined
          ? t(
              'tally.of-trees-have-a-position',
              '{trees} of {figures} trees have a position. Enter az and r on the line.',
              { trees: trees.length, figures: figures.length },
            )
          : t('tally.nearest-to-tree', 'Nearest to tree {tag}: {join}', {
              tag: chosen.tag,
              join: near
                .map(({ tag, away, dbhCm }) =>
                  t('tally.at', '{tag} at {away}, {printDiameters}', {
                    tag,
                    away: length(away),
                    printDiameters: printDiameters([dbhCm], settings.unitSystem),
                  }),
                )
                .join(' · '),
            })}
      </figcaption>
    </figure>
  );
}
