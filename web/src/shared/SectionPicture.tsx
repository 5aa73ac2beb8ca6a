import type { SectionDrawing } from '@arbolito/core/measurement';
import type { ReactNode } from 'react';

const WIDTH = 320;
const HEIGHT = 240;
/** Centre and radius of the stem. */
const C = { x: 196, y: 118, r: 78 };
/** Where the eye is, for what is sighted. */
const EYE = { x: 26, y: 118 };

const tick = (degrees: number): string => {
  const turn = (degrees * Math.PI) / 180;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return `M ${C.x + (C.r + 2) * c} ${C.y + (C.r + 2) * s} l ${9 * c} ${9 * s}`;
};

const Jaws = ({ turned }: { readonly turned: boolean }) => (
  <path
    transform={turned ? `rotate(90 ${C.x} ${C.y})` : undefined}
    d={`M ${C.x - C.r - 4} ${C.y + 34} V ${C.y - C.r - 26} H ${C.x + C.r + 4} V ${C.y + 34}`}
    className="fill-none stroke-sky"
    strokeWidth={7}
    strokeLinejoin="round"
    opacity={turned ? 0.6 : 1}
  />
);

const Ruler = ({ turned }: { readonly turned: boolean }) => (
  <g transform={turned ? `rotate(90 ${C.x} ${C.y})` : undefined} opacity={turned ? 0.6 : 1}>
    <rect
      x={C.x - C.r - 10}
      y={C.y - C.r - 22}
      width={2 * C.r + 20}
      height={16}
      className="fill-sheet stroke-sky"
      strokeWidth={3}
    />
    <path
      d={[-1, 1].map((side) => `M ${C.x + side * C.r} ${C.y - C.r - 22} V ${C.y}`).join(' ')}
      className="fill-none stroke-sky"
      strokeWidth={2}
      strokeDasharray="5 4"
    />
  </g>
);

/** The two lines of sight from the eye that touch the stem. */
const TouchingRays = () => {
  const distance = C.x - EYE.x;
  const half = Math.asin(C.r / distance);
  const reach = Math.sqrt(distance ** 2 - C.r ** 2);
  return (
    <>
      <path
        d={[-1, 1]
          .map((side) => `M ${EYE.x} ${EYE.y} l ${reach * Math.cos(half)} ${side * reach * Math.sin(half)}`)
          .join(' ')}
        className="fill-none stroke-sky"
        strokeWidth={3}
      />
      <path
        d={`M ${EYE.x - 12} ${EYE.y} q 12 -12 24 0 q -12 12 -24 0`}
        className="fill-sheet stroke-ink"
        strokeWidth={2}
      />
      <circle cx={EYE.x} cy={EYE.y} r={4} className="fill-ink" />
    </>
  );
};

const HELD_STICK_X = 78;
const stickHalf = Math.tan(Math.asin(C.r / (C.x - EYE.x))) * (HELD_STICK_X - EYE.x);

const DRAWINGS: Readonly<Record<SectionDrawing, ReactNode>> = {
  tape: (
    <>
      <circle cx={C.x} cy={C.y} r={C.r + 5} className="fill-none stroke-sky" strokeWidth={7} />
      <path d={Array.from({ length: 36 }, (_, i) => tick(10 * i)).join(' ')} className="stroke-ink" strokeWidth={1.5} />
      <path
        d={`M ${C.x - 14} ${C.y + C.r + 5} l -34 26`}
        className="stroke-sky"
        strokeWidth={7}
        strokeLinecap="round"
      />
    </>
  ),
  string: (
    <>
      <circle cx={C.x} cy={C.y} r={C.r + 4} className="fill-none stroke-sky" strokeWidth={3} />
      <path d={`M ${C.x} ${C.y + C.r + 4} q -60 26 -128 8`} className="fill-none stroke-sky" strokeWidth={3} />
      <rect x={18} y={C.y + C.r + 18} width={130} height={14} className="fill-sheet stroke-ink" strokeWidth={2} />
      <path
        d={Array.from({ length: 12 }, (_, i) => `M ${28 + 10 * i} ${C.y + C.r + 18} v ${i % 5 === 0 ? 9 : 5}`).join(
          ' ',
        )}
        className="stroke-ink"
        strokeWidth={1.5}
      />
    </>
  ),
  caliper: <Jaws turned={false} />,
  'caliper-twice': (
    <>
      <Jaws turned />
      <Jaws turned={false} />
    </>
  ),
  ruler: <Ruler turned={false} />,
  'ruler-twice': (
    <>
      <Ruler turned />
      <Ruler turned={false} />
    </>
  ),
  'sighted-stick': (
    <>
      <TouchingRays />
      <path
        d={`M ${HELD_STICK_X} ${EYE.y - stickHalf - 14} V ${EYE.y + stickHalf + 14}`}
        className="stroke-bark"
        strokeWidth={7}
        strokeLinecap="round"
      />
    </>
  ),
  'sighted-angle': (
    <>
      <TouchingRays />
      <path d={`M ${EYE.x + 44} ${EYE.y - 22} q 8 22 0 44`} className="fill-none stroke-ink" strokeWidth={2.5} />
    </>
  ),
  'log-end': (
    <path
      d={`M ${C.x - C.r} ${C.y} H ${C.x + C.r} M ${C.x} ${C.y - C.r} V ${C.y + C.r}`}
      className="stroke-sky"
      strokeWidth={4}
    />
  ),
  bark: (
    <>
      <circle cx={C.x} cy={C.y} r={C.r - 12} className="fill-none stroke-sky" strokeWidth={3} strokeDasharray="6 4" />
      <path
        d={`M ${C.x + C.r + 22} ${C.y} H ${C.x + C.r} M ${C.x + C.r - 12} ${C.y} H ${C.x + C.r - 32}`}
        className="stroke-ink"
        strokeWidth={3}
      />
    </>
  ),
};

/** How an instrument meets the cross-section of a stem, seen from above. */
export function SectionPicture({ section, label }: { readonly section: SectionDrawing; readonly label: string }) {
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={label} className="card w-full max-w-80">
      <circle cx={C.x} cy={C.y} r={C.r} className="fill-bark" />
      <circle cx={C.x} cy={C.y} r={C.r - 12} className="fill-earth" />
      {[16, 32, 48].map((r) => (
        <circle key={r} cx={C.x + 3} cy={C.y} r={r} className="fill-none stroke-bark" strokeWidth={1} opacity={0.6} />
      ))}
      {DRAWINGS[section]}
    </svg>
  );
}
