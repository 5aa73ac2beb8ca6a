import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream as NodeStream } from 'node:stream/web';
import { FILE_LIMITS } from '../../contracts/exchange.ts';
import { Problem } from '../problem.ts';
import { t } from '../../messages/text.ts';

/** A body that has arrived whole. */
export interface StoredFile {
  readonly path: string;
  /** SHA-256 of its content. */
  readonly digest: string;
}

const tooLarge = (): Problem =>
  new Problem(
    'too-large',
    t('server.a-file-may-be-mb', 'A file may be {bytes} MB at most. Split it by plots.', {
      bytes: String(FILE_LIMITS.bytes / 1024 / 1024),
    }),
  );

const tooSlow = (): Problem =>
  new Problem(
    'too-slow',
    t('server.the-file-took-too-long', 'The file took too long to arrive. Nothing was saved. Send it again.'),
  );

/**
 * Stores a CSV body in a folder of its own before anything is done with it, so that a slow sender holds neither a database
 * connection nor a transaction. The folder goes when the work is done.
 *
 * @throws Problem 415 for another type, 413 for a body that is too large, 408 for one that takes too long, 422 for none
 */
export async function withStoredFile<T>(request: Request, work: (file: StoredFile) => Promise<T>): Promise<T> {
  const type = request.headers.get('content-type') ?? '';
  if (!/^text\/(csv|plain)\s*(;|$)/i.test(type))
    throw new Problem(
      'not-json',
      t('server.send-the-file-as-text', 'Send the file as text/csv, not as {value}.', {
        value: type === '' ? 'nothing' : type.slice(0, 60),
      }),
    );
  if (Number(request.headers.get('content-length') ?? 0) > FILE_LIMITS.bytes) throw tooLarge();
  if (request.body === null)
    throw new Problem(
      'invalid',
      t('server.the-file-is-empty-its', 'The file is empty. Its first line must name the columns.'),
    );
  const folder = await mkdtemp(path.join(os.tmpdir(), 'arbolito-import-'));
  try {
    const stored = path.join(folder, 'file.csv');
    const hash = createHash('sha256');
    let size = 0;
    const guard = new Transform({
      transform: (chunk: Buffer, _encoding, done) => {
        size += chunk.byteLength;
        hash.update(chunk);
        if (size > FILE_LIMITS.bytes) done(tooLarge());
        else done(null, chunk);
      },
    });
    const slow = AbortSignal.timeout(FILE_LIMITS.seconds * 1000);
    try {
      await pipeline(Readable.fromWeb(request.body as NodeStream), guard, createWriteStream(stored), { signal: slow });
    } catch (error) {
      throw slow.aborted ? tooSlow() : error;
    }
    return await work({ path: stored, digest: hash.digest('hex') });
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
