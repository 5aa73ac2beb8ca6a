import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Write, WriteResult } from './outbox.ts';
import { inEnglish } from '../../../core/src/testing/english.ts';

/** A browser's storage, as far as the outbox uses it. */
class Storage {
  readonly kept = new Map<string, string>();
  full = false;
  get length(): number {
    return this.kept.size;
  }
  key(index: number): string | null {
    return [...this.kept.keys()][index] ?? null;
  }
  getItem(key: string): string | null {
    return this.kept.get(key) ?? null;
  }
  setItem(key: string, text: string): void {
    if (this.full) throw new Error('QuotaExceededError');
    this.kept.set(key, text);
  }
  removeItem(key: string): void {
    this.kept.delete(key);
  }
}

const write = (id: string): Write => ({ id, method: 'POST', url: '/api/trees', body: { id } });
const answer = (status: number, body: unknown = {}): Response =>
  new Response(JSON.stringify(body), { status, headers: { 'retry-after': '7' } });

let storage: Storage;
let server: ReturnType<typeof vi.fn<(url: string, init: RequestInit) => Promise<Response>>>;
/** The outbox of a page that is opened now. */
const open = async () => {
  vi.resetModules();
  return import('./outbox.ts');
};
const sent = (): string[] =>
  server.mock.calls.map(([, { body }]) => (JSON.parse(typeof body === 'string' ? body : '{}') as { id: string }).id);

