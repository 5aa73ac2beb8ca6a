import type { Projection } from './projection.ts';

export interface Point {
  readonly x: number;
  readonly y: number;
}

/** The person with the instrument: feet on the ground, eye at its height. */
export function Person({
  projection,
  xM,
  feetM,
  eyeM,
}: {
  projection: Projection;
  xM: number;
  feetM: number;
  eyeM: number;
}) {
  const x = projection.x(xM);
  const feet = projection.y(feetM);
  const eye = projection.y(eyeM);
  const tall = Math.max(14, feet - eye);
  const top = feet - tall;
  return (
    <g
      className="stroke-ink fill-none"
      strokeWidth={Math.max(2.5, tall * 0.11)}
      strokeLinecap="round"
      strokeLinejoin="round"
    >
      <circle cx={x} cy={top} r={Math.max(3, tall * 0.13)} className="fill-ink" stroke="none" />
      <path
        d={`M ${x} ${top + tall * 0.2} L ${x} ${top + tall * 0.6} L ${x - tall * 0.15} ${feet} M ${x} ${top + tall * 0.6} L ${x + tall * 0.16} ${feet}`}
      />
      <path
        d={`M ${x} ${top + tall * 0.3} L ${x + tall * 0.22} ${top + tall * 0.28} L ${x + tall * 0.24} ${top + tall * 0.06}`}
      />
    </g>
  );
}

/** The ground from edge to edge, through two of its points, with the earth below. */
export function Ground({ a, b, width, height }: { a: Point; b: Point; width: number; height: number }) {
  const slope = b.x === a.x ? 0 : (b.y - a.y) / (b.x - a.x);
  const at = (x: number) => b.y + slope * (x - b.x);
  const marks = Array.from({ length: Math.ceil(width / 22) }, (_, i) => 8 + i * 22);
  return (
    <g>
      <path
        d={`M 0 ${at(0)} L ${width} ${at(width)} L ${width} ${height} L 0 ${height} Z`}
        className="fill-earth"
        opacity={0.5}
      />
      <path
        d={marks.map((x) => `M ${x + 6} ${at(x + 6) + 3} l -9 9`).join(' ')}
        className="stroke-edge"
        strokeWidth={1}
        fill="none"
      />
      <path d={`M 0 ${at(0)} L ${width} ${at(width)}`} className="stroke-bark" strokeWidth={3} fill="none" />
    </g>
  );
}

/** A dimension line with its end strokes. */
export function DimensionLine({ from, to, strong = false }: { from: Point; to: Point; strong?: boolean }) {
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const nx = (-(to.y - from.y) / length) * 9;
  const ny = ((to.x - from.x) / length) * 9;
  return (
    <path
      d={`M ${from.x} ${from.y} L ${to.x} ${to.y} M ${from.x - nx} ${from.y - ny} l ${2 * nx} ${2 * ny} M ${to.x - nx} ${to.y - ny} l ${2 * nx} ${2 * ny}`}
      className="stroke-ink fill-none"
      strokeWidth={strong ? 2.5 : 1.5}
    />
  );
}

/** A line of sight. The one to take now wears the marking paint. */
export function Ray({ from, to, now, dashed = false }: { from: Point; to: Point; now: boolean; dashed?: boolean }) {
  return (
    <g>
      <path
        d={`M ${from.x} ${from.y} L ${to.x} ${to.y}`}
        className={now ? 'stroke-paint' : 'stroke-sky'}
        strokeWidth={now ? 'calc(var(--ray) + 1px)' : 'var(--ray)'}
        strokeDasharray={dashed ? '3 7' : undefined}
        fill="none"
      />
      <circle
        cx={to.x}
        cy={to.y}
        r={5.5}
        className={now ? 'fill-sheet stroke-paint' : 'fill-sheet stroke-sky'}
        strokeWidth={2.5}
      />
    </g>
  );
}

const GRID_STEPS = [1, 2, 5, 10, 20, 50];

/** Height lines with their figures at the left edge, at a step that keeps them apart. */
export function HeightGrid({
  projection,
  width,
  height,
  metresPerUnit,
  unit,
}: {
  projection: Projection;
  width: number;
  height: number;
  metresPerUnit: number;
  unit: string;
}) {
  const step = GRID_STEPS.find((candidate) => candidate * metresPerUnit * projection.pxPerM >= 42) ?? 100;
  const px = step * metresPerUnit * projection.pxPerM;
  const count = Math.max(0, Math.floor((projection.y(0) - 14) / px));
  const rows = Array.from({ length: count }, (_, i) => ({
    value: (i + 1) * step,
    y: Math.round(projection.y((i + 1) * step * metresPerUnit)),
  }));
  const columns = Array.from({ length: Math.ceil(width / px) + 1 }, (_, i) =>
    Math.round((projection.x(0) % px) + i * px),
  );
  const lines = [...columns.map((x) => `M ${x} 0 V ${height}`), ...rows.map(({ y }) => `M 0 ${y} H ${width}`)];
  // One path and one text: the grid is drawn anew at every key, and each element of its own costs.
  return (
    <g aria-hidden="true">
      <path d={lines.join(' ')} className="stroke-line" strokeWidth={1} shapeRendering="crispEdges" />
      <text className="fill-quiet figures" fontSize={14}>
        {rows.map(({ value, y }) => (
          <tspan key={value} x={6} y={y - 5}>
            {value} {unit}
          </tspan>
        ))}
      </text>
    </g>
  );
}
