import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { Bucking, Defect, Product } from '@arbolito/core/bucking';
import { roundTo } from '@arbolito/core/quantity';
import type { StemProfile } from '@arbolito/core/stem';
import { useSize } from '../../../ui/use-media.ts';

/** A stem is long and thin: its thickness is drawn so many times larger than its length. */
const THICKER = 6;
const MARGIN = 14;
const LABELS = 46;
/** Room that a letter of a product's name takes. */
const PX_PER_LETTER = 8.5;

/** Products are told apart by the pattern of their wood, and by their word. */
const PATTERNS = [
  'M 0 4 H 8',
  'M 0 0 L 8 8',
  'M 4 0 V 8',
  'M 0 8 L 8 0',
  'M 0 4 H 8 M 4 0 V 8',
  'M 2 2 h 0.1 M 6 6 h 0.1',
] as const;

function Patterns({ count }: { readonly count: number }) {
  return (
    <defs>
      {Array.from({ length: count }, (_, i) => (
        <pattern key={i} id={`wood-${i}`} width={8} height={8} patternUnits="userSpaceOnUse">
          <rect width={8} height={8} className="fill-wash" />
          <path
            d={PATTERNS[i % PATTERNS.length]}
            className="stroke-bark"
            strokeWidth={i % PATTERNS.length === 5 ? 3 : 1.4}
            strokeLinecap="round"
          />
        </pattern>
      ))}
    </defs>
  );
}

interface StemDrawingProps {
  readonly over: StemProfile;
  readonly under: StemProfile;
  readonly stumpM: number;
  readonly topHeightM: number;
  readonly bucking: Bucking;
  readonly products: readonly Product[];
  readonly defects: readonly Defect[];
  readonly onDefect: (index: number, change: Partial<Pick<Defect, 'fromM' | 'toM'>>) => void;
}

const STEPS = 60;