beforeEach(() => {
  vi.useFakeTimers();
  storage = new Storage();
  server = vi.fn(() => Promise.resolve(answer(201)));
  vi.stubGlobal('localStorage', storage);
  vi.stubGlobal('window', new EventTarget());
  vi.stubGlobal('fetch', server);
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('the outbox', () => {
  it('sends in order, tells what became of each, and forgets it', async () => {
    const { send, outbox } = await open();
    const fates: WriteResult[] = [];
    for (const id of ['a', 'b', 'c']) send(write(id), (fate) => fates.push(fate));
    expect(outbox.get().map(({ id }) => id)).toEqual(['a', 'b', 'c']);
    await vi.advanceTimersByTimeAsync(10);
    expect(sent()).toEqual(['a', 'b', 'c']);
    expect(fates.map(({ kind }) => kind)).toEqual(['kept', 'kept', 'kept']);
    expect(outbox.get()).toEqual([]);
    expect(storage.length).toBe(0);
  });

  it('waits as long as the server asks, and sends again by itself', async () => {
    server.mockResolvedValueOnce(answer(503, { detail: 'away' }));
    const { send, outbox } = await open();
    send(write('a'), () => undefined);
    await vi.advanceTimersByTimeAsync(6_900);
    expect(sent()).toEqual(['a']);
    expect(outbox.get()).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(200);
    expect(sent()).toEqual(['a', 'a']);
    expect(outbox.get()).toEqual([]);
  });

  it('takes a lost connection for a reason to wait, not for a refusal', async () => {
    server.mockRejectedValueOnce(new TypeError('network'));
    const { send, outbox, refused } = await open();
    const fates: WriteResult[] = [];
    send(write('a'), (fate) => fates.push(fate));
    await vi.advanceTimersByTimeAsync(100);
    expect(fates).toEqual([]);
    expect(outbox.get()).toHaveLength(1);
    expect(refused.get()).toEqual([]);
  });

  it('survives a reload', async () => {
    server.mockRejectedValue(new TypeError('network'));
    const first = await open();
    first.send(write('a'), () => undefined);
    first.send(write('b'), () => undefined);
    await vi.advanceTimersByTimeAsync(100);
    server.mockReset();
    server.mockImplementation(() => Promise.resolve(answer(200)));
    const second = await open();
    await vi.advanceTimersByTimeAsync(100);
    expect(sent()).toEqual(['a', 'b']);
    expect(second.outbox.get()).toEqual([]);
  });

  it('loses nothing to a second tab on the device', async () => {
    server.mockRejectedValue(new TypeError('network'));
    const one = await open();
    const two = await open();
    one.send(write('a'), () => undefined);
    two.send(write('b'), () => undefined);
    await vi.advanceTimersByTimeAsync(100);
    const later = await open();
    expect(later.outbox.get().map(({ id }) => id)).toEqual(['a', 'b']);
  });

  it('tells the page that wrote of a refusal, and keeps it for the shell where that page is gone', async () => {
    const problem = { status: 409, detail: 'tree 1 is there', title: '', type: '', code: 'conflict' };
    server.mockImplementation(() => Promise.resolve(answer(409, problem)));
    const { send, refused } = await open();
    const fates: WriteResult[] = [];
    send(write('a'), (fate) => fates.push(fate));
    await vi.advanceTimersByTimeAsync(100);
    expect(inEnglish(fates)).toMatchObject([{ kind: 'refused', problem: { detail: 'tree 1 is there' } }]);
    expect(refused.get()).toEqual([]);

    storage.setItem('arbolito.outbox:0000000000000001:b', JSON.stringify(write('b')));
    const later = await open();
    await vi.advanceTimersByTimeAsync(100);
    expect(inEnglish(later.refused.get())).toMatchObject([
      { write: { id: 'b' }, problem: { detail: 'tree 1 is there' } },
    ]);
    later.discard('b');
    expect(later.refused.get()).toEqual([]);
    expect(storage.length).toBe(0);
  });

  it('holds what the device will not store', async () => {
    storage.full = true;
    server.mockRejectedValueOnce(new TypeError('network'));
    const { send, outbox } = await open();
    send(write('a'), () => undefined);
    await vi.advanceTimersByTimeAsync(100);
    expect(outbox.get()).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(4_000);
    expect(sent()).toEqual(['a', 'a']);
    expect(outbox.get()).toEqual([]);
  });

  it('sets a write aside that fails three times, sends those behind it, and sends it again on request', async () => {
    server.mockImplementation((_url, { body }) =>
      Promise.resolve(answer(typeof body === 'string' && body.includes('"bad"') ? 500 : 201, { detail: 'broken' })),
    );
    const first = await open();
    const fates: WriteResult[] = [];
    first.send(write('bad'), (fate) => fates.push(fate));
    first.send(write('good'), (fate) => fates.push(fate));
    await vi.advanceTimersByTimeAsync(14_100);
    expect(sent()).toEqual(['bad', 'bad', 'bad', 'good']);
    expect(inEnglish(fates)).toMatchObject([{ kind: 'kept' }]);
    expect(first.outbox.get()).toEqual([]);
    expect(first.setAside.get()).toMatchObject([{ write: { id: 'bad' }, reason: 'broken' }]);
    expect(first.notSent().map(({ id }) => id)).toEqual(['bad']);

    const later = await open();
    expect(later.setAside.get()).toHaveLength(1);
    server.mockImplementation(() => Promise.resolve(answer(201)));
    later.sendAgain('bad');
    await vi.advanceTimersByTimeAsync(10);
    expect(later.setAside.get()).toEqual([]);
    expect(storage.length).toBe(0);
  });

  it('waits for a server that is away for everybody: 503 and 429 set nothing aside', async () => {
    for (const status of [503, 503, 429, 503]) server.mockResolvedValueOnce(answer(status, { detail: 'away' }));
    const { send, setAside, outbox } = await open();
    send(write('a'), () => undefined);
    await vi.advanceTimersByTimeAsync(28_100);
    expect(sent()).toHaveLength(5);
    expect(setAside.get()).toEqual([]);
    expect(outbox.get()).toEqual([]);
  });

  it('gives up a request that is never answered after 20 s', async () => {
    server.mockImplementation(
      (_url, { body, signal }) =>
        new Promise((resolve, reject) => {
          if (typeof body === 'string' && body.includes('"good"')) resolve(answer(201));
          signal?.addEventListener('abort', () => {
            reject(new DOMException('aborted', 'AbortError'));
          });
        }),
    );
    const { send, setAside, outbox } = await open();
    send(write('silent'), () => undefined);
    send(write('good'), () => undefined);
    await vi.advanceTimersByTimeAsync(3 * 20_000 + 2 * 3_000 + 100);
    expect(sent()).toEqual(['silent', 'silent', 'silent', 'good']);
    expect(setAside.get()).toMatchObject([{ write: { id: 'silent' }, reason: 'No answer within 20 seconds.' }]);
    expect(outbox.get()).toEqual([]);
  });

  it('tells the page when a write that was set aside is discarded', async () => {
    server.mockImplementation(() => Promise.resolve(answer(500)));
    const { send, discard, setAside } = await open();
    const fates: WriteResult[] = [];
    send(write('a'), (fate) => fates.push(fate));
    await vi.advanceTimersByTimeAsync(14_100);
    discard('a');
    expect(inEnglish(fates)).toMatchObject([{ kind: 'refused' }]);
    expect(setAside.get()).toEqual([]);
  });

  it('says that storage is full or forbidden, and sends all the same', async () => {
    storage.full = true;
    const full = await open();
    const { storageProblem } = await import('./device-storage.ts');
    expect(storageProblem.get()).toBeNull();
    full.send(write('a'), () => undefined);
    await vi.advanceTimersByTimeAsync(10);
    expect(sent()).toEqual(['a']);
    expect(storageProblem.get()).toContain('storage of this device is full');

    vi.stubGlobal('localStorage', undefined);
    const forbidden = await open();
    forbidden.send(write('b'), () => undefined);
    await vi.advanceTimersByTimeAsync(10);
    expect(sent()).toEqual(['a', 'b']);
    expect((await import('./device-storage.ts')).storageProblem.get()).toContain('does not allow');
  });

  it('passes over what it cannot read', async () => {
    storage.setItem('arbolito.outbox:0000000000000001:x', '{broken');
    const { outbox } = await open();
    expect(outbox.get()).toEqual([]);
  });
});
