import { RULE_SETS } from '@arbolito/core/protocol';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { SyncDto } from '../../contracts/sync.ts';
import type { Write, WriteResult } from './outbox.ts';
import { closePages, fakeTimers, fillDevice, newDevice, pass, takingOperations } from '../../testing/device.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';

const write = (id: string): Write => ({ id, method: 'POST', url: '/api/trees', body: { id } });
const answer = (status: number, body: unknown = {}): Response =>
  new Response(JSON.stringify(body), { status, headers: { 'retry-after': '7' } });

let server: ReturnType<typeof vi.fn<(url: string, init: RequestInit) => Promise<Response>>>;
/** The outbox of a page that is opened now, on a device that keeps what pages before have stored. */
const open = async () => {
  vi.resetModules();
  return import('./outbox.ts');
};
/** The writes on the disk, whatever pages hold in memory. */
async function onDevice(): Promise<readonly string[]> {
  const { openDB } = await import('idb');
  const database = await openDB('arbolito');
  const writes = (await database.getAll('writes')) as readonly Write[];
  database.close();
  return writes.map(({ id }) => id);
}
const sent = (): string[] =>
  server.mock.calls.map(([, { body }]) => (JSON.parse(typeof body === 'string' ? body : '{}') as { id: string }).id);

beforeEach(() => {
  fakeTimers();
  newDevice();
  server = vi.fn(() => Promise.resolve(answer(201)));
  vi.stubGlobal('localStorage', undefined);
  vi.stubGlobal('window', new EventTarget());
  vi.stubGlobal(
    'fetch',
    takingOperations((url, init) => server(url, init)),
  );
});
afterEach(() => {
  closePages();
  vi.restoreAllMocks();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('the outbox', () => {
  it('sends in order, tells what became of each, and forgets it', async () => {
    const { send, outbox } = await open();
    const fates: WriteResult[] = [];
    await Promise.all(['a', 'b', 'c'].map((id) => send(write(id), (fate) => fates.push(fate))));
    await pass(10);
    expect(sent()).toEqual(['a', 'b', 'c']);
    expect(fates.map(({ kind }) => kind)).toEqual(['kept', 'kept', 'kept']);
    expect(outbox.get()).toEqual([]);
    expect(await onDevice()).toEqual([]);
  });

  it('sends the field rules that trees were measured by once for each request', async () => {
    const requests: SyncDto[] = [];
    vi.stubGlobal('fetch', (_url: string, { body }: { readonly body: string }) => {
      const request = JSON.parse(body) as SyncDto;
      requests.push(request);
      if (requests.length === 1) return Promise.reject(new TypeError('network'));
      const results = request.operations.map(({ id }) => ({
        id,
        kind: 'kept',
        answer: null,
        conflicts: [],
        plot: null,
      }));
      return Promise.resolve(answer(200, { results }));
    });
    const { breastHeightM, ...fieldRules } = RULE_SETS.timber.rules;
    const { send } = await open();
    for (const [id, rules] of [
      ['a', RULE_SETS.timber.rules],
      ['b', { ...RULE_SETS.timber.rules }],
      ['c', { ...fieldRules, breastHeightM: 1.37 }],
    ] as const)
      await send({ ...write(id), rules }, () => undefined);
    await pass(10);
    expect(requests[1]?.rules).toEqual([
      { breastHeightM, fieldRules },
      { breastHeightM: 1.37, fieldRules },
    ]);
    expect(requests[1]?.operations.map(({ rules }) => rules)).toEqual([0, 0, 1]);
  });

  it('sends what has gathered in one request, in its order, and tells of conflicts', async () => {
    const requests: SyncDto[] = [];
    const away = new TypeError('network');
    const conflict = { id: 'x', surveyId: 's', decided: null, change: { madeAt: '2026-06-03T09:15:00Z' } };
    vi.stubGlobal('fetch', (_url: string, { body }: { readonly body: string }) => {
      const request = JSON.parse(body) as SyncDto;
      requests.push(request);
      if (requests.length === 1) return Promise.reject(away);
      const results = request.operations.map(({ id }) => ({ id, kind: 'kept', answer: null, conflicts: [conflict] }));
      return Promise.resolve(answer(200, { results }));
    });
    const { send, outbox } = await open();
    for (const id of ['a', 'b', 'c']) await send(write(id), () => undefined);
    await pass(4_000);
    expect(requests.map(({ operations }) => operations.map(({ id }) => id))).toEqual([['a'], ['a', 'b', 'c']]);
    const [first, second] = requests;
    expect(second?.request).toBeGreaterThan(first?.request ?? 0);
    const orders = second?.operations.map(({ sequence }) => sequence) ?? [];
    expect(orders).toEqual([...orders].sort((x, y) => x - y));
    expect(outbox.get()).toEqual([]);
    const { openConflicts } = await import('./open-conflicts.ts');
    expect(openConflicts.get().map(({ id }) => id)).toEqual(['x']);
  });

  it('sends photos last, and keeps one over a reload', async () => {
    const order: string[] = [];
    let isAway = true;
    vi.stubGlobal('fetch', (_url: string, { body }: { readonly body: string }) => {
      if (isAway) return Promise.reject(new TypeError('network'));
      const { operations } = JSON.parse(body) as SyncDto;
      order.push(...operations.map(({ id }) => id));
      const results = operations.map(({ id }) => ({ id, kind: 'kept', answer: null, conflicts: [], plot: null }));
      return Promise.resolve(answer(200, { results }));
    });
    vi.stubGlobal(
      'XMLHttpRequest',
      class {
        readonly upload = {};
        status = 201;
        responseText = '{}';
        onload = (): void => undefined;
        onerror = (): void => undefined;
        open = vi.fn();
        setRequestHeader = vi.fn();
        getResponseHeader = (): null => null;
        send(photo: Blob): void {
          if (isAway) {
            this.onerror();
            return;
          }
          order.push(`${photo.type} of ${String(photo.size)} bytes`);
          this.onload();
        }
      },
    );
    const { send } = await open();
    // Loaded with the first photo, which would take a while.
    await import('../send-file.ts');
    const url = '/api/plots/p/photos?words=north';
    await send(
      { id: 'photo', method: 'POST', url, body: new Blob(['12345'], { type: 'image/jpeg' }) },
      () => undefined,
    );
    await send(write('a'), () => undefined);
    await pass(10);
    closePages();
    isAway = false;
    const later = await open();
    await import('../send-file.ts');
    await pass(100);
    expect(order).toEqual(['a', 'image/jpeg of 5 bytes']);
    expect(later.outbox.get()).toEqual([]);
    expect(await onDevice()).toEqual([]);
  });

  it('numbers its requests anew where the server knows a later one', async () => {
    const numbers: number[] = [];
    vi.stubGlobal('fetch', (_url: string, { body }: { readonly body: string }) => {
      const { request, operations } = JSON.parse(body) as SyncDto;
      numbers.push(request);
      if (request < 500)
        return Promise.resolve(
          answer(409, { detail: 'late', errors: [{ pointer: '/request', code: 'request-late' }] }),
        );
      return Promise.resolve(
        answer(200, { results: operations.map(({ id }) => ({ id, kind: 'kept', answer: null, conflicts: [] })) }),
      );
    });
    const { send, outbox } = await open();
    await send(write('a'), () => undefined);
    await pass(100);
    expect(numbers).toHaveLength(2);
    expect(outbox.get()).toEqual([]);
  });

  it('waits as long as the server asks, and sends again by itself', async () => {
    server.mockResolvedValueOnce(answer(503, { detail: 'away' }));
    const { send, outbox } = await open();
    await send(write('a'), () => undefined);
    await pass(6_900);
    expect(sent()).toEqual(['a']);
    expect(outbox.get()).toHaveLength(1);
    await pass(200);
    expect(sent()).toEqual(['a', 'a']);
    expect(outbox.get()).toEqual([]);
  });

  it('takes a lost connection for a reason to wait, not for a refusal', async () => {
    server.mockRejectedValueOnce(new TypeError('network'));
    const { send, outbox, refused } = await open();
    const fates: WriteResult[] = [];
    await send(write('a'), (fate) => fates.push(fate));
    await pass(100);
    expect(fates).toEqual([]);
    expect(outbox.get()).toHaveLength(1);
    expect(refused.get()).toEqual([]);
  });

  it('survives a reload', async () => {
    server.mockRejectedValue(new TypeError('network'));
    const first = await open();
    await first.send(write('a'), () => undefined);
    await first.send(write('b'), () => undefined);
    await pass(100);
    server.mockReset();
    server.mockImplementation(() => Promise.resolve(answer(200)));
    const second = await open();
    await pass(100);
    expect(sent()).toEqual(['a', 'b']);
    expect(second.outbox.get()).toEqual([]);
  });

  it('loses nothing to a second tab on the device', async () => {
    server.mockRejectedValue(new TypeError('network'));
    const one = await open();
    const two = await open();
    await one.send(write('a'), () => undefined);
    await two.send(write('b'), () => undefined);
    await pass(100);
    const later = await open();
    expect(later.outbox.get().map(({ id }) => id)).toEqual(['a', 'b']);
  });

  it('tells the page that wrote of a refusal, and keeps it for the shell where that page is gone', async () => {
    const problem = { status: 409, detail: 'tree 1 is there', title: '', type: '', code: 'conflict' };
    server.mockImplementation(() => Promise.resolve(answer(409, problem)));
    const { send, refused } = await open();
    const fates: WriteResult[] = [];
    await send(write('a'), (fate) => fates.push(fate));
    await pass(100);
    expect(inEnglish(fates)).toMatchObject([{ kind: 'refused', problem: { detail: 'tree 1 is there' } }]);
    expect(refused.get()).toEqual([]);

    // The page is gone before the server answers.
    server.mockRejectedValueOnce(new TypeError('network'));
    await send(write('b'), () => undefined);
    await pass(10);
    closePages();
    const later = await open();
    await pass(100);
    expect(inEnglish(later.refused.get())).toMatchObject([
      { write: { id: 'b' }, problem: { detail: 'tree 1 is there' } },
    ]);
    await later.discard('b');
    expect(later.refused.get()).toEqual([]);
    expect(await onDevice()).toEqual([]);
  });

  it('holds what the device will not store', async () => {
    fillDevice();
    server.mockRejectedValueOnce(new TypeError('network'));
    const { send, outbox } = await open();
    await send(write('a'), () => undefined);
    await pass(100);
    expect(outbox.get()).toHaveLength(1);
    await pass(4_000);
    expect(sent()).toEqual(['a', 'a']);
    expect(outbox.get()).toEqual([]);
  });

  it('sets a write aside that fails three times, sends those behind it, and sends it again on request', async () => {
    server.mockImplementation((_url, { body }) =>
      Promise.resolve(answer(typeof body === 'string' && body.includes('"bad"') ? 500 : 201, { detail: 'broken' })),
    );
    const first = await open();
    const fates: WriteResult[] = [];
    await first.send(write('bad'), (fate) => fates.push(fate));
    await first.send(write('good'), (fate) => fates.push(fate));
    await pass(14_100);
    expect(sent()).toEqual(['bad', 'bad', 'bad', 'good']);
    expect(inEnglish(fates)).toMatchObject([{ kind: 'kept' }]);
    expect(first.outbox.get()).toEqual([]);
    expect(first.setAside.get()).toMatchObject([{ write: { id: 'bad' }, reason: 'broken' }]);
    expect(first.notSent().map(({ id }) => id)).toEqual(['bad']);

    const later = await open();
    expect(later.setAside.get()).toHaveLength(1);
    server.mockImplementation(() => Promise.resolve(answer(201)));
    await later.sendAgain('bad');
    await pass(10);
    expect(later.setAside.get()).toEqual([]);
    expect(await onDevice()).toEqual([]);
  });

  it('waits for a server that is away for everybody: 503 and 429 set nothing aside', async () => {
    for (const status of [503, 503, 429, 503]) server.mockResolvedValueOnce(answer(status, { detail: 'away' }));
    const { send, setAside, outbox } = await open();
    await send(write('a'), () => undefined);
    await pass(60_000);
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
    await send(write('silent'), () => undefined);
    await send(write('good'), () => undefined);
    await pass(3 * 20_000 + 3_000 + 6_000 + 1_000);
    expect(sent()).toEqual(['silent', 'silent', 'silent', 'good']);
    expect(setAside.get()).toMatchObject([{ write: { id: 'silent' }, reason: 'No answer within 20 seconds.' }]);
    expect(outbox.get()).toEqual([]);
  });

  it('tells the page when a write that was set aside is discarded', async () => {
    server.mockImplementation(() => Promise.resolve(answer(500)));
    const { send, discard, setAside } = await open();
    const fates: WriteResult[] = [];
    await send(write('a'), (fate) => fates.push(fate));
    await pass(14_100);
    await discard('a');
    expect(inEnglish(fates)).toMatchObject([{ kind: 'refused' }]);
    expect(setAside.get()).toEqual([]);
  });

  it('says that storage is full or forbidden, and sends all the same', async () => {
    fillDevice();
    const full = await open();
    const { storageProblem } = await import('./device-storage.ts');
    expect(storageProblem.get()).toBeNull();
    await full.send(write('a'), () => undefined);
    await pass(10);
    expect(sent()).toEqual(['a']);
    expect(storageProblem.get()).toContain('storage of this device is full');

    vi.stubGlobal('indexedDB', undefined);
    const forbidden = await open();
    await forbidden.send(write('b'), () => undefined);
    await pass(10);
    expect(sent()).toEqual(['a', 'b']);
    expect((await import('./device-storage.ts')).storageProblem.get()).toContain('does not allow');
  });

  it('sends what an earlier version left in the storage of texts, once', async () => {
    const texts = new Map([
      ['arbolito.outbox:0000000000000001:a', JSON.stringify(write('a'))],
      ['arbolito.outbox:0000000000000002:x', '{broken'],
      ['arbolito.refused:r', JSON.stringify({ write: write('r'), problem: { detail: 'tree 1 is there' } })],
      ['arbolito.set-aside:s', JSON.stringify({ write: write('s'), reason: 'No answer within 20 seconds.' })],
      ['arbolito.device', 'browser 0a1b2c3d'],
      ['of another application', 'kept'],
    ]);
    vi.stubGlobal('localStorage', {
      get length() {
        return texts.size;
      },
      key: (index: number) => [...texts.keys()][index] ?? null,
      getItem: (key: string) => texts.get(key) ?? null,
      removeItem: (key: string) => texts.delete(key),
    });
    await open();
    await pass(100);
    const { refused, setAside } = await open();
    await pass(100);
    expect(sent()).toEqual(['a']);
    expect(await onDevice()).toEqual(['r', 's']);
    expect(refused.get()).toMatchObject([{ write: { id: 'r' }, problem: { detail: 'tree 1 is there' } }]);
    expect(setAside.get()).toMatchObject([{ write: { id: 's' }, reason: 'No answer within 20 seconds.' }]);
    expect([...texts.keys()]).toEqual(['of another application']);
    const { deviceStorage } = await import('./device-storage.ts');
    expect(deviceStorage.get('arbolito.device')).toBe('browser 0a1b2c3d');
  });

  it('holds back what changes a write that was set aside', async () => {
    server.mockImplementation((url) => Promise.resolve(answer(url === '/api/trees' ? 500 : 201)));
    const { send, outbox, sendAgain } = await open();
    await send(write('a'), () => undefined);
    await send({ id: 'c', method: 'POST', url: '/api/trees/a/corrections', body: { id: 'c' } }, () => undefined);
    await send({ id: 'd', method: 'POST', url: '/api/trees/b/corrections', body: { id: 'd' } }, () => undefined);
    await pass(15_000);
    expect(sent()).toEqual(['a', 'a', 'a', 'd']);
    expect(outbox.get().map(({ id }) => id)).toEqual(['c']);
    server.mockImplementation(() => Promise.resolve(answer(201)));
    await sendAgain('a');
    await pass(10);
    expect(sent().slice(4)).toEqual(['a', 'c']);
  });

  it('sends what comes in while the lock of the last one is given back', async () => {
    const { send, outbox } = await (async () => {
      // As in a browser: a lock is free again some time after its work is done.
      const request = async (_name: string, work: () => Promise<void>): Promise<void> => {
        await work();
        await new Promise((resolve) => setTimeout(resolve, 1_000));
      };
      vi.stubGlobal('navigator', { locks: { request } });
      return open();
    })();
    await send(write('a'), () => undefined);
    await pass(500);
    expect(sent()).toEqual(['a']);
    await send(write('b'), () => undefined);
    await pass(3_000);
    expect(sent()).toEqual(['a', 'b']);
    expect(outbox.get()).toEqual([]);
  });

  it('is asked to store on the disk before it says so', async () => {
    const opened = vi.spyOn(IDBDatabase.prototype, 'transaction');
    const { send, outbox } = await open();
    await send(write('a'), () => undefined);
    expect(outbox.get()).toHaveLength(1);
    await pass(10);
    const writing = opened.mock.calls.filter(([, mode]) => mode === 'readwrite');
    // The write itself first, and that it is gone when it is answered last.
    expect([writing[0]?.[0], writing.at(-1)?.[0]]).toEqual([['writes'], ['writes']]);
    for (const [, , options] of writing) expect(options).toEqual({ durability: 'strict' });
  });

  it('waits longer from try to try, up to half a minute', async () => {
    server.mockRejectedValue(new TypeError('network'));
    const { send } = await open();
    await send(write('a'), () => undefined);
    // At once, then after 3, 6, 12 and 24 s; later 30 each.
    await pass(46_000);
    expect(sent()).toHaveLength(5);
    await pass(60_000);
    expect(sent()).toHaveLength(7);
  });
});
