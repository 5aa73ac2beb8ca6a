import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { Bucking, Defect } from '@arbolito/core/bucking';
import type { Product } from '@arbolito/core/protocol';
import { roundTo } from '@arbolito/core/units';
import type { StemProfile } from '@arbolito/core/taper';
import { useSize } from '../../../ui/use-media.ts';
import type { WoodUnits } from '../prices/wood-units.ts';
import { DEFECT_WORDS } from '../defect-words.ts';
import { Patterns } from './Patterns.tsx';
import { say, t } from '../../../messages/text.ts';

/** A stem is long and thin: its thickness is drawn so many times larger than its length. */
const THICKER = 6;
const MARGIN = 14;
const LABELS = 46;
/** Room that a letter of a product's name takes. */
const PX_PER_LETTER = 8.5;

interface StemDrawingProps {
  readonly over: StemProfile;
  readonly under: StemProfile;
  readonly stumpM: number;
  readonly topHeightM: number;
  readonly bucking: Bucking;
  readonly products: readonly Product[];
  readonly defects: readonly Defect[];
  readonly units: WoodUnits;
  /** Where the saw goes, from the stump up. */
  readonly saws: readonly number[];
  readonly onSaws: (saws: readonly number[]) => void;
  readonly onDefect: (index: number, change: Partial<Pick<Defect, 'fromM' | 'toM'>>) => void;
}

const STEPS = 60;
/** Room under the stem for the handles of the saw, in two rows so that close ones can be taken. */
const SAW_ROWS = 2;
const SAW_ROW = 32;
/** Two saw cuts are at least so far apart, in m. */
const LEAST_PIECE_M = 0.1;

const KEY_STEPS: Readonly<Record<string, number>> = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 };

