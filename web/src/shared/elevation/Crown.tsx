import { memo } from 'react';
import type { CrownForm } from '@arbolito/core/protocol';

/** Half the width of a crown at its widest, in m: about a sixth of the height, more for domes. */
export const crownRadiusM = (heightM: number, crown: CrownForm): number =>
  Math.max(0.6, heightM * (crown === 'dome' ? 0.22 : crown === 'layered' ? 0.17 : 0.14));

const CROWN_BASE_SHARE: Readonly<Record<CrownForm, number>> = { layered: 0.5, spire: 0.22, dome: 0.36 };

/** A spread of numbers from 0 to 1 without clumps: the same tree is drawn the same way at every key. */
const spread = (i: number, step: number): number => (i * step) % 1;
const GOLDEN = 0.618034;
const SILVER = 0.414214;

interface CrownBox {
  readonly cx: number;
  readonly topY: number;
  readonly baseY: number;
  readonly radius: number;
}

/** What a crown is drawn of: branches, foliage, and the strokes that give it a face. */
interface CrownPaths {
  readonly branches: string;
  readonly foliage: string;
  readonly light: string;
  readonly strokes: string;
}

const round = (px: number): number => Math.round(10 * px) / 10;
const blob = (cx: number, cy: number, rx: number, ry: number): string =>
  `M ${round(cx - rx)} ${round(cy)} a ${round(rx)} ${round(ry)} 0 1 0 ${round(2 * rx)} 0 a ${round(rx)} ${round(ry)} 0 1 0 ${round(-2 * rx)} 0`;
const arc = (cx: number, cy: number, r: number): string =>
  `M ${round(cx - r)} ${round(cy)} q ${round(r)} ${round(-1.1 * r)} ${round(2 * r)} 0`;

/** A rounded crown of many small clusters, as of beech and oak: widest a little below its middle. */
function dome({ cx, topY, baseY, radius }: CrownBox): CrownPaths {
  const length = baseY - topY;
  const reachAt = (up: number): number => radius * Math.sqrt(Math.max(0, 1 - ((up - 0.42) / 0.6) ** 2));
  const clusters = Array.from({ length: 64 }, (_, i) => {
    const up = 0.06 + 0.86 * spread(i + 1, GOLDEN);
    const across = 2 * spread(i + 1, SILVER) - 1;
    const size = radius * (0.17 + 0.08 * spread(i + 1, 0.731)) * (1 - 0.25 * up);
    return { x: cx + across * Math.max(0, reachAt(up) - size * 0.8), y: baseY - up * length, size };
  });
  const limbs = [-0.7, -0.4, 0.3, 0.65, 0.05].map(
    (side, i) =>
      `M ${round(cx)} ${round(baseY + length * 0.06 - i * length * 0.05)} Q ${round(cx + side * radius * 0.4)} ${round(baseY - length * 0.18)} ${round(cx + side * radius * 0.8)} ${round(baseY - length * (0.34 + 0.08 * i))}`,
  );
  return {
    branches: limbs.join(' '),
    foliage: clusters.map(({ x, y, size }) => blob(x, y, size, size * 0.85)).join(' '),
    light: clusters
      .filter((_, i) => i % 3 === 0)
      .map(({ x, y, size }) => blob(x - size * 0.25, y - size * 0.3, size * 0.55, size * 0.45))
      .join(' '),
    strokes: clusters
      .filter((_, i) => i % 2 === 0)
      .map(({ x, y, size }) => arc(x, y - size * 0.2, size * 0.6))
      .join(' '),
  };
}

