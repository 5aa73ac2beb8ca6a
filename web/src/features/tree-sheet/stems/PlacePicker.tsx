import { useEffect, useState } from 'react';
import { type LatLon, treePlace } from '@arbolito/core/layout';
import { convert, printRounded, type UnitSystem } from '@arbolito/core/units';
import { call } from '../../../client/api.ts';
import type { TallyView } from '../../../contracts/views.ts';
import { mapFrame } from '../../../shared/map-frame.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { useAction } from '../../../ui/feedback/use-action.ts';
import { t } from '../../../messages/text.ts';

const FRAME = { width: 400, height: 400 } as const;
/** Ground that is shown at least, m: a street with one tree is more than its first metre. */
const LEAST_M = 60;
/** How far an arrow key moves the mark, px; with Shift ten times as far. */
const STEP_PX = 2;

const NOWHERE = [0, 0] as const;
const ARROWS: Readonly<Record<string, readonly [east: number, south: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Somewhere that is known already. */
interface Known {
  readonly id: string;
  readonly label: string;
  readonly isPlot: boolean;
  readonly at: LatLon;
}

/** The trees of a plot that have a position, and its centre. */
export function knownPlaces({ plot, trees }: Pick<TallyView, 'plot' | 'trees'>): readonly Known[] {
  const centre =
    plot.latitude === null || plot.longitude === null ? null : { latitude: plot.latitude, longitude: plot.longitude };
  return [
    ...(centre === null ? [] : [{ id: plot.id, label: plot.label, isPlot: true, at: centre }]),
    ...trees.flatMap(({ id, tag, notes }): Known[] => {
      const at = treePlace(notes ?? {}, centre);
      return at === null ? [] : [{ id, label: tag, isPlot: false, at }];
    }),
  ];
}

interface PlacePickerProps {
  readonly plotId: string;
  readonly chosen: LatLon | null;
  readonly system: UnitSystem;
  readonly onChoose: (at: LatLon) => void;
}

/** A map of what stands on the plot already, north up; a tap, or the arrow keys, say where this tree stands. */
export function PlacePicker({ plotId, chosen, system, onChoose }: PlacePickerProps) {
  const [known, setKnown] = useState<readonly Known[] | null>(null);
  const { trouble, run } = useAction();
  useEffect(() => {
    void run(async () => {
      setKnown(knownPlaces(await call<TallyView>('GET', `/api/tally?plot=${plotId}`)));
      return null;
    });
    // Read once for a plot.
  }, [plotId]);
  if (trouble !== null) return <Alert>{trouble}</Alert>;
  if (known === null) return <p role="status">{t('tree-sheet.loading-map', 'Loading the map…')}</p>;
  const map = mapFrame(
    known.map(({ at }) => at),
    FRAME,
    LEAST_M,
  );
  if (map === null)
    return (
      <p>
        {t(
          'tree-sheet.map-needs-a-position',
          'The map needs one position: of the plot, or of another tree. Take it from the device, or type it.',
        )}
      </p>
    );
  const mark = chosen === null ? null : map.place(chosen);
  const move = (x: number, y: number): void => {
    onChoose(map.at(Math.max(0, Math.min(FRAME.width, x)), Math.max(0, Math.min(FRAME.height, y))));
  };
  const bar =
    system === 'metric'
      ? `${String(map.scaleBar.metres)} m`
      : `${printRounded(convert(map.scaleBar.metres, 'm', 'ft'), 0)} ft`;
  return (
    <div className="grid gap-1">
      <svg
        viewBox={`0 0 ${String(FRAME.width)} ${String(FRAME.height)}`}
        className="w-full max-w-md cursor-crosshair touch-manipulation rounded-lg bg-wash"
        role="application"
        tabIndex={0}
        aria-label={t('tree-sheet.map-to-tap', 'Map, north up. Tap where the tree stands, or use the arrow keys.')}
        onClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          move(
            ((event.clientX - box.left) / box.width) * FRAME.width,
            ((event.clientY - box.top) / box.height) * FRAME.height,
          );
        }}
        onKeyDown={(event) => {
          const [dx, dy] = ARROWS[event.key] ?? NOWHERE;
          if (dx === 0 && dy === 0) return;
          event.preventDefault();
          const by = STEP_PX * (event.shiftKey ? 10 : 1);
          move((mark?.x ?? FRAME.width / 2) + by * dx, (mark?.y ?? FRAME.height / 2) + by * dy);
        }}
      >
        {known.map(({ id, label, isPlot, at }) => {
          const { x, y } = map.place(at);
          return (
            <g key={id} transform={`translate(${x.toFixed(1)} ${y.toFixed(1)})`}>
              {isPlot ? (
                <path d="M-6 0H6M0 -6V6" className="stroke-ink" strokeWidth={2} />
              ) : (
                <circle r={6} className="fill-bark" />
              )}
              <text x={9} y={5} fontSize={15} className="fill-ink">
                {label}
              </text>
            </g>
          );
        })}
        {mark !== null && (
          <g transform={`translate(${mark.x.toFixed(1)} ${mark.y.toFixed(1)})`} data-testid="picked">
            <circle r={10} fill="none" className="stroke-paint-ink" strokeWidth={3} />
            <circle r={2.5} className="fill-paint-ink" />
          </g>
        )}
        <path
          d={`M${String(FRAME.width - 12 - map.scaleBar.px)} ${String(FRAME.height - 10)}h${map.scaleBar.px.toFixed(1)}m0 -4v8m-${map.scaleBar.px.toFixed(1)} -8v8M14 ${String(FRAME.height - 8)}v-22m-5 7l5 -8l5 8`}
          className="fill-none stroke-ink"
          strokeWidth={2}
        />
        <text x={FRAME.width - 12} y={FRAME.height - 18} fontSize={15} textAnchor="end" className="fill-ink">
          {bar}
        </text>
      </svg>
      <p className="text-quiet">
        {t('tree-sheet.map-to-tap-hint', 'Tap where the tree stands. Cross: centre of the plot. Dots: its trees.')}
      </p>
    </div>
  );
}
