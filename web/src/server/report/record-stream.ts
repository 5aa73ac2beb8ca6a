/** What a thread sends of a file: a piece when it was asked for one, and at last that there is no more, or what went wrong. */
export type FilePiece =
  { readonly bytes: Uint8Array<ArrayBuffer> } | { readonly end: true } | { readonly failure: string };

/** A thread that writes a file, or what stands for it in a test. */
interface FileThread {
  readonly postMessage: (message: 'more') => void;
  readonly on: (event: 'message' | 'error' | 'exit', listener: (value: unknown) => void) => unknown;
  readonly terminate: () => unknown;
}

/**
 * A file that a thread writes piece by piece, each when the reader has room for it.
 *
 * @param onClosed told once, when the file is whole, its reader has gone, or the thread has failed
 */
export function streamOfThread(thread: FileThread, onClosed: () => void): ReadableStream<Uint8Array> {
  let isOpen = true;
  const close = (): boolean => {
    const wasOpen = isOpen;
    isOpen = false;
    if (wasOpen) onClosed();
    return wasOpen;
  };
  return new ReadableStream<Uint8Array>({
    start: (controller) => {
      const fail = (reason: unknown): void => {
        if (close()) controller.error(reason instanceof Error ? reason : new Error(String(reason)));
      };
      thread.on('message', (message) => {
        const piece = message as FilePiece;
        if ('bytes' in piece) controller.enqueue(piece.bytes);
        else if ('failure' in piece) fail(piece.failure);
        else if (close()) controller.close();
      });
      thread.on('error', fail);
      thread.on('exit', () => {
        fail('the thread that wrote the file has ended');
      });
    },
    pull: () => {
      thread.postMessage('more');
    },
    cancel: () => {
      close();
      thread.terminate();
    },
  });
}