/** The stem as it would lie: its bark, its logs with their saw lines, and what is wrong with it, whose ends can be drawn. */
export function StemDrawing({
  over,
  under,
  stumpM,
  topHeightM,
  bucking,
  products,
  defects,
  onDefect,
}: StemDrawingProps) {
  const area = useRef<HTMLDivElement>(null);
  const { width } = useSize(area);
  const { heightM } = over;
  const pxPerM = (width - 2 * MARGIN) / heightM;
  const half = (diameterCm: number): number => (diameterCm / 200) * pxPerM * THICKER;
  const middle = half(over.diameterCm(0)) + 26;
  const height = Math.ceil(2 * middle - 26 + LABELS);
  const x = (metres: number): number => MARGIN + metres * pxPerM;
  const outline = (profile: StemProfile, from: number, to: number): string => {
    const at = Array.from({ length: STEPS + 1 }, (_, i) => from + ((to - from) * i) / STEPS);
    const upper = at.map((h) => `${x(h)} ${middle - half(profile.diameterCm(h))}`);
    const lower = at.toReversed().map((h) => `${x(h)} ${middle + half(profile.diameterCm(h))}`);
    return `M ${[...upper, ...lower].join(' L ')} Z`;
  };
  const metresAt = (event: PointerEvent<SVGElement>): number => {
    const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    return roundTo(Math.min(heightM, Math.max(0, (event.clientX - (box?.left ?? 0) - MARGIN) / pxPerM)), 1);
  };
  const nudge = (event: KeyboardEvent, i: number, end: 'fromM' | 'toM'): void => {
    const by = { ArrowLeft: -0.1, ArrowDown: -0.1, ArrowRight: 0.1, ArrowUp: 0.1 }[event.key];
    const defect = defects[i];
    if (by === undefined || defect === undefined) return;
    event.preventDefault();
    onDefect(i, { [end]: roundTo(Math.min(heightM, Math.max(0, defect[end] + by)), 1) });
  };
  return (
    <div ref={area} className="overflow-hidden rounded-xl border border-line bg-sheet">
      {width > 0 && (
        <svg
          width={width}
          height={height}
          viewBox={`0 0 ${width} ${height}`}
          role="group"
          aria-label={`The stem lying, butt to the left, ${heightM} m long, drawn ${THICKER} times as thick: ${bucking.cuts.length} logs`}
          className="block touch-pan-y"
        >
          <Patterns count={products.length} />
          <path d={outline(over, 0, heightM)} className="fill-bark stroke-ink" strokeWidth={1} />
          <path d={outline(under, stumpM, topHeightM)} className="fill-sheet" />
          {bucking.cuts.map((cut) => (
            <g key={cut.fromM} data-testid="log">
              <path d={outline(under, cut.fromM, cut.fromM + cut.lengthM)} fill={`url(#wood-${cut.product})`} />
              {[cut.fromM, cut.fromM + cut.lengthM].map((at) => (
                <path
                  key={at}
                  d={`M ${x(at)} ${middle - half(over.diameterCm(at)) - 9} V ${middle + half(over.diameterCm(at)) + 9}`}
                  className="stroke-ink"
                  strokeWidth={2}
                  strokeDasharray="7 3 2 3"
                />
              ))}
              {cut.lengthM * pxPerM > (products[cut.product]?.name.length ?? 0) * PX_PER_LETTER && (
                <text
                  x={x(cut.fromM + cut.lengthM / 2)}
                  y={middle + 5}
                  textAnchor="middle"
                  fontSize={14}
                  fontWeight={700}
                  className="fill-ink stroke-sheet"
                  strokeWidth={4}
                  paintOrder="stroke"
                >
                  {products[cut.product]?.name}
                </text>
              )}
            </g>
          ))}
          {defects.map(({ kind, fromM, toM }, i) => (
            <g key={i}>
              <rect
                x={x(Math.min(fromM, toM))}
                y={middle - half(over.diameterCm(0)) - 14}
                width={Math.max(2, Math.abs(toM - fromM) * pxPerM)}
                height={2 * half(over.diameterCm(0)) + 28}
                className="fill-paint stroke-paint-ink"
                fillOpacity={0.22}
                strokeWidth={1.5}
                strokeDasharray="4 3"
              />
              <text
                x={x((fromM + toM) / 2)}
                y={middle - half(over.diameterCm(0)) - 17}
                textAnchor="middle"
                fontSize={13}
                fontWeight={700}
                className="fill-paint-ink"
              >
                {kind}
              </text>
              {(['fromM', 'toM'] as const).map((end) => (
                <circle
                  key={end}
                  cx={x(end === 'fromM' ? fromM : toM)}
                  cy={middle}
                  r={13}
                  tabIndex={0}
                  role="slider"
                  aria-label={`${kind} ${end === 'fromM' ? 'from' : 'to'}`}
                  aria-valuemin={0}
                  aria-valuemax={heightM}
                  aria-valuenow={end === 'fromM' ? fromM : toM}
                  aria-valuetext={`${end === 'fromM' ? fromM : toM} m`}
                  className="cursor-ew-resize fill-paint stroke-sheet"
                  strokeWidth={3}
                  onPointerDown={(event) => {
                    event.currentTarget.setPointerCapture(event.pointerId);
                  }}
                  onPointerMove={(event) => {
                    if (event.currentTarget.hasPointerCapture(event.pointerId)) onDefect(i, { [end]: metresAt(event) });
                  }}
                  onKeyDown={(event) => {
                    nudge(event, i, end);
                  }}
                />
              ))}
            </g>
          ))}
          {Array.from({ length: Math.floor(heightM / 5) + 1 }, (_, i) => i * 5).map((metres) => (
            <text
              key={metres}
              x={x(metres)}
              y={height - 8}
              textAnchor={metres === 0 ? 'start' : 'middle'}
              fontSize={13}
              className="fill-quiet figures"
            >
              {metres} m
            </text>
          ))}
        </svg>
      )}
    </div>
  );
}
