import { convert, type UnitSystem } from '@arbolito/core/units';
import { DimensionLine, Ground, HeightGrid, Person, type Point, Ray } from '../../ui/drawing/kit.tsx';
import { InstrumentPicture } from './InstrumentPicture.tsx';
import { fit, type Margins, type Projection } from '../../ui/drawing/projection.ts';
import { crownRadiusM } from './Crown.tsx';
import { Tree } from './TreeDrawing.tsx';
import type { Scene } from './scene.ts';
import { Aids } from './Aids.tsx';
import { levelLabels } from './level-labels.ts';
import { say } from '../../messages/text.ts';

export interface ElevationLayout {
  readonly projection: Projection;
  readonly eye: Point;
  readonly tip: Point;
  readonly foot: Point;
  readonly ring: Point;
  /** Where the height is dimensioned. */
  readonly sideX: number;
}

/** Places the scene on a sheet of that size. */
export function elevationLayout(
  scene: Scene,
  width: number,
  height: number,
  margins: Margins,
  corrected: Scene | null = null,
): ElevationLayout {
  const { observer, heightM, crown, leanM, aid } = scene;
  const radius = crownRadiusM(heightM, crown);
  const tipM = observer?.tipM ?? heightM;
  const standsM = observer === null ? radius + 4 : observer.distanceM + 1;
  const world = {
    left: -Math.max(standsM, radius - leanM, aid?.kind === 'shadow' ? aid.treeM + 1 : 0),
    right: radius + 1 + Math.max(0, leanM),
    bottom: Math.min(0, observer?.feetM ?? 0, tipM),
    // A fix that makes the tree much taller may leave the sheet: the tree as read stays readable.
    top: Math.max(
      heightM + scene.standardErrorM,
      tipM,
      (observer?.eyeM ?? 0) + 1,
      Math.min(corrected?.heightM ?? 0, GHOST_SHARE * heightM),
    ),
  };
  const projection = fit(world, width, height, margins);
  const at = (x: number, y: number): Point => ({ x: projection.x(x), y: projection.y(y) });
  return {
    projection,
    eye: observer === null ? at(0, 0) : at(-observer.distanceM, observer.eyeM),
    tip: at(leanM, observer?.tipM ?? heightM),
    foot: at(0, 0),
    ring: at(0, scene.pointM),
    sideX: projection.x(radius + Math.max(0, leanM)) + 26,
  };
}

/** How much taller than the tree as read a corrected one may make the drawing. */
const GHOST_SHARE = 2.5;

/** The tree as a suggested fix would have it: its sights and its top, dashed. */
function Ghost({ scene, projection }: { readonly scene: Scene; readonly projection: Projection }) {
  const { observer, heightM, leanM } = scene;
  const top = { x: projection.x(leanM), y: projection.y(heightM) };
  const eye = observer === null ? null : { x: projection.x(-observer.distanceM), y: projection.y(observer.eyeM) };
  const sights =
    eye === null
      ? ''
      : `M ${eye.x} ${eye.y} L ${top.x} ${top.y} M ${eye.x} ${eye.y} L ${projection.x(0)} ${projection.y(0)}`;
  return (
    <g
      data-testid="ghost"
      className="fill-none stroke-paint-ink"
      strokeWidth={2.5}
      strokeDasharray="2 7"
      strokeLinecap="round"
    >
      <path d={sights} />
      <path d={`M ${top.x - 34} ${top.y} h 68`} strokeDasharray="none" />
    </g>
  );
}

/** What a line of the workings rests on: the sights and the distance that it takes up. */
export type DrawnMeasure = ReadonlySet<string>;

/** The triangle that a line of the workings is about, in marking paint. */
function ShownTriangle({
  shown,
  layout: { eye, tip, foot },
}: {
  readonly shown: DrawnMeasure;
  readonly layout: ElevationLayout;
}) {
  const corners = [
    eye,
    ...(shown.has('tip') ? [tip] : []),
    ...(shown.has('base') ? [foot] : []),
    ...(shown.has('tip') && shown.has('base') ? [] : [{ x: foot.x, y: eye.y }]),
  ];
  return (
    <path
      data-testid="shown-triangle"
      d={`M ${corners.map(({ x, y }) => `${x} ${y}`).join(' L ')} Z`}
      className="fill-paint stroke-paint"
      fillOpacity={0.2}
      strokeWidth={4}
      strokeLinejoin="round"
    />
  );
}

interface ElevationProps {
  readonly scene: Scene;
  readonly layout: ElevationLayout;
  readonly width: number;
  readonly height: number;
  readonly unitSystem: UnitSystem;
  /** Where on the drawing the reading to take now lies, and for which height. */
  readonly now: { readonly place: string; readonly heightNo: number } | null;
  readonly heightText: string | null;
  readonly label: string;
  /** What the line of the workings in hand rests on. */
  readonly shown?: DrawnMeasure | null;
  /** The scene as a suggested fix would have it. */
  readonly corrected?: Scene | null;
  /** The phone's strip: no dimensions, no grid figures. */
  readonly strip?: boolean;
}

