import type { TapedTree } from '@arbolito/core/protocol';
import type { Projection } from '../../../../ui/drawing/projection.ts';

/** Half of the stem at breast height where nobody has measured it: 60 cm. */
export const HALF_M = 0.3;
/** Thinner and thicker stems are drawn as far as they can be told on the sheet. */
const DRAWN = { thin: 0.3, thick: 2.2 } as const;

/** How much thicker than the usual one a stem is drawn. */
export const thicknessOf = (halfM: number): number => Math.min(DRAWN.thick, Math.max(DRAWN.thin, halfM / HALF_M));

/** One trunk: where it starts, how it leans away from the middle, how thick it is. */
export interface Trunk {
  readonly startM: number;
  readonly baseX: number;
  readonly outward: number;
  readonly halfM: number;
  readonly topM: number;
}

const TOP_M = 3.4;

/** The trunks of a tree whose stem has that half at breast height. */
export function trunksOf({ trunks }: TapedTree, stemHalfM: number): readonly Trunk[] {
  const times = thicknessOf(stemHalfM);
  const whole: Trunk = { startM: 0, baseX: 0, outward: 0, halfM: HALF_M * times, topM: TOP_M };
  if (trunks.kind === 'broken') return [{ ...whole, topM: Math.min(TOP_M, trunks.breakM) }];
  if (trunks.kind === 'grown-together') {
    return [-1, 1].map((side) => ({ ...whole, baseX: side * 0.2, outward: side * 0.05, halfM: 0.21 * times }));
  }
  if (trunks.kind === 'one') return [whole];
  const shown = Math.min(5, trunks.stems);
  const parts = Array.from({ length: shown }, (_, i): Trunk => {
    const side = (2 * i) / (shown - 1) - 1;
    const halfM = (shown === 2 ? 0.19 : 0.11) * times;
    return {
      startM: trunks.crotchM,
      baseX: side * (trunks.crotchM < 0.3 ? 0.32 : 0.12),
      outward: side * 0.26,
      halfM,
      topM: TOP_M,
    };
  });
  return trunks.crotchM < 0.3
    ? parts.map((part) => ({ ...part, startM: 0 }))
    : [{ ...whole, topM: trunks.crotchM }, ...parts];
}

/** Depth to which trunks are drawn: the ground hides it again on a slope. */
const ROOT_M = -0.7;

/** Where the middle of a trunk is at a height, in m from the middle of the tree. */
export const middleOf = ({ startM, baseX, outward }: Trunk, heightM: number): number =>
  baseX + outward * Math.max(0, heightM - startM);

interface StemPartsProps {
  readonly tree: TapedTree;
  readonly projection: Projection;
  readonly halfM: number;
}

/** The trunks with what was found on them. */
export function StemParts({ tree, projection, halfM: stemHalfM }: StemPartsProps) {
  const { x, y, pxPerM } = projection;
  const { swelling } = tree;
  const trunks = trunksOf(tree, stemHalfM);
  const times = thicknessOf(stemHalfM);
  const edge = (trunk: Trunk): string => {
    const { startM: from, halfM, topM } = trunk;
    const middle = (m: number) => middleOf(trunk, m);
    const butt = swelling.kind === 'butt' ? Math.min(swelling.endsM, topM) : 0;
    const half = (m: number) =>
      halfM * (1.06 - 0.045 * m) + (butt > 0 && m < butt ? 0.28 * (1 - Math.max(0, m) / butt) ** 1.4 : 0);
    const foot = from === 0 ? ROOT_M : from;
    const steps = Array.from({ length: 13 }, (_, i) => foot + ((topM - foot) * i) / 12);
    const right = steps.map((m) => `${x(middle(m) + half(m))} ${y(m)}`);
    const left = steps.toReversed().map((m) => `${x(middle(m) - half(m))} ${y(m)}`);
    return `M ${[...right, ...left].join(' L ')} Z`;
  };
  return (
    <>
      {trunks.map((trunk, i) => (
        <path key={i} d={edge(trunk)} className="fill-bark stroke-ink" strokeWidth={1.2} />
      ))}
      {tree.trunks.kind === 'broken' && tree.trunks.breakM < TOP_M && (
        <path
          d={`M ${x(-0.3)} ${y(tree.trunks.breakM)} l ${0.14 * pxPerM} ${-0.3 * pxPerM} l ${0.1 * pxPerM} ${0.2 * pxPerM} l ${0.14 * pxPerM} ${-0.26 * pxPerM} l ${0.22 * pxPerM} ${0.36 * pxPerM} Z`}
          className="fill-bark stroke-ink"
          strokeWidth={1.2}
        />
      )}
      {(swelling.kind === 'bulge' || swelling.kind === 'scar') && (
        <ellipse
          cx={x(swelling.kind === 'bulge' ? 0.12 : 0)}
          cy={y((swelling.fromM + swelling.toM) / 2)}
          rx={(swelling.kind === 'bulge' ? 0.33 : 0.13) * times * pxPerM}
          ry={Math.max(4, ((swelling.toM - swelling.fromM) / 2) * pxPerM)}
          className={swelling.kind === 'bulge' ? 'fill-bark stroke-ink' : 'fill-ink'}
          strokeWidth={1.2}
        />
      )}
      {swelling.kind === 'branch' && (
        <path
          d={`M ${x(0.2)} ${y((swelling.fromM + swelling.toM) / 2)} q ${0.5 * pxPerM} ${-0.1 * pxPerM} ${0.8 * pxPerM} ${-0.55 * pxPerM}`}
          className="stroke-bark fill-none"
          strokeWidth={Math.max(6, (swelling.toM - swelling.fromM) * pxPerM)}
        />
      )}
      {swelling.kind === 'climber' && (
        <path
          d={`M ${x(-0.34)} ${y(0)} ${[0.5, 1, 1.5, 2, 2.5, 3].map((m, i) => `Q ${x(i % 2 === 0 ? 0.4 : -0.42)} ${y(m - 0.25)} ${x(i % 2 === 0 ? 0.22 : -0.26)} ${y(m)}`).join(' ')}`}
          className="stroke-lichen fill-none"
          strokeWidth={7}
        />
      )}
    </>
  );
}
