import { closePages, fakeTimers, newDevice, pass, takingOperations } from '../../testing/device.ts';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { type SurveyDesign, USUAL_DESIGN } from '@arbolito/core/protocol';
import type { NewTreeDto, ReadingDto, TreeCorrectionDto } from '../../contracts/tree.ts';
import type { ReadingView, TreeView } from '../../contracts/views.ts';
import { EXAMPLE_PLOT, EXAMPLE_SETTINGS } from '../../testing/tally-example.ts';
import type { TallyStore } from './store.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';

const plot = EXAMPLE_PLOT;
const settings = EXAMPLE_SETTINGS;

const kept = (reading: ReadingDto): ReadingView => ({
  ...reading,
  methodVersion: 1,
  instrument: 'tape',
  observer: 'Crew Badger',
  device: 'test',
});

/** A tree as the server would answer it. */
const treeView = (id: string, tag: string, speciesCode: string, readings: readonly ReadingDto[]): TreeView => ({
  id,
  plotId: plot.id,
  tag,
  speciesCode,
  observer: 'Crew Badger',
  observedAt: '2026-06-03T09:15:00Z',
  deleted: false,
  readings: readings.map(kept),
  stems: [{ id: `${id} stem`, ordinal: 1, dbh: null, point: null, barkRatio: null }],
  taping: null,
  heights: null,
  notes: null,
  otherHeights: [],
  crownLengthM: null,
  lastVisit: null,
  diametersCm: [],
  readDiametersCm: [],
  dead: false,
  dbh: null,
  height: null,
  volume: null,
  basalAreaM2: null,
  logs: null,
  otherDiameters: [],
  uppers: [],
  stemVolumes: null,
  findings: [],
});

interface Sent {
  readonly method: string;
  readonly url: string;
  readonly body: unknown;
}

/** A server of one plot: keeps what it is sent, or refuses it. */
class Server {
  readonly sent: Sent[] = [];
  readonly trees = new Map<string, TreeView>();
  readonly before = new Map<string, TreeView>();
  refuse: string | null = null;
  /** Others have changed what is sent here. */
  isDisputed = false;

  answer(url: string, init: RequestInit): Response {
    const method = init.method ?? 'GET';
    const body: unknown = typeof init.body === 'string' ? JSON.parse(init.body) : null;
    this.sent.push({ method, url, body });
    const json = (value: unknown, status = 200) => new Response(JSON.stringify(value), { status });
    if (this.refuse !== null && method !== 'GET')
      return json({ status: 409, title: '', type: '', code: 'conflict', detail: this.refuse }, 409);
    const id = /\/api\/trees\/([^/]+)/.exec(url)?.[1];
    if (url === '/api/trees' && method === 'POST') {
      const tree = body as NewTreeDto;
      if (this.isDisputed) return json(null);
      this.trees.set(tree.id, treeView(tree.id, tree.tag, tree.speciesCode, tree.readings));
      return json(this.trees.get(tree.id), 201);
    }
    if (id !== undefined && method === 'POST') {
      const { id: correctionId, tag, speciesCode, readings } = body as TreeCorrectionDto;
      const old = this.trees.get(id);
      if (old !== undefined) this.before.set(correctionId, old);
      this.trees.set(id, treeView(id, tag, speciesCode, readings));
    }
    if (id !== undefined && method === 'DELETE') {
      const old = this.trees.get(id);
      if (old !== undefined) this.before.set((body as { id: string }).id, old);
      return json({ ...(old ?? treeView(id, '1', 'sp', [])), deleted: !this.isDisputed });
    }
    const undone = /\/api\/corrections\/([^/]+)\/undo/.exec(url)?.[1];
    if (undone !== undefined) {
      const old = this.before.get(undone);
      if (old !== undefined) this.trees.set(old.id, old);
      return json({ subject: 'tree', subjectId: old?.id });
    }
    return json(id === undefined ? {} : this.trees.get(id));
  }
}

let server: Server;
const open = async (trees: readonly TreeView[] = [], design: SurveyDesign = USUAL_DESIGN): Promise<TallyStore> => {
  vi.resetModules();
  const { tallyStore } = await import('./store.ts');
  return tallyStore({
    plot,
    trees,
    elsewhere: { bySpecies: {}, pooled: null },
    lastVisits: {},
    settings: { ...settings, design },
    observer: 'Crew Badger',
  });
};
const answering = () => takingOperations((url, init) => Promise.resolve(server.answer(url, init)));
const settled = () => pass(50);
const tags = (store: TallyStore) => store.$view.get().rows.map(({ tree }) => tree.tag);
const call = async (store: TallyStore, ...lines: readonly string[]) => {
  for (const line of lines) {
    store.write(line);
    store.enter();
    await settled();
  }
};

