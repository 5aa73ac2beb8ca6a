import { useRef } from 'react';
import { convert, printRounded } from '@arbolito/core/units';
import type { Borderline, InOrOut } from '@arbolito/core/plot';
import { useSize } from '../ui/use-media.ts';
import { t } from '../messages/text.ts';

export interface InOrOutViewProps {
  readonly outcome: InOrOut;
  readonly dbhCm: number;
  readonly units: { readonly length: 'm' | 'ft'; readonly diameter: 'cm' | 'in' };
  readonly to: Borderline['to'];
  /** Distances lie along the ground instead of level. */
  readonly alongGround?: boolean;
}

/** Whether a tree on the edge is in, by how much, where the limit lies on the tape, and all of it from above. */
export function InOrOutView({ outcome, dbhCm, units, to, alongGround = false }: InOrOutViewProps) {
  const { isIn, marginCm, limitM, levelM, limitOnTapeM } = outcome;
  const length = (metres: number): string => `${printRounded(convert(metres, 'm', units.length), 2)} ${units.length}`;
  const margin = printRounded(Math.abs(convert(marginCm, 'cm', units.diameter)), 1);
  return (
    <>
      <div aria-live="polite" className="flex flex-wrap items-end gap-x-8 gap-y-2">
        <p>
          <span className="text-quiet">{t('shared.this-tree-is', 'This tree is')}</span>
          <strong
            className={`block text-6xl font-extrabold ${isIn ? 'text-ink' : 'text-paint-ink'}`}
            data-testid="in-or-out"
          >
            {isIn ? t('shared.in', 'in') : t('shared.out', 'out')}
          </strong>
        </p>
        <p>
          <span className="text-quiet">{t('shared.by', 'by')}</span>
          <span className="figures block text-3xl font-bold" data-testid="margin">
            {margin} {units.diameter}
          </span>
        </p>
        <p>
          <span className="text-quiet">
            {t('shared.tape-reading-at-the-limit', 'tape reading at the limit, {value}', {
              value: to === 'face' ? t('shared.to-the-face', 'to the face') : t('shared.to-the-pith', 'to the pith'),
            })}
          </span>
          <span className="figures block text-3xl font-bold" data-testid="limit">
            {length(limitOnTapeM)}
          </span>
        </p>
      </div>
      <FromAbove limitM={limitM} levelM={levelM} dbhCm={dbhCm} isIn={isIn} />
      <p className="text-quiet">
        {t(
          'shared.horizontally-to-the-pith-of',
          '{along, select, slope {Along the ground, to the pith of the stem: the tree is at {levelM}, the limiting distance is {limitM}.} other {Horizontally, to the pith of the stem: the tree is at {levelM}, the limiting distance is {limitM}.}}',
          { along: alongGround ? 'slope' : 'level', levelM: length(levelM), limitM: length(limitM) },
        )}{' '}
      </p>
    </>
  );
}

const HEIGHT = 230;
const MARGIN = 18;

/** The limit and the stem from above, close up: as wide as the stem and the margin ask for. */
function FromAbove({
  limitM,
  levelM,
  dbhCm,
  isIn,
}: {
  readonly limitM: number;
  readonly levelM: number;
  readonly dbhCm: number;
  readonly isIn: boolean;
}) {
  const area = useRef<HTMLDivElement>(null);
  const { width } = useSize(area);
  const radiusM = dbhCm / 200;
  const low = Math.min(limitM, levelM) - 2 * radiusM;
  const high = Math.max(limitM, levelM) + 2 * radiusM;
  const scale = Math.min((width - 2 * MARGIN) / (high - low), (HEIGHT - 2 * MARGIN) / (2.4 * radiusM));
  const middle = (low + high) / 2;
  const x = (metres: number): number => width / 2 + (metres - middle) * scale;
  const y = HEIGHT / 2;
  return (
    <div ref={area} className="overflow-hidden rounded-xl border border-line bg-sheet">
      {width > 0 && (
        <svg
          width={width}
          height={HEIGHT}
          viewBox={`0 0 ${width} ${HEIGHT}`}
          role="img"
          aria-label={t(
            'shared.seen-from-above-plot-centre',
            '{side, select, in {Seen from above, plot centre on the left: the pith of the stem is inside the limit} other {Seen from above, plot centre on the left: the pith of the stem is outside the limit}}',
            { side: isIn ? 'in' : 'out' },
          )}
          className="block"
        >
          <circle cx={x(0)} cy={y} r={limitM * scale} className="fill-wash stroke-ink" strokeWidth={3} />
          <circle cx={x(levelM)} cy={y} r={radiusM * scale} className="fill-bark stroke-ink" strokeWidth={2} />
          <circle cx={x(levelM)} cy={y} r={radiusM * scale * 0.82} className="fill-sheet stroke-bark" strokeWidth={1} />
          <path d={`M ${Math.max(0, x(0))} ${y} H ${x(levelM)}`} className="stroke-paint" strokeWidth={3} />
          <circle cx={x(levelM)} cy={y} r={6} className="fill-paint stroke-sheet" strokeWidth={2} />
          <text x={x(limitM) - 8} y={HEIGHT - 12} textAnchor="end" fontSize={15} fontWeight={700} className="fill-ink">
            {t('shared.in', 'in')}
          </text>
          <text x={x(limitM) + 8} y={HEIGHT - 12} fontSize={15} fontWeight={700} className="fill-ink">
            {t('shared.out', 'out')}
          </text>
        </svg>
      )}
    </div>
  );
}
