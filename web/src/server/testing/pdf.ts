import { inflateSync } from 'node:zlib';
import { PDFDocument, PDFRawStream } from 'pdf-lib';

/** What a PDF draws, as its own operators write it, all pages one after the other. */
export async function operatorsOf(bytes: Uint8Array): Promise<{ readonly pages: number; readonly drawn: string }> {
  const document = await PDFDocument.load(bytes);
  const drawn = document.context
    .enumerateIndirectObjects()
    .flatMap(([, object]) => (object instanceof PDFRawStream ? [object.contents] : []))
    .map((contents) => {
      try {
        return inflateSync(contents).toString('latin1');
      } catch {
        return '';
      }
    })
    .join('\n');
  return { pages: document.getPageCount(), drawn };
}

/** The texts that a PDF writes, decoded from its own drawing operators. */
export async function textsOf(
  bytes: Uint8Array,
): Promise<{ readonly pages: number; readonly texts: readonly string[] }> {
  const { pages, drawn } = await operatorsOf(bytes);
  return {
    pages,
    texts: [...drawn.matchAll(/<([0-9A-Fa-f]+)> Tj/g)].map(([, hex = '']) =>
      Buffer.from(hex, 'hex').toString('latin1'),
    ),
  };
}

/** The text of each page, read as a reader of PDFs does: by the typefaces' own tables of letters. */
export async function textOfPages(bytes: Uint8Array): Promise<readonly string[]> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const document = await getDocument({ data: Uint8Array.from(bytes), verbosity: 0 }).promise;
  return Promise.all(
    Array.from({ length: document.numPages }, async (_, i) => {
      const { items } = await (await document.getPage(i + 1)).getTextContent();
      return items.map((item) => ('str' in item ? item.str : '')).join(' ');
    }),
  );
}