beforeEach(() => {
  fakeTimers();
  server = new Server();
  newDevice();
  vi.stubGlobal('window', new EventTarget());
  vi.stubGlobal('fetch', answering());
});
afterEach(async () => {
  // What was entered last is sent to this test's server, not to that of the next.
  await pass(0);
  closePages();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('the state of a tally', () => {
  it('keeps tree after tree, counts the tags on, and sums up: 2 stems of 30 cm on 500 m²', async () => {
    const store = await open();
    await call(store, 'sp 30', 'sp 30');
    expect(tags(store)).toEqual(['1', '2']);
    const { sums, line, nextTag } = store.$view.get();
    expect(line).toBe('');
    expect(nextTag).toBe('3');
    expect(sums.stemsPerHa).toBe(40);
    // 40 × π × 0.15²
    expect(sums.basalAreaM2PerHa).toBeCloseTo(2.8274, 4);
    expect(server.sent.map(({ method, url }) => `${method} ${url}`)).toEqual(['POST /api/trees', 'POST /api/trees']);
  });

  it('shows a tree before the server has answered, as waiting', async () => {
    const store = await open();
    store.write('bt 41 = 22.5');
    store.enter();
    expect(store.$view.get().rows[0]?.state).toBe('storing');
    await settled();
    expect(store.$view.get().rows[0]?.state).toBe('kept');
  });

  it('does not keep what it does not understand, what is half a height, or a tag twice', async () => {
    const store = await open();
    await call(store, '#1 sp 30');
    for (const [line, words] of [
      ['sp 30 nonsense', 'not understood'],
      ['30', 'Choose a species'],
      ['sp', 'at least the diameter'],
      ['sp 30 +18 @20', 'Base is missing'],
      ['#1 bt 40', 'next free tag is #2'],
    ] as const) {
      await call(store, line);
      const { message, line: still } = store.$view.get();
      expect(message?.words).toContain(words);
      expect(message?.alarm).toBe(true);
      expect(still).toBe(line);
    }
    expect(tags(store)).toEqual(['1']);
    expect(server.sent).toHaveLength(1);
  });

  it('walks up and down, and brings a tree onto the line as it was called', async () => {
    const store = await open();
    await call(store, 'sp 30 +18 -1.5 @20', 'ch g104');
    store.walk(-1);
    expect(store.$view.get().line).toBe('#2 ch g104');
    store.walk(-1);
    expect(store.$view.get().line).toBe('#1 sp 30 +18 -1.5 @20');
    store.walk(-1);
    expect(store.$view.get().line).toBe('#1 sp 30 +18 -1.5 @20');
    store.walk(1);
    store.walk(1);
    expect(inEnglish(store.$view.get())).toMatchObject({ line: '', selected: null });
  });

  it('corrects in place, keeps the readings that stand as they are, and takes it back', async () => {
    const store = await open();
    await call(store, 'sp 30 +18 -1.5 @20');
    store.walk(-1);
    await call(store, '#1 sp 32 +18 -1.5 @20');
    const [created, corrected] = server.sent.map(({ body }) => body as NewTreeDto);
    const idOf = (tree: NewTreeDto | undefined, key: string) =>
      tree?.readings.find((reading) => reading.key === key)?.id;
    expect(idOf(corrected, 'top')).toBe(idOf(created, 'top'));
    expect(idOf(corrected, 'diameter')).not.toBe(idOf(created, 'diameter'));
    expect(corrected?.readings.find(({ key }) => key === 'diameter')?.try).toBe(2);
    expect(store.$view.get().figures[0]?.tallied[0]?.dbhCm).toBe(32);
    store.undo();
    await settled();
    expect(store.$view.get().figures[0]?.tallied[0]?.dbhCm).toBe(30);
    store.undo();
    expect(store.$view.get().message?.words).toBe('Tree 1 undone. Its text is back on the line.');
    await settled();
    store.write('');
    store.undo();
    expect(store.$view.get().message?.words).toBe('Nothing to undo.');
  });

  it('deletes, and brings back', async () => {
    const store = await open();
    await call(store, 'sp 30', 'bt 40');
    store.walk(-1);
    store.remove();
    expect(tags(store)).toEqual(['1']);
    await settled();
    store.undo();
    await settled();
    expect(tags(store)).toEqual(['1', '2']);
  });

  it('puts a refused tree back on the line, with the reason', async () => {
    const store = await open();
    server.refuse = 'There is a tree 1 in this plot already.';
    await call(store, 'sp 34.5');
    expect(tags(store)).toEqual([]);
    expect(store.$view.get().line).toBe('#1 sp 34.5');
    expect(store.$view.get().message).toMatchObject({ words: 'There is a tree 1 in this plot already.', alarm: true });
  });

  it('goes back to the tree as it was when a correction is refused', async () => {
    const store = await open();
    await call(store, 'sp 30');
    store.walk(-1);
    server.refuse = 'no';
    await call(store, '#1 sp 99');
    expect(store.$view.get().figures[0]?.tallied[0]?.dbhCm).toBe(30);
    expect(store.$view.get().line).toBe('#1 sp 99');
  });

  it('leaves a tree to a person whose tag was given to another one, and says so', async () => {
    const store = await open([treeView('old', '1', 'sp', [])]);
    server.isDisputed = true;
    await call(store, '#7 sp 30');
    expect(tags(store)).toEqual(['1']);
    expect(inEnglish(store.$view.get().message)).toMatchObject({
      alarm: true,
      words: expect.stringMatching(/^Tag 7 was given/) as string,
    });
  });

  it('shows a tree again that others have changed before it was deleted here', async () => {
    const store = await open([treeView('old', '1', 'sp', [])]);
    server.isDisputed = true;
    store.select('old');
    store.remove();
    expect(tags(store)).toEqual([]);
    await settled();
    expect(tags(store)).toEqual(['1']);
  });

  it('shows it again after a reload as well', async () => {
    const trees = [treeView('old', '1', 'sp', [])];
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('network')));
    const before = await open(trees);
    before.select('old');
    before.remove();
    await settled();
    closePages();
    const again = await open(trees);
    expect(tags(again)).toEqual([]);
    server.isDisputed = true;
    vi.stubGlobal('fetch', answering());
    await pass(5_000);
    expect(tags(again)).toEqual(['1']);
  });

  it('finds its waiting trees again after a reload', async () => {
    const away = vi.fn(() => Promise.reject(new TypeError('network')));
    vi.stubGlobal('fetch', takingOperations(away));
    const before = await open();
    await call(before, 'sp 30');
    closePages();
    const again = await open();
    expect(again.$view.get().rows.map(({ tree, state }) => `${tree.tag} ${state}`)).toEqual(['1 waiting']);
    vi.stubGlobal('fetch', answering());
    await pass(5_000);
    expect(again.$view.get().rows.map(({ tree, state }) => `${tree.tag} ${state}`)).toEqual(['1 kept']);
  });

  it('corrects and deletes trees that are not sent yet, and shows that after a reload', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('network')));
    const before = await open([treeView('old', '1', 'sp', [])]);
    await call(before, '#2 sp 30', '#3 bt 40');
    const [, second, third] = before.$view.get().rows.map(({ id }) => id);
    before.select(second ?? null);
    await call(before, '#2 sp 31.5');
    before.select(third ?? null);
    before.remove();
    await settled();
    const shown = (store: TallyStore) =>
      store.$view.get().figures.map(({ row, reckoned }) => [row.tree.tag, reckoned.diametersCm[0], row.state]);
    const expected = [
      ['1', undefined, 'kept'],
      ['2', 31.5, 'waiting'],
    ];
    expect(shown(before)).toEqual(expected);
    closePages();
    const again = await open([treeView('old', '1', 'sp', [])]);
    expect(shown(again)).toEqual(expected);

    vi.stubGlobal('fetch', answering());
    await pass(30_000);
    expect(shown(again)).toEqual([
      ['1', undefined, 'kept'],
      ['2', 31.5, 'kept'],
    ]);
    // In the order in which they were made.
    expect(
      server.sent.map(
        ({ method, url }) => `${method} ${url.replace(second ?? '', 'second').replace(third ?? '', 'third')}`,
      ),
    ).toEqual(['POST /api/trees', 'POST /api/trees', 'POST /api/trees/second/corrections', 'DELETE /api/trees/third']);
  });

  it('shows a correction that went off while the page was being opened as saved', async () => {
    const before = await open();
    await call(before, '#2 sp 30');
    const [kept] = server.trees.values();
    if (kept === undefined) throw new Error('the tree is not on the record');
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('network')));
    before.select(kept.id);
    await call(before, '#2 sp 31.5');
    closePages();
    vi.stubGlobal('fetch', answering());
    vi.resetModules();
    await import('../../client/device/outbox.ts');
    await pass(50);
    const { tallyStore } = await import('./store.ts');
    // The page was made before the correction arrived.
    const after = tallyStore({
      plot,
      trees: [kept],
      elsewhere: { bySpecies: {}, pooled: null },
      lastVisits: {},
      settings: { ...settings, design: USUAL_DESIGN },
      observer: 'Crew Badger',
    });
    expect(after.$view.get().figures.map(({ row, reckoned }) => [row.state, reckoned.diametersCm[0]])).toEqual([
      ['kept', 31.5],
    ]);
  });

  it('shows a tree that went off while the page was being opened', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('network')));
    const before = await open();
    await call(before, 'sp 30');
    vi.stubGlobal('fetch', answering());
    closePages();
    const after = await open();
    await settled();
    expect(after.$view.get().rows.map(({ tree, state }) => `${tree.tag} ${state}`)).toEqual(['1 kept']);
  });
});

