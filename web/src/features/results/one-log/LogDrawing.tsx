import { useRef } from 'react';
import { useSize } from '../../../ui/use-media.ts';
import type { WoodUnits } from '../prices/wood-units.ts';
import type { TapedLog } from './log-state.ts';
import { t } from '../../../messages/text.ts';

const MARGIN = 16;
const DRAWN_PX = 88;
const LABEL_PX = 26;

/** The log lying, butt to the left, its taped diameters where they were taken; thickness not to the scale of its length. */
export function LogDrawing({ log, units }: { readonly log: TapedLog; readonly units: WoodUnits }) {
  const area = useRef<HTMLDivElement>(null);
  const { width } = useSize(area);
  const { buttCm, thirdCm, middleCm, topCm, lengthM } = log;
  const taped = [
    { share: 0, cm: buttCm },
    { share: 1 / 3, cm: thirdCm },
    { share: 1 / 2, cm: middleCm },
    { share: 1, cm: topCm },
  ].filter((each): each is { readonly share: number; readonly cm: number } => each.cm !== null);
  const thickest = Math.max(...taped.map(({ cm }) => cm));
  const half = (cm: number): number => ((cm / thickest) * DRAWN_PX) / 2;
  const x = (share: number): number => MARGIN + 20 + share * (width - 2 * MARGIN - 40);
  const middle = LABEL_PX + DRAWN_PX / 2;
  // Where the butt was not taped, the log is drawn no thinner than what is known of it.
  const outline = taped[0]?.share === 0 ? taped : [{ share: 0, cm: thickest }, ...taped];
  const upper = outline.map(({ share, cm }) => `${x(share)} ${middle - half(cm)}`);
  const lower = outline.toReversed().map(({ share, cm }) => `${x(share)} ${middle + half(cm)}`);
  return (
    <div ref={area} className="rounded-xl border border-line bg-sheet">
      {width > 0 && (
        <svg
          width={width}
          height={middle + DRAWN_PX / 2 + LABEL_PX + 10}
          viewBox={`0 0 ${width} ${middle + DRAWN_PX / 2 + LABEL_PX + 10}`}
          role="img"
          aria-label={t(
            'results.log-of-at-the-small',
            'Log of {lengthM} {units}, {topCm} {diameter} at the small end',
            {
              lengthM: units.printLength(lengthM),
              units: units.length,
              topCm: units.printDiameter(topCm),
              diameter: units.diameter,
            },
          )}
          className="block"
        >
          <path
            d={`M ${upper.join(' L ')} L ${lower.join(' L ')} Z`}
            className="fill-bark stroke-ink"
            strokeWidth={2}
          />
          <ellipse
            cx={x(1)}
            cy={middle}
            rx={half(topCm) * 0.3}
            ry={half(topCm)}
            className="fill-wash stroke-ink"
            strokeWidth={2}
          />
          <ellipse
            cx={x(1)}
            cy={middle}
            rx={half(topCm) * 0.15}
            ry={half(topCm) * 0.5}
            className="fill-none stroke-bark"
            strokeWidth={1}
          />
          {taped.map(({ share, cm }) => (
            <g key={share}>
              <path
                d={`M ${x(share)} ${middle - half(cm)} V ${middle + half(cm)}`}
                className="stroke-sheet"
                strokeWidth={share === 1 ? 0 : 2}
                strokeDasharray="5 4"
              />
              <text
                x={x(share)}
                y={LABEL_PX - 10}
                textAnchor="middle"
                fontSize={15}
                fontWeight={700}
                className="figures fill-ink"
              >
                {units.printDiameter(cm)}
              </text>
            </g>
          ))}
          <path
            d={`M ${x(0)} ${middle + DRAWN_PX / 2 + 12} H ${x(1)} m 0 -6 v 12 M ${x(0)} ${middle + DRAWN_PX / 2 + 6} v 12`}
            className="fill-none stroke-ink"
            strokeWidth={1.5}
          />
          <text
            x={x(0.5)}
            y={middle + DRAWN_PX / 2 + 30}
            textAnchor="middle"
            fontSize={15}
            fontWeight={700}
            className="figures fill-ink"
          >
            {units.printLength(lengthM)} {units.length}
          </text>
        </svg>
      )}
    </div>
  );
}
