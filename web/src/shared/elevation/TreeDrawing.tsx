import { useId } from 'react';
import { radiansToDegrees } from '@arbolito/core/units';
import type { CrownForm } from '@arbolito/core/protocol';
import { Crown, crownBaseM, crownRadiusM } from './Crown.tsx';
import type { Projection } from '../../ui/drawing/projection.ts';

interface TreeProps {
  readonly projection: Projection;
  readonly heightM: number;
  readonly dbhM: number;
  /** Diameters of further stems from the same foot; they lean away on both sides in turn. */
  readonly otherStemsM?: readonly number[];
  readonly crown: CrownForm;
  /** How far the top stands from above the foot, to the right. */
  readonly leanM?: number;
  /** The top is broken off. */
  readonly broken?: boolean;
  /** A tree that nobody has measured yet is only hinted at. */
  readonly ghost: boolean;
}

/** A further stem: from the foot outwards, into the crown. */
function OtherStem({ tree, dbhM, place }: { readonly tree: TreeProps; readonly dbhM: number; readonly place: number }) {
  const { projection, heightM, crown } = tree;
  const { x, y, pxPerM } = projection;
  const side = place % 2 === 0 ? 1 : -1;
  const reachM = crownRadiusM(heightM, crown) * (0.35 + 0.12 * Math.floor(place / 2));
  const topM = heightM * 0.82;
  const half = Math.max(dbhM / 2, 0.7 / pxPerM);
  const at = (share: number, offset: number): string =>
    `${x(side * (tree.dbhM * 0.3 + reachM * share ** 0.8) + offset)} ${y(topM * share)}`;
  return (
    <path
      d={`M ${at(0, -half)} L ${at(0.3, -half * 0.85)} L ${at(1, 0)} L ${at(0.3, half * 0.85)} L ${at(0, half)} Z`}
      className="fill-bark stroke-ink"
      strokeWidth={0.8}
    />
  );
}

/** What a broken tree was, for each metre that stands. */
const ONCE_TALLER = 1.3;
const TEETH = 7;

/**
 * Trunk with its true diameter, a little butt flare, and a crown of the species' form. Its foot stands at x = 0, y = 0.
 * A leaning one is sheared, a broken one ends in a torn edge.
 */
export function Tree({ leanM = 0, broken = false, ...props }: TreeProps) {
  const { projection, heightM } = props;
  const { x, y, pxPerM } = projection;
  const clip = useId();
  const shear =
    leanM === 0
      ? undefined
      : `translate(${x(0)} ${y(0)}) skewX(${shearDeg(leanM, heightM)}) translate(${-x(0)} ${-y(0)})`;
  if (!broken) {
    return (
      <g transform={shear}>
        <WholeTree {...props} />
      </g>
    );
  }
  const reachPx = crownRadiusM(heightM * ONCE_TALLER, props.crown) * pxPerM + 10;
  const step = (2 * reachPx) / TEETH;
  const teeth = Array.from(
    { length: TEETH },
    (_, i) =>
      `L ${x(0) - reachPx + (i + 0.5) * step} ${y(heightM)} L ${x(0) - reachPx + (i + 1) * step} ${y(heightM) + 9}`,
  );
  return (
    <g transform={shear}>
      <clipPath id={clip}>
        <path
          d={`M ${x(0) - reachPx} ${y(0) + 4} L ${x(0) - reachPx} ${y(heightM) + 9} ${teeth.join(' ')} L ${x(0) + reachPx} ${y(0) + 4} Z`}
        />
      </clipPath>
      <g clipPath={`url(#${clip})`}>
        <WholeTree {...props} heightM={heightM * ONCE_TALLER} />
      </g>
    </g>
  );
}

/** The angle by which a tree is sheared for its top to stand so far out. */
const shearDeg = (leanM: number, heightM: number): number => -radiansToDegrees(Math.atan(leanM / heightM));

function WholeTree(props: TreeProps) {
  const { projection, heightM, dbhM, ghost, crown } = props;
  const { x, y, pxPerM } = projection;
  const halfAt = (share: number) => (dbhM / 2) * 1.08 * (1 - share) ** 0.8;
  // However thin the stem, it stays visible; the ring at breast height carries the true number.
  const wide = (metres: number) => Math.max(metres, 1 / pxPerM);
  const points = [0.08, 0.3, 0.6, 0.85, 1].map((share) => ({ share, half: wide(share === 1 ? 0 : halfAt(share)) }));
  const foot = wide(dbhM * 0.72);
  const right = points.map(({ share, half }) => `L ${x(half)} ${y(heightM * share)}`);
  const left = points.toReversed().map(({ share, half }) => `L ${x(-half)} ${y(heightM * share)}`);
  return (
    <g opacity={ghost ? 0.35 : 1}>
      <Crown
        form={crown}
        cx={x(0)}
        topY={y(heightM)}
        baseY={y(crownBaseM(heightM, crown))}
        radius={crownRadiusM(heightM, crown) * pxPerM}
      />
      {props.otherStemsM?.map((otherM, place) => (
        <OtherStem key={place} tree={props} dbhM={otherM} place={place} />
      ))}
      <path
        d={`M ${x(foot)} ${y(0)} ${right.join(' ')} ${left.join(' ')} L ${x(-foot)} ${y(0)} Z`}
        className="fill-bark stroke-ink"
        strokeWidth={0.8}
      />
    </g>
  );
}
