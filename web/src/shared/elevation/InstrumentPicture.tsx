import type { HeldInstrument } from '@arbolito/core/measurement';
import type { ReactNode } from 'react';

/** Drawn on a square of 48, looking to the right along its upper edge. */
const SHAPES: Readonly<Record<HeldInstrument, ReactNode>> = {
  clinometer: (
    <>
      <rect x={6} y={10} width={36} height={30} rx={6} />
      <path d="M 6 18 H 42" />
      <circle cx={24} cy={28} r={9} />
      <path d="M 24 28 L 31 24 M 24 22 v -3 M 15 28 h 3 M 30 28 h 3" />
    </>
  ),
  pendulum: (
    <>
      <path d="M 5 8 H 43 V 24 L 36 42 H 18 Z" />
      <path d="M 5 15 H 43" />
      <path d="M 24 15 L 29 37" />
      <circle cx={29} cy={37} r={3} className="fill-ink" />
      <path d="M 20 38 q 8 4 15 -1" />
    </>
  ),
  protractor: (
    <>
      <path d="M 4 11 H 44" strokeWidth={4} />
      <path d="M 6 13 A 18 18 0 0 0 42 13 Z" />
      <path d="M 24 13 V 42" strokeDasharray="3 2" />
      <circle cx={24} cy={43} r={3.5} className="fill-ink" />
      <path d="M 11 22 l 3 -2 M 24 31 v -4 M 37 22 l -3 -2" />
    </>
  ),
  triangle: (
    <>
      <path d="M 5 40 H 41 V 6 Z" strokeLinejoin="round" />
      <path d="M 5 40 L 46 1" className="stroke-sky" strokeDasharray="4 3" />
      <path d="M 35 40 V 34 H 41" />
    </>
  ),
  laser: (
    <>
      <rect x={4} y={12} width={32} height={22} rx={4} />
      <path d="M 36 16 h 5 v 6 h -5 M 36 25 h 5 v 6 h -5" />
      <path d="M 43 19 H 48" className="stroke-sky" strokeWidth={3} />
      <path d="M 12 34 v 8 h 9 v -8" />
      <rect x={9} y={17} width={15} height={8} />
    </>
  ),
  ultrasonic: (
    <>
      <rect x={5} y={10} width={26} height={32} rx={5} />
      <rect x={10} y={16} width={16} height={9} />
      <path d="M 10 32 h 5 M 20 32 h 6" />
      <path d="M 36 18 q 4 7 0 14 M 41 14 q 7 11 0 22" className="stroke-sky" />
    </>
  ),
};

/** The instrument at the eye, drawn larger than life so that it can be told from others. Its upper left corner is at x, y. */
export function InstrumentPicture({
  instrument,
  x,
  y,
  sizePx,
}: {
  readonly instrument: HeldInstrument;
  readonly x: number;
  readonly y: number;
  readonly sizePx: number;
}) {
  return (
    <g
      transform={`translate(${x} ${y}) scale(${sizePx / 48})`}
      className="fill-sheet stroke-ink"
      strokeWidth={2}
      data-testid={`held-${instrument}`}
    >
      {SHAPES[instrument]}
    </g>
  );
}
