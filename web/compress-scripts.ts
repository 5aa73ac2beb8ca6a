import { readdir, readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { brotliCompress, constants } from 'node:zlib';
import type { AstroIntegration } from 'astro';

const COMPRESSED = new Set(['.js', '.css', '.svg', '.json']);
const compress = promisify(brotliCompress);

async function writeCompressed(file: string): Promise<void> {
  const content = await readFile(file);
  const params = {
    [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY,
    [constants.BROTLI_PARAM_SIZE_HINT]: content.length,
  };
  await writeFile(`${file}.br`, await compress(content, { params }));
}

/** Writes a Brotli file beside every script and style at build, so that the server compresses neither at each request. */
export const compressScripts = (): AstroIntegration => ({
  name: 'compress-scripts',
  hooks: {
    'astro:build:done': async ({ dir }) => {
      const root = path.join(fileURLToPath(dir), '_astro');
      const files = (await readdir(root)).filter((name) => COMPRESSED.has(path.extname(name)));
      await Promise.all(files.map((name) => writeCompressed(path.join(root, name))));
    },
  },
});