/** The true-to-scale elevation: this tree, this ground, this observer. */
export function Elevation({
  scene,
  layout,
  width,
  height,
  unitSystem,
  now,
  heightText,
  label,
  shown = null,
  corrected = null,
  strip = false,
}: ElevationProps) {
  const { projection, eye, tip, foot, ring, sideX } = layout;
  const { observer, standardErrorM, leanM } = scene;
  const metresPerUnit = unitSystem === 'metric' ? 1 : convert(1, 'ft', 'm');
  const heldPx = strip ? 30 : 46;
  const half = Math.max(1.5, standardErrorM * projection.pxPerM);
  const treeTop = projection.y(scene.heightM);
  const feet = observer === null ? foot : { x: eye.x, y: projection.y(observer.feetM) };
  const groundY = Math.max(foot.y, feet.y) + 46;
  const isNow = (place: string, heightNo = 1): boolean => now?.place === place && now.heightNo === heightNo;
  const stemX = (heightM: number): number => projection.x((leanM * heightM) / scene.heightM);
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={label}
      className="block"
    >
      {!strip && (
        <HeightGrid
          projection={projection}
          width={width}
          height={height}
          metresPerUnit={metresPerUnit}
          unit={unitSystem === 'metric' ? 'm' : 'ft'}
        />
      )}
      <Ground a={feet} b={foot} width={width} height={height} />
      {observer !== null && (
        <g>
          <path
            d={`M ${eye.x} ${eye.y} H ${strip ? width : Math.max(foot.x + 40, sideX - 14)}`}
            className="stroke-sky"
            strokeWidth="var(--hair)"
            strokeDasharray="8 5"
          />
          {scene.heightKnown && (
            <path
              d={`M ${eye.x} ${eye.y} L ${tip.x} ${treeTop - half} L ${tip.x} ${treeTop + half} Z`}
              className="fill-sky"
              opacity={0.28}
            />
          )}
        </g>
      )}
      <Tree
        projection={projection}
        heightM={scene.heightM}
        dbhM={scene.dbhM}
        otherStemsM={scene.otherStemsM}
        crown={scene.crown}
        leanM={leanM}
        broken={scene.isBroken}
        ghost={!scene.heightKnown && !scene.dbhKnown}
      />
      {shown !== null && observer !== null && <ShownTriangle shown={shown} layout={layout} />}
      {corrected !== null && <Ghost scene={corrected} projection={projection} />}
      <Aids scene={scene} layout={layout} />
      {observer !== null && (
        <g>
          {scene.levels
            .filter(({ isSighted }) => isSighted)
            .map(({ heightNo, heightM }) => (
              <Ray
                key={heightNo}
                from={eye}
                to={{ x: stemX(heightM), y: projection.y(heightM) }}
                now={isNow('tip', heightNo)}
              />
            ))}
          <Ray from={eye} to={foot} now={isNow('base')} dashed={observer.footM === null} />
          <Ray from={eye} to={tip} now={isNow('tip')} dashed={observer.tipM === null} />
          <Person projection={projection} xM={-observer.distanceM} feetM={observer.feetM} eyeM={observer.eyeM} />
          {observer.held !== null && (
            <InstrumentPicture
              instrument={observer.held}
              x={eye.x - 0.85 * heldPx}
              y={eye.y - 1.45 * heldPx}
              sizePx={heldPx}
            />
          )}
        </g>
      )}
      <path
        d={`M ${ring.x - Math.max(9, scene.dbhM * projection.pxPerM * 0.5 + 7)} ${ring.y} h ${2 * Math.max(9, scene.dbhM * projection.pxPerM * 0.5 + 7)}`}
        className={isNow('ring') ? 'stroke-paint' : 'stroke-ink'}
        strokeWidth={isNow('ring') ? 6 : 4}
      />
      {!strip && (
        <path
          d={`M ${ring.x + 12} ${ring.y} H ${sideX + 18}`}
          className="stroke-edge"
          strokeWidth="var(--hair)"
          strokeDasharray="2 4"
        />
      )}
      {!strip && observer !== null && (
        <g className={isNow('ground') ? '[&_path]:stroke-paint' : ''}>
          <DimensionLine from={{ x: eye.x, y: groundY }} to={{ x: foot.x, y: groundY }} strong={isNow('ground')} />
        </g>
      )}
      {levelLabels(scene, layout).map(({ level, y, box }) => (
        <g key={level.heightNo} data-testid={`level-${level.heightNo}`}>
          <path
            d={
              strip
                ? `M ${stemX(level.heightM) - 14} ${y} h 28`
                : `M ${stemX(level.heightM) - 14} ${y} H ${sideX - 12} M ${sideX + 12} ${y} L ${box.x - 4} ${box.y + box.height / 2}`
            }
            className={isNow('tip', level.heightNo) ? 'stroke-paint' : 'stroke-ink'}
            strokeWidth={2.5}
            fill="none"
          />
          {!strip && (
            <text
              x={box.x}
              y={box.y + 16}
              className="fill-ink stroke-paper"
              strokeWidth={5}
              paintOrder="stroke"
              fontSize={14}
            >
              {say(level.name)}
              <tspan x={box.x} dy={17} className="figures" fontSize={16} fontWeight={700}>
                {level.text}
              </tspan>
            </text>
          )}
        </g>
      ))}
      {!strip && heightText !== null && (
        <g>
          <rect x={sideX - 10} y={treeTop - half} width={20} height={2 * half} className="fill-sky" opacity={0.4} />
          <DimensionLine from={{ x: sideX, y: treeTop }} to={{ x: sideX, y: foot.y }} strong />
          <text
            x={sideX + 8}
            y={(treeTop + foot.y) / 2}
            transform={`rotate(-90 ${sideX + 8} ${(treeTop + foot.y) / 2})`}
            textAnchor="middle"
            dy={12}
            className="fill-ink figures"
            fontSize={18}
            fontWeight={700}
          >
            {heightText}
          </text>
        </g>
      )}
    </svg>
  );
}
