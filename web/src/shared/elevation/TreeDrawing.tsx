import { useId } from 'react';
import { radiansToDegrees } from '@arbolito/core/units';
import type { CrownForm } from '@arbolito/core/protocol';
import type { Projection } from '../ui/drawing/projection.ts';

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

/** Half the width of a crown at its widest, in m: about a sixth of the height, more for domes. */
export const crownRadiusM = (heightM: number, crown: CrownForm): number =>
  Math.max(0.6, heightM * (crown === 'dome' ? 0.22 : crown === 'layered' ? 0.17 : 0.14));

const CROWN_BASE_SHARE: Record<CrownForm, number> = { layered: 0.5, spire: 0.22, dome: 0.38 };

/** Shares of the crown's length and width at which the layers of a pine stand. */
const LAYERS = [0.02, 0.13, 0.24, 0.35, 0.46, 0.57, 0.68, 0.79, 0.9];

function Crown({ projection, heightM, crown }: TreeProps) {
  const { x, y, pxPerM } = projection;
  const baseM = heightM * CROWN_BASE_SHARE[crown];
  const lengthM = heightM - baseM;
  const radiusM = crownRadiusM(heightM, crown);
  if (crown === 'layered') {
    return LAYERS.flatMap((share, layer) => {
      const middle = baseM + share * lengthM;
      const reach = radiusM * (1 - share) ** 0.7 * (layer % 2 === 0 ? 1 : 0.84);
      return [-1, 1].map((side) => (
        <ellipse
          key={`${layer} ${side}`}
          cx={x((side * reach) / 2)}
          cy={y(middle + (side > 0 ? 0.02 : 0.05) * lengthM)}
          rx={Math.max(1, (reach * pxPerM) / 2)}
          ry={Math.max(1, lengthM * 0.042 * pxPerM)}
          className="fill-lichen"
          opacity={layer % 2 === 0 ? 0.75 : 0.6}
        />
      ));
    });
  }
  if (crown === 'spire') {
    const steps = 7;
    const outline = Array.from({ length: steps }, (_, i) => {
      const low = baseM + (lengthM * i) / steps;
      const outer = radiusM * (1 - i / steps);
      const inner = radiusM * (1 - (i + 1) / steps) * 0.72;
      return { low, high: baseM + (lengthM * (i + 0.9)) / steps, outer, inner };
    });
    const right = outline.map(({ low, high, outer, inner }) => `L ${x(outer)} ${y(low)} L ${x(inner)} ${y(high)}`);
    const left = outline
      .toReversed()
      .map(({ low, high, outer, inner }) => `L ${x(-inner)} ${y(high)} L ${x(-outer)} ${y(low)}`);
    return (
      <path
        d={`M ${x(0)} ${y(baseM)} ${right.join(' ')} L ${x(0)} ${y(heightM)} ${left.join(' ')} Z`}
        className="fill-lichen"
        opacity={0.7}
      />
    );
  }
  const lobes = [
    [0, 0.72, 0.62],
    [-0.5, 0.5, 0.5],
    [0.5, 0.46, 0.52],
    [-0.28, 0.24, 0.46],
    [0.3, 0.22, 0.44],
    [0, 0.42, 0.6],
  ] as const;
  return lobes.map(([dx, up, size]) => (
    <ellipse
      key={`${dx} ${up}`}
      cx={x(dx * radiusM)}
      cy={y(baseM + up * lengthM)}
      rx={radiusM * size * pxPerM}
      ry={Math.min(lengthM * (1 - up) * 0.98, lengthM * 0.34) * pxPerM}
      className="fill-lichen"
      opacity={0.62}
    />
  ));
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
  const { projection, heightM, dbhM, ghost } = props;
  const { x, y } = projection;
  const halfAt = (share: number) => (dbhM / 2) * 1.08 * (1 - share) ** 0.8;
  // However thin the stem, it stays visible; the ring at breast height carries the true number.
  const wide = (metres: number) => Math.max(metres, 1 / projection.pxPerM);
  const points = [0.08, 0.3, 0.6, 0.85, 1].map((share) => ({ share, half: wide(share === 1 ? 0 : halfAt(share)) }));
  const foot = wide(dbhM * 0.72);
  const right = points.map(({ share, half }) => `L ${x(half)} ${y(heightM * share)}`);
  const left = points.toReversed().map(({ share, half }) => `L ${x(-half)} ${y(heightM * share)}`);
  return (
    <g opacity={ghost ? 0.35 : 1}>
      <Crown {...props} />
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
