import { scaleStick, type StickMark } from '@arbolito/core/diameter';
import { printAsRead, type UnitSystem } from '@arbolito/core/units';
import { type Page, pageOf } from './page.ts';
import { t } from '../../messages/text.ts';

/** Points of a PDF to a centimetre: 72 to the inch. */
export const POINTS_PER_CM = 72 / 2.54;
const cm = (value: number): number => value * POINTS_PER_CM;

/** A4, lying: in cm. */
const PAGE = { width: 29.7, height: 21 } as const;
/** The stick is printed in strips that are cut out and joined end to end. */
export const STRIP_CM = 25;
const LEFT_CM = 2.2;
const STRIP_HEIGHT_CM = 3.2;
const TOP_CM = 17.6;
const STRIP_GAP_CM = 1.3;
/** A bar to lay a ruler on: where it is not 10 cm long, the printer has scaled the page. */
export const CONTROL_BAR_CM = 10;

const TICKS: Record<StickMark['rank'], number> = { figure: 1.5, long: 1.1, short: 0.7 };

function line({ line: draw }: Page, x1: number, y1: number, x2: number, y2: number, widthPt: number): void {
  draw(cm(x1), cm(y1), cm(x2), cm(y2), widthPt);
}

function text({ write }: Page, words: string, x: number, y: number, size: number): void {
  write(words, cm(x), cm(y), { size, bold: true });
}

/** One strip with the marks that fall on it; `from` is its distance from the zero of the stick. */
function drawStrip(pen: Page, marks: readonly StickMark[], from: number, row: number): void {
  const bottom = TOP_CM - STRIP_HEIGHT_CM - row * (STRIP_HEIGHT_CM + STRIP_GAP_CM);
  const top = bottom + STRIP_HEIGHT_CM;
  line(pen, LEFT_CM, top, LEFT_CM + STRIP_CM, top, 1);
  line(pen, LEFT_CM, bottom, LEFT_CM + STRIP_CM, bottom, 0.5);
  line(pen, LEFT_CM, bottom, LEFT_CM, top, 0.5);
  line(pen, LEFT_CM + STRIP_CM, bottom, LEFT_CM + STRIP_CM, top, 0.5);
  text(pen, row === 0 ? '0' : t('report.joins-strip', 'joins strip {row}', { row }), LEFT_CM + 0.12, bottom + 0.25, 9);
  for (const { diameter, atCm, rank } of marks) {
    if (atCm < from || atCm >= from + STRIP_CM) continue;
    const x = LEFT_CM + atCm - from;
    line(pen, x, top, x, top - TICKS[rank], rank === 'short' ? 0.5 : 1);
    if (rank === 'figure') {
      const words = printAsRead(diameter);
      text(pen, words, x - pen.widthOf(words, { size: 14, bold: true }) / 2 / POINTS_PER_CM, top - 2.15, 14);
    }
  }
}

/**
 * A scale stick to print at true size, cut out and glue to a lath: every mark carries the diameter of the stem whose edges
 * are seen there from an eye at the reach.
 *
 * @param reachCm within `STICK_REACH_LIMITS_CM`
 * @returns the bytes of a PDF of one page
 */
export async function scaleStickPdf(reachCm: number, system: UnitSystem): Promise<Uint8Array> {
  const unit = system === 'metric' ? 'cm' : 'in';
  const reach =
    system === 'metric' ? `${printAsRead(reachCm)} cm` : `${printAsRead(Number((reachCm / 2.54).toFixed(2)))} in`;
  const marks = scaleStick(reachCm, system);
  const length = marks.at(-1)?.atCm ?? 0;
  const size = { width: cm(PAGE.width), height: cm(PAGE.height) };
  return await pageOf(
    t('report.scale-stick-for-a-reach', 'Scale stick for a reach of {reachCm} cm', {
      reachCm: printAsRead(reachCm),
    }),
    size,
    (pen) => {
      text(
        pen,
        t(
          'report.scale-stick-diameters-in-for',
          'Scale stick, diameters in {unit}, for a reach of {reach} from the corner of the eye',
          { unit, reach },
        ),
        LEFT_CM,
        19.4,
        15,
      );
      text(
        pen,
        t(
          'report.print-at-100-hold-flat',
          'Print at 100 %. Hold flat against the stem at breast height; move the eye, not the head.',
        ),
        LEFT_CM,
        18.6,
        10,
      );
      for (let row = 0; row * STRIP_CM < length; row += 1) drawStrip(pen, marks, row * STRIP_CM, row);
      line(pen, LEFT_CM, 1.6, LEFT_CM + CONTROL_BAR_CM, 1.6, 2);
      line(pen, LEFT_CM, 1.3, LEFT_CM, 1.9, 1);
      line(pen, LEFT_CM + CONTROL_BAR_CM, 1.3, LEFT_CM + CONTROL_BAR_CM, 1.9, 1);
      text(
        pen,
        t(
          'report.this-bar-is-10-cm',
          'This bar is 10 cm long. If it is not on your print, print again without “fit to page”.',
        ),
        LEFT_CM + CONTROL_BAR_CM + 0.4,
        1.5,
        10,
      );
    },
  );
}
