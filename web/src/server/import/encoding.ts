import { createReadStream } from 'node:fs';
import { Transform } from 'node:stream';

/** How the text of a file is written: what spreadsheets save CSV in. */
export type FileEncoding = 'utf-8' | 'utf-16le' | 'windows-1252';

/** The encoding of a file: by its first bytes, else UTF-8 where all of it is, else that of Western spreadsheets. */
export async function encodingOf(file: string): Promise<FileEncoding> {
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let isFirst = true;
  try {
    for await (const chunk of createReadStream(file)) {
      const bytes = chunk as Buffer;
      if (isFirst && bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
      isFirst = false;
      decoder.decode(bytes, { stream: true });
    }
    decoder.decode();
    return 'utf-8';
  } catch (error) {
    if (error instanceof TypeError) return 'windows-1252';
    throw error;
  }
}

/** Turns bytes of an encoding into those of UTF-8, piece by piece. */
export function intoUtf8(encoding: FileEncoding): Transform {
  const decoder = new TextDecoder(encoding);
  return new Transform({
    transform: (chunk: Buffer, _encoding, done) => {
      done(null, Buffer.from(decoder.decode(chunk, { stream: true })));
    },
    flush: (done) => {
      done(null, Buffer.from(decoder.decode()));
    },
  });
}