describe('what a tally says as one goes', () => {
  const hints = (store: TallyStore, line: string) => {
    store.write(line);
    return store.$view.get().hints;
  };

  it('names a species that is new to the plot, and a tree beyond the radius of 12.62 m', async () => {
    const store = await open();
    await call(store, 'sp 30 = 20', 'sp 31');
    expect(hints(store, 'sp 34')).toEqual([]);
    expect(hints(store, 'bt 34')).toEqual(['Beech is new in this plot']);
    expect(hints(store, 'sp 34 r12.9')).toEqual(['Out: limiting distance 12.62 m, the tree is 28 cm beyond it']);
    expect(hints(store, 'sp 34 r12.6')).toEqual([]);
  });

  it('asks for the height of every third tree, on the line and in the list', async () => {
    const store = await open();
    expect(hints(store, 'sp 30')).toEqual(['Measure the height']);
    expect(hints(store, 'sp 30 = 22')).toEqual([]);
    await call(store, 'sp 30', 'sp 31', 'sp 32');
    const { rows, heightsAsked } = store.$view.get();
    expect([...heightsAsked]).toEqual([rows[0]?.id]);
    expect(hints(store, 'sp 33')).toEqual(['Measure the height']);
  });

  it('takes a tree that was just kept back onto the line', async () => {
    const store = await open();
    await call(store, 'sp 30', 'bt 41');
    store.undo();
    await settled();
    expect(tags(store)).toEqual(['1']);
    expect(store.$view.get().line).toBe('#2 bt 41');
    expect(server.sent.at(-1)?.method).toBe('DELETE');
  });

  it('copies species and distance of the tree before, or the whole of it, onto an empty line', async () => {
    const store = await open();
    store.again('tree');
    expect(store.$view.get().line).toBe('');
    await call(store, 'sp 34.5 +18 -1.5 @20');
    store.again('species');
    expect(store.$view.get().line).toBe('sp @20 ');
    store.write('');
    store.again('tree');
    expect(store.$view.get().line.trim()).toBe('sp 34.5 +18 -1.5 @20');
    store.write('bt');
    store.again('tree');
    expect(store.$view.get().line).toBe('bt');
  });

  it('counts by dots: a tree in the middle of its class, off by a spread over its width', async () => {
    const store = await open();
    store.dot('sp', 30);
    await settled();
    const [tree] = server.sent.map(({ body }) => body as NewTreeDto);
    const [reading] = tree?.readings ?? [];
    // Classes of 2 cm named by their lower limit: 30 holds 30 up to 32.
    expect([reading?.value, reading?.unit]).toEqual([31, 'cm']);
    expect(reading?.standardError).toBeCloseTo(2 / Math.sqrt(12), 9);
    store.undo();
    await settled();
    expect(tags(store)).toEqual([]);
  });
});

