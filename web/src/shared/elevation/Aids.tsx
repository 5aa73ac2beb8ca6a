import type { Point } from '../../ui/drawing/kit.tsx';
import type { Scene } from './scene.ts';
import type { ElevationLayout } from './Elevation.tsx';

/** Bands of a staff or pole, so that it reads as a measure and not as a stem. */
function Banded({ from, to, width }: { readonly from: Point; readonly to: Point; readonly width: number }) {
  return (
    <g>
      <path d={`M ${from.x} ${from.y} L ${to.x} ${to.y}`} className="stroke-ink" strokeWidth={width + 2} />
      <path
        d={`M ${from.x} ${from.y} L ${to.x} ${to.y}`}
        className="stroke-sheet"
        strokeWidth={width}
        strokeDasharray="6 6"
      />
    </g>
  );
}

/** A stick in the outstretched hand, seen between the two lines of sight. */
function HeldStick({ eye, tip, foot, reachPx }: { eye: Point; tip: Point; foot: Point; reachPx: number }) {
  const share = reachPx / Math.max(reachPx, foot.x - eye.x);
  const at = (end: Point): Point => ({ x: eye.x + reachPx, y: eye.y + (end.y - eye.y) * share });
  const [top, bottom] = [at(tip), at(foot)];
  return (
    <path
      d={`M ${top.x} ${top.y - 5} L ${bottom.x} ${bottom.y + 5}`}
      className="stroke-bark"
      strokeWidth={4}
      strokeLinecap="round"
    />
  );
}

interface AidsProps {
  readonly scene: Scene;
  readonly layout: ElevationLayout;
}

/** What stands beside the tree or is held up against it: a mark, a transponder, a staff, a pole, a stick, shadows, a rope, a plumb line. */
export function Aids({ scene: { aid, heightM, dbhM }, layout }: AidsProps) {
  const { projection, eye, tip, foot } = layout;
  const { x, y, pxPerM } = projection;
  const bark = foot.x - Math.max(5, dbhM * pxPerM * 0.5 + 4);
  switch (aid?.kind) {
    case undefined:
      return null;
    case 'mark': {
      const half = Math.max(8, dbhM * pxPerM * 0.5 + 5);
      const at = y(aid.heightM);
      return (
        <g>
          {aid.isSighted && (
            <path d={`M ${eye.x} ${eye.y} L ${foot.x} ${at}`} className="stroke-sky" strokeWidth="var(--ray)" />
          )}
          <path
            d={`M ${foot.x - half} ${at} h ${2 * half}`}
            className="stroke-sky"
            strokeWidth={5}
            strokeDasharray="5 3"
          />
        </g>
      );
    }
    case 'transponder': {
      const at = y(aid.heightM);
      const waves = [9, 16, 23].map((r) => `M ${bark - r} ${at - r * 0.7} q ${-r * 0.45} ${r * 0.7} 0 ${r * 1.4}`);
      return (
        <g>
          <rect
            x={bark - 2}
            y={at - 6}
            width={9}
            height={12}
            rx={2}
            className="fill-sheet stroke-ink"
            strokeWidth={2}
          />
          <path d={waves.join(' ')} className="fill-none stroke-sky" strokeWidth={2} />
        </g>
      );
    }
    case 'staff':
      return aid.isUpright ? (
        <Banded from={{ x: bark, y: foot.y }} to={{ x: bark, y: y(aid.lengthM) }} width={4} />
      ) : (
        <Banded from={{ x: x(-aid.lengthM / 2), y: y(1.3) }} to={{ x: x(aid.lengthM / 2), y: y(1.3) }} width={4} />
      );
    case 'pole':
      return <Banded from={{ x: bark, y: foot.y }} to={{ x: bark, y: y(aid.lengthM) }} width={4} />;
    case 'stick':
      return <HeldStick eye={eye} tip={tip} foot={foot} reachPx={Math.max(26, Math.min(46, 0.7 * pxPerM))} />;
    case 'shadow': {
      const end = x(-aid.treeM);
      const staffAt = x(-aid.treeM + aid.staffShadowM);
      return (
        <g>
          <path d={`M ${foot.x} ${foot.y + 4} H ${end}`} className="stroke-ink" strokeWidth={7} opacity={0.45} />
          <path
            d={`M ${x(0)} ${y(heightM)} L ${end} ${foot.y}`}
            className="stroke-sky"
            strokeWidth="var(--ray)"
            strokeDasharray="10 5"
          />
          <Banded from={{ x: staffAt, y: foot.y }} to={{ x: staffAt, y: y(aid.staffM) }} width={4} />
        </g>
      );
    }
    case 'rope':
      return (
        <path
          d={`M ${bark - 6} ${foot.y} V ${y(Math.min(aid.dropM, heightM))}`}
          className="stroke-sky"
          strokeWidth={3}
          strokeDasharray="12 3"
        />
      );
    case 'plumb':
      return (
        <g>
          <path
            d={`M ${x(aid.xM)} ${y(heightM)} V ${foot.y}`}
            className="stroke-sky"
            strokeWidth={2}
            strokeDasharray="2 5"
          />
          <circle cx={x(aid.xM)} cy={foot.y} r={5.5} className="fill-sheet stroke-sky" strokeWidth={2.5} />
        </g>
      );
  }
}
