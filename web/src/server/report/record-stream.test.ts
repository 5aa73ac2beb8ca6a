import { EventEmitter } from 'node:events';
import { describe, expect, it } from 'vitest';
import { type FilePiece, streamOfThread } from './record-stream.ts';

/** A thread that answers each wish with the next of some pieces. */
class Pieces extends EventEmitter {
  asked = 0;
  ended = false;
  constructor(readonly pieces: readonly FilePiece[]) {
    super();
  }
  postMessage(): void {
    const piece = this.pieces[this.asked];
    this.asked += 1;
    queueMicrotask(() => this.emit('message', piece));
  }
  terminate(): void {
    this.ended = true;
  }
}

const bytes = (text: string): FilePiece => ({ bytes: new TextEncoder().encode(text) });

function opened(pieces: readonly FilePiece[]) {
  const thread = new Pieces(pieces);
  const state = { closed: 0 };
  const stream = streamOfThread(thread, () => (state.closed += 1));
  return { thread, state, stream };
}

describe('a file that a thread writes', () => {
  it('has its pieces in order, each asked for when there is room, and ends', async () => {
    const { thread, state, stream } = opened([bytes('plot,tag\r\n'), bytes('1,1\r\n'), { end: true }]);
    expect(await new Response(stream).text()).toBe('plot,tag\r\n1,1\r\n');
    expect(state.closed).toBe(1);
    thread.emit('exit', 0);
    expect(state.closed).toBe(1);
  });

  it('does not run ahead of who reads it', async () => {
    const { thread, stream } = opened([bytes('a'), bytes('b'), bytes('c'), bytes('d')]);
    const reader = stream.getReader();
    await reader.read();
    await new Promise((resolve) => setImmediate(resolve));
    expect(thread.asked).toBeLessThanOrEqual(2);
  });

  it('breaks off where the thread says what went wrong, fails or ends early', async () => {
    const said = opened([bytes('a'), { failure: 'no such survey' }]);
    await expect(new Response(said.stream).text()).rejects.toThrow('no such survey');
    const failed = opened([]);
    failed.thread.emit('error', new Error('out of memory'));
    await expect(new Response(failed.stream).text()).rejects.toThrow('out of memory');
    const ended = opened([]);
    ended.thread.emit('exit', 1);
    await expect(new Response(ended.stream).text()).rejects.toThrow('has ended');
    expect([said, failed, ended].map(({ state }) => state.closed)).toEqual([1, 1, 1]);
  });

  it('ends the thread when its reader has gone', async () => {
    const { thread, state, stream } = opened([bytes('a'), bytes('b')]);
    await stream.cancel();
    expect(thread.ended).toBe(true);
    expect(state.closed).toBe(1);
  });
});
