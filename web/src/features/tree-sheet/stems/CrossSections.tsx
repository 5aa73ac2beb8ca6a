import { t } from '../../../messages/text.ts';

const PICTURE = { width: 300, height: 92 } as const;

/** The stems as they would lie on the ground, cut at the tape, and the one circle that the rule makes of them. */
export function CrossSections({
  stemsCm,
  oneCm,
}: {
  readonly stemsCm: readonly number[];
  readonly oneCm: number | null;
}) {
  const circles = oneCm === null ? stemsCm : [...stemsCm, oneCm];
  const gap = 8;
  const across = circles.reduce((sum, d) => sum + d, 0);
  const room = PICTURE.width - gap * (circles.length + 2);
  const scale = Math.min(room / across, (PICTURE.height - 6) / Math.max(...circles));
  const starts = circles.map(
    (_, i) => gap + circles.slice(0, i).reduce((sum, d) => sum + d * scale + gap, 0) + (i === stemsCm.length ? gap : 0),
  );
  return (
    <svg
      viewBox={`0 0 ${PICTURE.width} ${PICTURE.height}`}
      className="block w-full"
      role="img"
      aria-label={t(
        'tree-sheet.cross-sections-to-scale-stems',
        '{rule, select, none {Cross sections to scale: {stemsCm} stems} other {Cross sections to scale: {stemsCm} stems, and the one stem of the rule}}',
        { stemsCm: stemsCm.length, rule: oneCm === null ? 'none' : 'one' },
      )}
    >
      {circles.map((d, i) => {
        const r = (d * scale) / 2;
        const isOne = i === stemsCm.length;
        return (
          <g key={i}>
            <circle
              cx={(starts[i] ?? 0) + r}
              cy={PICTURE.height / 2}
              r={Math.max(1, r)}
              className={isOne ? 'fill-wash stroke-ink' : 'fill-bark stroke-ink'}
              strokeWidth={isOne ? 2.5 : 1}
              strokeDasharray={isOne ? '5 3' : undefined}
            />
            {r > 11 && (
              <text
                x={(starts[i] ?? 0) + r}
                y={PICTURE.height / 2 + 5}
                textAnchor="middle"
                fontSize={15}
                fontWeight={700}
                className={isOne ? 'fill-ink' : 'fill-on-paint'}
              >
                {isOne ? '=' : i + 1}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
