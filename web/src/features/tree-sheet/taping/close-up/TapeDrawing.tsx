import { printRounded } from '@arbolito/core/units';
import { t } from '../../../../messages/text.ts';

const WIDTH = 320;
const HEIGHT = 132;
const PX_PER_NUMBER = 92;
const MIDDLE = 150;
const RUN = { top: 22, height: 40 } as const;
const END = { top: 70, height: 40 } as const;

export interface TapeScene {
  /** What the tape shows at the overlap. */
  readonly shown: number;
  readonly unit: 'cm' | 'in';
  /** The number of the tape's beginning that lies at the overlap: 0 where it is held right. */
  readonly heldAt?: 0 | 1;
  /** Which face of the tape is up. */
  readonly face?: 'diameter' | 'girth';
  /** Marks counted back from the next number instead of on from the last. */
  readonly countedBack?: boolean;
}

const ticks = (from: number, to: number): number[] =>
  Array.from({ length: Math.floor(to * 10) - Math.ceil(from * 10) + 1 }, (_, i) => (Math.ceil(from * 10) + i) / 10);

interface BandProps {
  /** Number that stands at the middle of the drawing. */
  readonly atMiddle: number;
  readonly top: number;
  readonly height: number;
  /** Nothing is printed below this number. */
  readonly startsAt?: number;
}

/** A stretch of tape: tenths, halves, numbers. */
function Band({ atMiddle, top, height, startsAt = -Infinity }: BandProps) {
  const span = WIDTH / PX_PER_NUMBER;
  const x = (number: number): number => MIDDLE + (number - atMiddle) * PX_PER_NUMBER;
  const marks = ticks(atMiddle - span / 2, atMiddle + span / 2 + 0.3).filter((mark) => mark >= startsAt);
  return (
    <g>
      {marks.map((mark) => {
        const tenth = Math.round(mark * 10);
        const whole = tenth % 10 === 0;
        const long = whole ? 0.55 : tenth % 5 === 0 ? 0.42 : 0.26;
        return (
          <g key={tenth}>
            <path d={`M ${x(mark)} ${top} v ${height * long}`} className="stroke-ink" strokeWidth={whole ? 2.2 : 1.2} />
            {whole && (
              <text x={x(mark) + 4} y={top + height - 6} fontSize={17} fontWeight={700} className="fill-ink figures">
                {mark}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** The end of a tape where it meets itself: the running part above, its beginning below, the zero in the marking paint. */
export function TapeDrawing({ shown, unit, heldAt = 0, face = 'diameter', countedBack = false }: TapeScene) {
  const read = printRounded(shown, 1);
  const next = Math.floor(shown + 1e-9) + 1;
  const nextX = MIDDLE + (next - shown) * PX_PER_NUMBER;
  const endX = MIDDLE - heldAt * PX_PER_NUMBER - 34;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="block w-full rounded-lg border border-line bg-band"
      role="img"
      aria-label={t(
        'tree-sheet.drawing-of-the-tape-s',
        '{counted, select, none {Drawing of the tape’s end: {held, select, zero {the zero} other {the 1}} lies at {read} {unit} on the {face, select, diameter {diameter} other {plain}} side; the numbers run to the right} other {Drawing of the tape’s end: {held, select, zero {the zero} other {the 1}} lies at {read} {unit} on the {face, select, diameter {diameter} other {plain}} side; the numbers run to the right, read back from {counted}}}',
        { held: heldAt === 0 ? 'zero' : 'one', read, unit, face, counted: countedBack ? String(next) : 'none' },
      )}
    >
      <rect x={0} y={RUN.top} width={WIDTH} height={RUN.height} className="fill-sheet stroke-edge" />
      <Band atMiddle={shown} top={RUN.top} height={RUN.height} />
      <rect x={endX} y={END.top} width={WIDTH - endX} height={END.height} className="fill-wash stroke-edge" />
      <Band atMiddle={heldAt} top={END.top} height={END.height} startsAt={0} />
      <path
        d={`M ${endX} ${END.top + 8} h -14 v 24 h 14`}
        className="stroke-ink"
        fill="none"
        strokeWidth={3}
        strokeLinejoin="round"
      />
      <path d={`M ${MIDDLE} ${END.top + END.height} V ${RUN.top - 8}`} className="stroke-paint" strokeWidth={3.5} />
      <path d={`M ${MIDDLE - 6} ${RUN.top - 6} h 12 l -6 -9 Z`} className="fill-paint" />
      {countedBack && (
        <path
          d={`M ${nextX} ${RUN.top - 7} H ${MIDDLE + 7} m 7 -5 l -7 5 l 7 5`}
          className="stroke-ink"
          fill="none"
          strokeWidth={2}
        />
      )}
      <text x={MIDDLE - 10} y={HEIGHT - 7} textAnchor="end" fontSize={12.5} className="fill-ink">
        {heldAt === 0
          ? t('tree-sheet.the-zero', 'the zero')
          : t('tree-sheet.the-1-not-the-zero', 'the 1, not the zero')}{' '}
        ↑
      </text>
      <text x={WIDTH - 6} y={HEIGHT - 7} textAnchor="end" fontSize={12.5} className="fill-quiet">
        {t('tree-sheet.side-rising', '{face} side, {unit}, rising →', { face, unit })}{' '}
      </text>
    </svg>
  );
}
