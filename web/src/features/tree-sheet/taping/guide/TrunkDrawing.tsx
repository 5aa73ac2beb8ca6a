import { useId } from 'react';
import { printRounded } from '@arbolito/core/units';
import type { TapeAnswer, TapedTree } from '@arbolito/core/protocol';
import { DimensionLine, Ground } from '../../../../ui/drawing/kit.tsx';
import { fit, type Projection } from '../../../../ui/drawing/projection.ts';
import { HALF_M, middleOf, StemParts, thicknessOf, type Trunk, trunksOf } from './trunk-parts.tsx';
import { t } from '../../../../messages/text.ts';

const WORLD = { left: -1.7, right: 1.7, bottom: -0.75, top: 3.1 };

const label = ({ point, from, stems }: TapeAnswer): string => {
  if (stems === 0) return t('tree-sheet.drawing-a-stem-broken-below', 'Drawing: a stem broken below breast height');
  const place =
    point.kind === 'at'
      ? t('tree-sheet.at-m', 'at {heightM} m', { heightM: printRounded(point.heightM, 2) })
      : t('tree-sheet.at-the-narrowest-point-between', 'at the narrowest point between {fromM} and {toM} m', {
          fromM: printRounded(point.fromM, 2),
          toM: printRounded(point.toM, 2),
        });
  return t(
    'tree-sheet.drawing-the-tape-is-measured',
    'Drawing: the tape is {place}, measured from the {from}, on {stems, plural, one {# stem} other {# stems}}',
    { place, from, stems },
  );
};

interface OtherSchoolProps {
  readonly projection: Projection;
  readonly halfM: number;
  /** Above the middle of the stem's foot. */
  readonly heightM: number;
  readonly words: string;
}

/** Where the other school would tape the same stem. */
function OtherSchool({ projection, halfM, heightM, words }: OtherSchoolProps) {
  const { x, y, pxPerM } = projection;
  return (
    <g>
      <path
        d={`M ${x(-halfM - 0.06)} ${y(heightM)} H ${x(halfM + 0.3)}`}
        className="stroke-ink"
        strokeWidth={2}
        strokeDasharray="5 4"
      />
      {pxPerM > 70 && (
        <text x={x(halfM + 0.34)} y={y(heightM) + 4} fontSize={13} className="fill-ink">
          {words}
        </text>
      )}
    </g>
  );
}

interface TapeMarkProps {
  readonly tree: TapedTree;
  readonly answer: TapeAnswer;
  readonly projection: Projection;
  readonly halfM: number;
}

/** The tape in the marking paint, with its height above the ground that counts. */
function TapeMark({ tree, answer, projection, halfM }: TapeMarkProps) {
  const { x, y, pxPerM } = projection;
  const { point, stems, from } = answer;
  if (stems === 0) return null;
  // Uphill is drawn on the left: there the ground is half a stem's slope higher.
  const startM = from === 'uphill side' ? (halfM * tree.ground.slopePct) / 100 : 0;
  const pointM = startM + (point.kind === 'at' ? point.heightM : point.toM);
  const across = (trunk: Trunk): string => {
    const middle = middleOf(trunk, pointM);
    return `M ${x(middle - trunk.halfM - 0.09)} ${y(pointM)} L ${x(middle + trunk.halfM + 0.09)} ${y(pointM)}`;
  };
  const taped = trunksOf(tree, halfM)
    .filter((trunk) => pointM >= trunk.startM - 1e-9 && pointM <= trunk.topM + 1e-9)
    .slice(0, stems);
  return (
    <>
      {point.kind === 'narrowest' ? (
        <rect
          x={x(-0.62)}
          y={y(pointM)}
          width={1.24 * pxPerM}
          height={Math.max(6, (point.toM - point.fromM) * pxPerM)}
          className="fill-paint stroke-paint"
          fillOpacity={0.3}
          strokeWidth={2}
          strokeDasharray="6 4"
        />
      ) : (
        taped.map((trunk, i) => (
          <path key={i} d={across(trunk)} className="stroke-paint" strokeWidth={9} strokeLinecap="round" />
        ))
      )}
      {point.kind === 'at' && (from === 'uphill side' || from === 'middle of the slope') && (
        <OtherSchool
          projection={projection}
          halfM={HALF_M * thicknessOf(halfM)}
          heightM={point.heightM + (from === 'uphill side' ? 0 : (halfM * tree.ground.slopePct) / 100)}
          words={
            from === 'uphill side'
              ? t('tree-sheet.from-the-middle-of-the', 'from the middle of the slope')
              : t('tree-sheet.from-uphill', 'from uphill')
          }
        />
      )}
      <DimensionLine from={{ x: x(-1.02), y: y(startM) }} to={{ x: x(-1.02), y: y(pointM) }} strong />
      <path
        d={`M ${x(-1.02)} ${y(pointM)} H ${x(-0.4)} M ${x(-1.02)} ${y(startM)} H ${x(-0.2)}`}
        className="stroke-edge"
        strokeDasharray="2 4"
        strokeWidth="var(--hair)"
      />
    </>
  );
}

interface TrunkDrawingProps {
  readonly tree: TapedTree;
  /** Left out, only the tree is drawn: the picture on a button. */
  readonly answer?: TapeAnswer;
  /** Half the stem at breast height. */
  readonly halfM?: number;
  readonly width: number;
  readonly height: number;
}

/** The trunk with what was found on it, true to scale, and the tape in the marking paint. */
export function TrunkDrawing({ tree, answer, halfM = HALF_M, width, height }: TrunkDrawingProps) {
  const margin = answer === undefined ? 0 : 8;
  const projection = fit(WORLD, width, height, { left: margin, right: margin, top: margin, bottom: margin });
  const { x, y, pxPerM } = projection;
  const clip = useId();
  const slope = tree.ground.slopePct / 100;
  const groundY = (px: number) => y(0) + slope * (px - x(0));
  const snowM = tree.ground.snowM ?? 0;
  const words = answer === undefined ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label(answer) };
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} className="block" {...words}>
      <clipPath id={clip}>
        <path d={`M 0 0 H ${width} V ${groundY(width)} L 0 ${groundY(0)} Z`} />
      </clipPath>
      <Ground a={{ x: 0, y: groundY(0) }} b={{ x: width, y: groundY(width) }} width={width} height={height} />
      <g clipPath={`url(#${clip})`}>
        <g transform={`rotate(${tree.leanDeg} ${x(0)} ${y(0)})`}>
          <StemParts tree={tree} projection={projection} halfM={halfM} />
        </g>
      </g>
      {answer !== undefined && (
        <g transform={`rotate(${tree.leanDeg} ${x(0)} ${y(0)})`}>
          <TapeMark tree={tree} answer={answer} projection={projection} halfM={halfM} />
        </g>
      )}
      {snowM > 0 && (
        <rect
          x={0}
          y={y(snowM)}
          width={width}
          height={snowM * pxPerM}
          className="fill-sheet stroke-edge"
          opacity={0.82}
        />
      )}
    </svg>
  );
}
