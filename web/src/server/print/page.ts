import PDFDocument from 'pdfkit';
import { typefaces } from './typefaces.ts';
import type { Text } from '@arbolito/core/message';
import { say } from '../../messages/text.ts';

/** A page of a size in points, as the pictures on it are drawn: from the lower left corner, upwards. */
export interface Page {
  /** Writes a line of text that begins, or ends, at a point of its baseline. */
  readonly write: (words: Text, x: number, y: number, how: { readonly size: number; readonly bold?: boolean }) => void;
  readonly widthOf: (words: string, how: { readonly size: number; readonly bold?: boolean }) => number;
  readonly line: (x1: number, y1: number, x2: number, y2: number, width: number) => void;
  readonly band: (x: number, y: number, width: number, height: number) => void;
}

const INK = '#1f2b26';
const BAND = '#e6ebd9';

/**
 * Draws a document of one page.
 *
 * @param size width and height in points
 * @returns the bytes of a PDF
 */
export function pageOf(
  title: string,
  size: { readonly width: number; readonly height: number },
  draw: (page: Page) => void,
): Promise<Uint8Array> {
  const document = new PDFDocument({ size: [size.width, size.height], margin: 0, info: { Title: title } });
  const { normal, bold } = typefaces();
  const flipped = (y: number): number => size.height - y;
  const set = (how: { readonly size: number; readonly bold?: boolean }): PDFKit.PDFDocument =>
    document.font(how.bold === true ? bold : normal).fontSize(how.size);
  const chunks: Buffer[] = [];
  return new Promise((resolve, reject) => {
    document.on('data', (chunk: Buffer) => chunks.push(chunk));
    document.on('end', () => {
      resolve(Uint8Array.from(Buffer.concat(chunks)));
    });
    document.on('error', reject);
    draw({
      write: (words, x, y, how) => {
        set(how).fillColor(INK).text(say(words), x, flipped(y), { lineBreak: false, baseline: 'alphabetic' });
      },
      widthOf: (words, how) => set(how).widthOfString(words),
      line: (x1, y1, x2, y2, width) => {
        document.moveTo(x1, flipped(y1)).lineTo(x2, flipped(y2)).lineWidth(width).strokeColor(INK).stroke();
      },
      band: (x, y, width, height) => {
        document.rect(x, flipped(y + height), width, height).fill(BAND);
      },
    });
    document.end();
  });
}