describe('a tally where every tree is guessed', () => {
  const design: SurveyDesign = {
    ...USUAL_DESIGN,
    shape: { kind: 'complete-tally', areaM2: 10_000 },
    heights: { ask: 'every', n: 1 },
    phases: { kind: 'three-p', sureToMeasureM3: 2 },
  };

  it('says of a tree above the limit that it is measured', async () => {
    const store = await open([], design);
    store.write('sp kpi2.5');
    store.enter();
    const view = store.$view.get();
    expect(view.message?.words).toBe('Measure tree 1.');
    expect([...view.toMeasure]).toEqual(view.rows.map(({ id }) => id));
    // Not measured yet: nobody asks for its height.
    expect([...view.heightsAsked]).toEqual([]);
  });

  it('asks for the guess before anything else, and keeps no tree without both', async () => {
    const store = await open([], design);
    store.write('sp 30');
    expect(store.$view.get().hints).toContain('Predict the volume first: kpi and the volume');
    store.write('sp');
    store.enter();
    expect(store.$view.get().message).toMatchObject({ words: 'Enter at least the diameter.', alarm: true });
    expect(tags(store)).toEqual([]);
  });

  it('says so by the tree’s own draw: measured where the guess reaches it', async () => {
    const store = await open([], design);
    for (let i = 0; i < 12; i += 1) {
      store.write('sp kpi1');
      store.enter();
    }
    const { rows, toMeasure } = store.$view.get();
    for (const { id } of rows) {
      const draw = Number.parseInt(id.replaceAll('-', '').slice(0, 12), 16) / 2 ** 48;
      expect(toMeasure.has(id)).toBe(1 > 2 * draw);
    }
  });
});