/** Tiers of drooping branches with a toothed edge, as of spruce and fir. */
function spire({ cx, topY, baseY, radius }: CrownBox): CrownPaths {
  const tiers = 11;
  const length = baseY - topY;
  const tierOf = (i: number): string => {
    const top = topY + (length * Math.max(0, i - 0.5)) / tiers;
    const edge = topY + (length * (i + 1)) / tiers;
    const reach = radius * ((i + 1) / tiers) ** 0.85 * (i % 2 === 0 ? 1 : 0.9);
    const teeth = 3 + Math.floor(i / 2);
    const step = (2 * reach) / teeth;
    const tooth = `l ${round(-step / 2)} ${round(-length * 0.02)} l ${round(-step / 2)} ${round(length * 0.02)}`;
    return `M ${round(cx)} ${round(top)} Q ${round(cx + reach * 0.35)} ${round(edge - length * 0.05)} ${round(cx + reach)} ${round(edge)} ${`${tooth} `.repeat(teeth)}Q ${round(cx - reach * 0.35)} ${round(edge - length * 0.05)} ${round(cx)} ${round(top)} Z`;
  };
  const droops = Array.from({ length: tiers - 1 }, (_, i) => {
    const y = topY + (length * (i + 1.4)) / tiers;
    const reach = radius * ((i + 1) / tiers) ** 0.85 * 0.62;
    return [-1, 1].map(
      (side) =>
        `M ${round(cx)} ${round(y - length * 0.03)} q ${round(side * reach * 0.5)} ${round(length * 0.005)} ${round(side * reach)} ${round(length * 0.03)}`,
    );
  });
  return {
    branches: '',
    foliage: Array.from({ length: tiers }, (_, i) => tierOf(i)).join(' '),
    light: '',
    strokes: droops.flat().join(' '),
  };
}

/** Flat pads of needles on visible branches, as of an older pine. */
function layered({ cx, topY, baseY, radius }: CrownBox): CrownPaths {
  const length = baseY - topY;
  const pads = Array.from({ length: 13 }, (_, i) => {
    const up = (i + 0.4) / 13;
    const side = i % 2 === 0 ? 1 : -1;
    const reach = radius * (1 - up) ** 0.6 * (0.8 + 0.2 * spread(i + 1, GOLDEN));
    return { side, reach, y: baseY - up * length, thick: length * 0.05 * (1 - 0.3 * up) };
  });
  const tufts = pads.flatMap(({ side, reach, y, thick }, i) =>
    [0.2, 0.42, 0.63, 0.84].map((share, k) => ({
      x: cx + side * reach * share,
      y: y - reach * share * 0.16 - thick * 0.4 * spread(i + 4 * k + 1, SILVER),
      rx: Math.max(1.5, reach * 0.2),
      ry: Math.max(1.2, thick * (1 - 0.3 * share)),
    })),
  );
  return {
    branches: pads
      .map(
        ({ side, reach, y }) =>
          `M ${round(cx)} ${round(y + length * 0.02)} Q ${round(cx + side * reach * 0.5)} ${round(y)} ${round(cx + side * reach * 0.8)} ${round(y - reach * 0.13)}`,
      )
      .join(' '),
    foliage: [...tufts, { x: cx, y: topY + length * 0.03, rx: radius * 0.16, ry: length * 0.04 }]
      .map(({ x, y, rx, ry }) => blob(x, y, rx, ry))
      .join(' '),
    light: tufts
      .filter((_, i) => i % 2 === 0)
      .map(({ x, y, rx, ry }) => blob(x, y - ry * 0.4, rx * 0.7, ry * 0.4))
      .join(' '),
    strokes: tufts
      .map(({ x, y, rx, ry }) => `M ${round(x - rx * 0.6)} ${round(y + ry * 0.5)} h ${round(rx * 1.2)}`)
      .join(' '),
  };
}

const FORMS = { dome, spire, layered } as const;

interface CrownProps extends CrownBox {
  readonly form: CrownForm;
}

/** A crown of the species' form, to scale. Its trunk is drawn over it. */
export const Crown = memo(function Crown({ form, ...box }: CrownProps) {
  const { branches, foliage, light, strokes } = FORMS[form](box);
  return (
    <g strokeLinecap="round">
      <path d={branches} className="fill-none stroke-bark" strokeWidth={Math.max(1, box.radius * 0.03)} />
      <path d={foliage} className="fill-lichen" opacity={0.72} />
      <path d={light} className="fill-sheet" opacity={0.16} />
      <path d={strokes} className="fill-none stroke-ink" strokeWidth={1} opacity={0.28} />
    </g>
  );
});

/** Where the crown of a tree begins and ends on the drawing. */
export const crownBaseM = (heightM: number, crown: CrownForm): number => heightM * CROWN_BASE_SHARE[crown];
