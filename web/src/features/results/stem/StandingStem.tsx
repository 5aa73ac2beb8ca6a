import type { Bucking, Cut } from '@arbolito/core/bucking';
import type { Product } from '@arbolito/core/protocol';
import type { StemProfile } from '@arbolito/core/taper';
import type { WoodUnits } from '../prices/wood-units.ts';
import { Patterns } from './Patterns.tsx';
import { t } from '../../../messages/text.ts';

interface StandingStemProps {
  readonly over: StemProfile;
  readonly under: StemProfile;
  readonly bucking: Bucking;
  readonly products: readonly Product[];
  readonly units: WoodUnits;
}

const HEIGHT = 460;
const WIDTH = 280;
const TOP = 14;
const GROUND = 24;
const STEM_X = 84;
const LABEL_X = 122;
const LABEL_HEIGHT = 17;
const PERSON_M = 1.75;
const STEPS = 40;

interface Label {
  readonly cut: Cut;
  readonly count: number;
  /** Where its logs are, and where there is room to say so. */
  readonly wished: number;
  readonly at: number;
}

/** One label for logs of one kind that follow each other; the labels pushed apart from below. */
function labelsOf({ cuts }: Bucking, y: (metres: number) => number): readonly Label[] {
  const groups: Cut[][] = [];
  for (const cut of cuts) {
    const last = groups.at(-1);
    const [first] = last ?? [];
    if (last !== undefined && first?.product === cut.product && Math.abs(first.lengthM - cut.lengthM) < 1e-6)
      last.push(cut);
    else groups.push([cut]);
  }
  let floor = HEIGHT - GROUND;
  return groups.flatMap((group): Label[] => {
    const [cut] = group;
    const last = group.at(-1);
    if (cut === undefined || last === undefined) return [];
    const wished = y((cut.fromM + last.fromM + last.lengthM) / 2);
    const at = Math.min(wished, floor - LABEL_HEIGHT / 2);
    floor = at - LABEL_HEIGHT / 2;
    return [{ cut, count: group.length, wished, at }];
  });
}

/** The stem as it stands, as thick as it is tall to one scale, its logs beside it and a person for the size. */
export function StandingStem({ over, under, bucking, products, units }: StandingStemProps) {
  const { heightM } = over;
  const scale = (HEIGHT - TOP - GROUND) / heightM;
  const y = (metres: number): number => HEIGHT - GROUND - metres * scale;
  const half = (profile: StemProfile, metres: number): number => (profile.diameterCm(metres) / 200) * scale;
  const outline = (profile: StemProfile, from: number, to: number): string => {
    const at = Array.from({ length: STEPS + 1 }, (_, i) => from + ((to - from) * i) / STEPS);
    const left = at.map((h) => `${STEM_X - half(profile, h)} ${y(h)}`);
    const right = at.toReversed().map((h) => `${STEM_X + half(profile, h)} ${y(h)}`);
    return `M ${[...left, ...right].join(' L ')} Z`;
  };
  const labels = labelsOf(bucking, y);
  const tick = units.system === 'metric' ? 5 : 16;
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={t('results.standing-stem-tall-to-scale', 'Standing stem, {heightM} {units} tall, to scale: {join}', {
        heightM: units.printLength(heightM),
        units: units.length,
        join: bucking.cuts
          .map(
            ({ product, lengthM }) =>
              `${products[product]?.name ?? ''} of ${units.printLength(lengthM)} ${units.length}`,
          )
          .join(', '),
      })}
      className="block max-w-full"
    >
      <Patterns count={products.length} prefix="standing-" />
      {Array.from({ length: Math.floor(units.lengthOf(heightM) / tick) + 1 }, (_, i) => i * tick).map((shown) => {
        const at = y(units.readLength(String(shown)));
        return (
          <g key={shown}>
            <path d={`M 34 ${at} H ${STEM_X - 10}`} className="stroke-line" strokeWidth={1} />
            <text x={30} y={at + 4} textAnchor="end" fontSize={14} className="fill-quiet figures">
              {shown}
            </text>
          </g>
        );
      })}
      <text x={4} y={TOP - 2} fontSize={14} className="fill-quiet">
        {units.length}
      </text>
      <path d={outline(over, 0, heightM)} className="fill-bark stroke-ink" strokeWidth={1} />
      {bucking.cuts.map(({ product, fromM, lengthM }) => (
        <g key={fromM}>
          <path d={outline(under, fromM, fromM + lengthM)} fill={`url(#standing-wood-${product})`} />
          {[fromM, fromM + lengthM].map((at) => (
            <path key={at} d={`M ${STEM_X - 12} ${y(at)} H ${STEM_X + 12}`} className="stroke-ink" strokeWidth={1.2} />
          ))}
        </g>
      ))}
      {labels.map(({ cut: { product, lengthM, fromM }, count, wished, at }) => (
        <g key={fromM}>
          <path d={`M ${STEM_X + 14} ${wished} L ${LABEL_X - 4} ${at}`} className="stroke-edge" strokeWidth={1} />
          <text x={LABEL_X} y={at + 4} fontSize={14} className="fill-ink">
            {count > 1 && `${count} × `}
            {products[product]?.name} {units.printLength(lengthM)}
          </text>
        </g>
      ))}
      <path d={`M 0 ${y(0)} H ${WIDTH}`} className="stroke-ink" strokeWidth={2} />
      {/* A person, to see the size by. */}
      <g className="fill-sky">
        <circle cx={52} cy={y(PERSON_M) + 0.12 * scale} r={Math.max(1.6, 0.13 * scale)} />
        <path
          d={`M 52 ${y(PERSON_M - 0.3)} V ${y(0)}`}
          className="stroke-sky"
          strokeWidth={Math.max(2.4, 0.32 * scale)}
        />
      </g>
    </svg>
  );
}
