import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

/** Files of a typeface with the letters of most scripts that are written in Europe; it ships with the PDF package. */
export function typefaces() {
  const folder = join(dirname(createRequire(import.meta.url).resolve('pdfmake/package.json')), 'fonts', 'Roboto');
  return {
    folder,
    normal: join(folder, 'Roboto-Regular.ttf'),
    bold: join(folder, 'Roboto-Medium.ttf'),
    italics: join(folder, 'Roboto-Italic.ttf'),
    boldItalics: join(folder, 'Roboto-MediumItalic.ttf'),
  };
}