/** The stem as it would lie: its bark, its logs with their saw lines, and what is wrong with it, whose ends can be drawn. */
export function StemDrawing({
  over,
  under,
  stumpM,
  topHeightM,
  bucking,
  products,
  defects,
  units,
  saws,
  onSaws,
  onDefect,
}: StemDrawingProps) {
  const area = useRef<HTMLDivElement>(null);
  const { width } = useSize(area);
  const { heightM } = over;
  const pxPerM = (width - 2 * MARGIN) / heightM;
  const half = (diameterCm: number): number => (diameterCm / 200) * pxPerM * THICKER;
  const middle = half(over.diameterCm(0)) + 26;
  const tick = units.system === 'metric' ? 5 : 16;
  const sawTop = Math.ceil(2 * middle - 26 + 12);
  const height = sawTop + SAW_ROWS * SAW_ROW + LABELS - 12;
  const x = (metres: number): number => MARGIN + metres * pxPerM;
  const outline = (profile: StemProfile, from: number, to: number): string => {
    const at = Array.from({ length: STEPS + 1 }, (_, i) => from + ((to - from) * i) / STEPS);
    const upper = at.map((h) => `${x(h)} ${middle - half(profile.diameterCm(h))}`);
    const lower = at.toReversed().map((h) => `${x(h)} ${middle + half(profile.diameterCm(h))}`);
    return `M ${[...upper, ...lower].join(' L ')} Z`;
  };
  const nudge = (event: KeyboardEvent, i: number, end: 'fromM' | 'toM'): void => {
    const by = KEY_STEPS[event.key];
    const defect = defects[i];
    if (by === undefined || defect === undefined) return;
    event.preventDefault();
    onDefect(i, { [end]: roundTo(Math.min(heightM, Math.max(0, defect[end] + by / 10)), 1) });
  };
  /** Moves the saw on the grid, between its neighbours. */
  const moveSaw = (i: number, toM: number): void => {
    const onGrid = stumpM + Math.round((toM - stumpM) / units.stepM) * units.stepM;
    const low = i === 0 ? stumpM : (saws[i - 1] ?? 0) + LEAST_PIECE_M;
    const high = i === saws.length - 1 ? heightM : (saws[i + 1] ?? heightM) - LEAST_PIECE_M;
    const at = Math.min(high, Math.max(low, onGrid));
    if (Math.abs(at - (saws[i] ?? 0)) > 1e-9) onSaws(saws.map((saw, each) => (each === i ? at : saw)));
  };
  const sawKey = (event: KeyboardEvent, i: number): void => {
    const by = KEY_STEPS[event.key];
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      if (saws.length > 2) onSaws(saws.filter((_, each) => each !== i));
    } else if (by !== undefined) {
      event.preventDefault();
      moveSaw(i, (saws[i] ?? 0) + by * units.stepM);
    }
  };
  const metresUnder = (event: PointerEvent<SVGElement>): number => {
    const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    return Math.min(heightM, Math.max(0, (event.clientX - (box?.left ?? 0) - MARGIN) / pxPerM));
  };
  return (
    <div ref={area} className="overflow-hidden rounded-xl border border-line bg-sheet">
      {width > 0 && (
        <svg
          width={width}
          height={height}
          viewBox={`0 0 ${width} ${height}`}
          role="group"
          aria-label={t(
            'results.stem-lying-butt-to-the',
            '{n, plural, one {Stem lying, butt to the left, {heightM} {units} long, thickness drawn {thicker} times larger: # log} other {Stem lying, butt to the left, {heightM} {units} long, thickness drawn {thicker} times larger: # logs}}',
            { n: bucking.cuts.length, heightM: units.printLength(heightM), units: units.length, thicker: THICKER },
          )}
          className="block touch-pan-y select-none"
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
                fontSize={14}
                fontWeight={700}
                className="fill-paint-ink"
              >
                {say(DEFECT_WORDS[kind])}
              </text>
              {(['fromM', 'toM'] as const).map((end) => (
                <circle
                  key={end}
                  cx={x(end === 'fromM' ? fromM : toM)}
                  cy={middle}
                  r={13}
                  tabIndex={0}
                  role="slider"
                  aria-label={t('results.defect-end', '{end, select, from {{kind} from} other {{kind} to}}', {
                    kind: DEFECT_WORDS[kind],
                    end: end === 'fromM' ? 'from' : 'to',
                  })}
                  aria-valuemin={0}
                  aria-valuemax={heightM}
                  aria-valuenow={end === 'fromM' ? fromM : toM}
                  aria-valuetext={`${units.printLength(end === 'fromM' ? fromM : toM)} ${units.length}`}
                  className="cursor-ew-resize fill-paint stroke-sheet"
                  strokeWidth={3}
                  onPointerDown={(event) => {
                    event.currentTarget.setPointerCapture(event.pointerId);
                  }}
                  onPointerMove={(event) => {
                    if (event.currentTarget.hasPointerCapture(event.pointerId))
                      onDefect(i, { [end]: roundTo(metresUnder(event), 1) });
                  }}
                  onKeyDown={(event) => {
                    nudge(event, i, end);
                  }}
                />
              ))}
            </g>
          ))}
          {saws.map((at, i) => {
            const y = sawTop + (i % SAW_ROWS) * SAW_ROW + SAW_ROW / 2;
            return (
              <g key={i}>
                <path
                  d={`M ${x(at)} ${middle + half(over.diameterCm(at)) + 9} V ${y - 10}`}
                  className="stroke-edge"
                  strokeWidth={1}
                />
                <rect
                  x={x(at) - 12}
                  y={y - 14}
                  width={24}
                  height={28}
                  rx={6}
                  tabIndex={0}
                  role="slider"
                  aria-label={t('results.cut', 'Cut {i}', { i: i + 1 })}
                  aria-valuemin={stumpM}
                  aria-valuemax={heightM}
                  aria-valuenow={roundTo(at, 2)}
                  aria-valuetext={`${units.printLength(at)} ${units.length}`}
                  data-testid="saw"
                  className="cursor-ew-resize fill-sheet stroke-ink"
                  strokeWidth={2}
                  onPointerDown={(event) => {
                    event.currentTarget.setPointerCapture(event.pointerId);
                  }}
                  onPointerMove={(event) => {
                    if (event.currentTarget.hasPointerCapture(event.pointerId)) moveSaw(i, metresUnder(event));
                  }}
                  onKeyDown={(event) => {
                    sawKey(event, i);
                  }}
                />
                <path
                  d={`M ${x(at) - 4} ${y} l 4 -5 v 10 z M ${x(at) + 4} ${y} l -4 -5 v 10 z`}
                  className="pointer-events-none fill-ink"
                />
              </g>
            );
          })}
          {Array.from({ length: Math.floor(units.lengthOf(heightM) / tick) + 1 }, (_, i) => i * tick).map((shown) => (
            <text
              key={shown}
              x={x(units.readLength(String(shown)))}
              y={height - 8}
              textAnchor={shown === 0 ? 'start' : 'middle'}
              fontSize={14}
              className="fill-quiet figures"
            >
              {shown} {units.length}
            </text>
          ))}
        </svg>
      )}
    </div>
  );
}
