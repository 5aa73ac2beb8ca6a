import { inflateSync } from 'node:zlib';

const STREAM = /stream\r?\n([\s\S]*?)\r?\nendstream/g;

/** What a PDF draws, as its own operators write it, all pages one after the other. */
export function operatorsOf(bytes: Uint8Array): string {
  const file = Buffer.from(bytes).toString('latin1');
  return [...file.matchAll(STREAM)]
    .map(([, contents = '']) => {
      try {
        return inflateSync(Buffer.from(contents, 'latin1')).toString('latin1');
      } catch {
        return '';
      }
    })
    .join('\n');
}

/** The texts of each page, read as a reader of PDFs does: by the typefaces' own tables of letters. */
export async function textsOfPages(bytes: Uint8Array): Promise<readonly (readonly string[])[]> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const document = await getDocument({ data: Uint8Array.from(bytes), verbosity: 0 }).promise;
  return Promise.all(
    Array.from({ length: document.numPages }, async (_, i) => {
      const { items } = await (await document.getPage(i + 1)).getTextContent();
      return items.flatMap((item) => ('str' in item && item.str.trim() !== '' ? [item.str] : []));
    }),
  );
}

/** The same, each page as one text. */
export const textOfPages = async (bytes: Uint8Array): Promise<readonly string[]> =>
  (await textsOfPages(bytes)).map((texts) => texts.join(' '));
