import type { Proof as ProofOf } from '@arbolito/core/measurement';
import { t, say } from '../../../messages/text.ts';

const PICTURE = { width: 300, height: 150, apex: 18, base: 116, near: 118, far: 262, top: 20 } as const;

/** Two triangles with one angle in common: the small one in the hand, the large one to the tree. */
function Triangles({ near, reach, far, distance }: ProofOf['triangle']) {
  const { width, height, apex, base, near: nearX, far: farX, top } = PICTURE;
  const nearTop = base - ((base - top) * (nearX - apex)) / (farX - apex);
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="block w-full"
      role="img"
      aria-label={t(
        'tree-sheet.two-triangles-with-the-same',
        'Two triangles with the same angle: {value}{far} at {distance}',
        {
          value: near === undefined ? '' : t('tree-sheet.at-2', '{near} at {reach}, ', { near, reach: reach ?? '' }),
          far,
          distance,
        },
      )}
    >
      <path
        d={`M ${apex} ${base} H ${farX} V ${top} Z`}
        className="fill-sky stroke-ink"
        fillOpacity={0.14}
        strokeWidth={2}
      />
      <path d={`M ${farX - 9} ${base} v -9 h 9`} className="fill-none stroke-ink" strokeWidth={1.5} />
      <text x={farX + 6} y={(base + top) / 2} fontSize={13} className="fill-ink" textAnchor="start">
        <tspan x={farX - 6} textAnchor="end">
          {say(far)}
        </tspan>
      </text>
      <text x={(apex + farX) / 2} y={base + 28} fontSize={13} textAnchor="middle" className="fill-ink">
        {say(distance)}
      </text>
      <path d={`M ${apex} ${base + 14} H ${farX}`} className="stroke-ink" strokeWidth={1.5} />
      {near !== undefined && (
        <g>
          <path
            d={`M ${apex} ${base} H ${nearX} V ${nearTop} Z`}
            className="fill-paint stroke-paint"
            fillOpacity={0.3}
            strokeWidth={2.5}
          />
          <text x={nearX + 6} y={(base + nearTop) / 2 + 10} fontSize={13} className="fill-ink">
            {say(near)}
          </text>
          <text x={(apex + nearX) / 2} y={base - 5} fontSize={13} textAnchor="middle" className="fill-ink">
            {say(reach)}
          </text>
        </g>
      )}
    </svg>
  );
}

/** The lines of a proof and its drawing. */
export default function ProofInside({ proof }: { readonly proof: ProofOf }) {
  return (
    <div className="grid gap-2 pb-3">
      <Triangles {...proof.triangle} />
      <ol className="list-decimal pl-5 leading-snug">
        {proof.lines.map((line) => (
          <li key={say(line)}>{say(line)}</li>
        ))}
      </ol>
    </div>
  );
}
