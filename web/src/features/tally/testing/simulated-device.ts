import 'fake-indexeddb/auto';
import { AsyncLocalStorage } from 'node:async_hooks';
import { treeFacts, type TreeFacts, notesOfTree, placedReadings, type TreeRecord } from '@arbolito/core/tree';
import { IDBFactory } from 'fake-indexeddb';
import { openDB } from 'idb';
import { vi } from 'vitest';
import type { SyncDto, SyncView } from '../../../contracts/sync.ts';
import type { StoredWrite } from '../../../client/device/device-schema.ts';
import { EXAMPLE_PLOT, EXAMPLE_SETTINGS } from '../../../testing/tally-example.ts';
import type { TallyStore } from '../store.ts';

/** How a device reaches the server. */
export type Transport = (url: string, init: RequestInit) => Promise<Response>;

/** What the code that runs now runs on. */
const current = new AsyncLocalStorage<SimulatedDevice>();

/** Modules of a page, none of them shared with another page. */
const openModules = async () => {
  vi.resetModules();
  return {
    identity: await import('../../../client/identity.ts'),
    outbox: await import('../../../client/device/outbox.ts'),
    copies: await import('../../../client/device/survey-copies.ts'),
    conflicts: await import('../../../client/device/open-conflicts.ts'),
    plotWrites: await import('../../../client/plot-writes.ts'),
    tally: await import('../store.ts'),
  };
};

/** The page that is open on a device. */
type Page = Awaited<ReturnType<typeof openModules>> & { readonly store: TallyStore };

/** Lets what was begun come to its end: as long as requests are on their way, and some rounds after that. */
const ROUNDS = 40;

export const factsOf = (tree: TreeRecord): TreeFacts =>
  treeFacts({
    tag: tree.tag,
    speciesCode: tree.speciesCode,
    readings: placedReadings(tree),
    ...notesOfTree(tree),
  });

/** Puts the devices of a simulation in the place of the one browser. */
export function simulateDevices(): void {
  const RealDate = Date;
  // eslint-disable-next-line @typescript-eslint/unbound-method -- called on its store below
  const put = IDBObjectStore.prototype.put;
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  vi.stubGlobal(
    'Date',
    class extends RealDate {
      constructor(...args: readonly [] | ConstructorParameters<typeof Date>) {
        if (args.length === 0) super(RealDate.now() + (current.getStore()?.clockMs ?? 0));
        else super(...args);
      }
    },
  );
  vi.stubGlobal('localStorage', undefined);
  vi.stubGlobal(
    'BroadcastChannel',
    class extends EventTarget {
      postMessage(): void {
        /* one page at a time */
      }
      close(): void {
        /* nothing is open */
      }
    },
  );
  vi.stubGlobal('fetch', (url: string, init: RequestInit) => {
    const device = current.getStore();
    if (device === undefined) throw new Error('a request of no device');
    return device.request(url, init);
  });
  vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (this: IDBObjectStore, ...args) {
    const device = current.getStore();
    if (device?.isFull === true) throw new DOMException('full', 'QuotaExceededError');
    const request = put.apply(this, args);
    const value = args[0] as StoredWrite;
    if (this.name === 'writes' && value.state === 'waiting')
      this.transaction.addEventListener('complete', () => device?.acknowledged.add(value.id));
    return request;
  });
}

/** A device with its own disk, its own clock and the application. */
export class SimulatedDevice {
  readonly #disk = new IDBFactory();
  #page: Page | null = null;
  #onTheWay = 0;
  /** What it called itself to the server: where its disk was full, it makes another name the next time. */
  readonly sentAs = new Set<string>();
  /** Writes that were on the disk. */
  readonly acknowledged = new Set<string>();
  /** Writes that the server has refused, with its words. */
  readonly refused = new Map<string, string>();
  isFull = false;
  isOnline = true;

  constructor(
    readonly name: string,
    readonly clockMs: number,
    private readonly surveyId: string,
    private readonly plotId: string,
    private readonly transport: Transport,
  ) {}

  async request(url: string, init: RequestInit): Promise<Response> {
    this.#onTheWay += 1;
    try {
      if (!this.isOnline) throw new TypeError('offline');
      if (typeof init.body === 'string') this.sentAs.add((JSON.parse(init.body) as SyncDto).device);
      // The server is another machine, with a clock of its own.
      const response = await current.exit(() => this.transport(url, init));
      await this.#noteRefused(response);
      return response;
    } finally {
      this.#onTheWay -= 1;
    }
  }

  /** A person is told of what was refused: it is not lost. */
  async #noteRefused(response: Response): Promise<void> {
    if (!response.ok) return;
    const { results = [] } = (await response.clone().json()) as Partial<SyncView>;
    for (const result of results) if (result.kind === 'refused') this.refused.set(result.id, result.problem.detail);
  }

  #run<T>(work: () => Promise<T>): Promise<T> {
    return current.run(this, work);
  }

  async settle(): Promise<void> {
    for (let quiet = 0; quiet < ROUNDS; quiet = this.#onTheWay > 0 ? 0 : quiet + 1)
      await new Promise((resolve) => setImmediate(resolve));
  }

  /** The disk as an earlier version of the application left it, with writes that wait. */
  async asBefore(writes: readonly Omit<StoredWrite, 'order'>[]): Promise<void> {
    vi.stubGlobal('indexedDB', this.#disk);
    const database = await openDB('arbolito', 1, {
      upgrade: (made) => {
        made.createObjectStore('notes');
        const store = made.createObjectStore('writes', { keyPath: 'order', autoIncrement: true });
        store.createIndex('id', 'id', { unique: true });
        store.createIndex('state', 'state');
      },
    });
    for (const write of writes) {
      await database.add('writes', write);
      this.acknowledged.add(write.id);
    }
    database.close();
  }

  /** Opens the tally of the plot; what the page before was doing is cut off. */
  async open(): Promise<void> {
    await this.#run(async () => {
      vi.stubGlobal('indexedDB', this.#disk);
      vi.stubGlobal('window', new EventTarget());
      const modules = await openModules();
      const copy = await modules.copies.storedPlot(this.plotId);
      const store = modules.tally.tallyStore({
        plot: copy?.plot ?? { ...EXAMPLE_PLOT, id: this.plotId, surveyId: this.surveyId, revision: 0 },
        trees: copy?.trees ?? [],
        elsewhere: { bySpecies: {}, pooled: null },
        lastVisits: {},
        settings: EXAMPLE_SETTINGS,
        observer: `Crew ${this.name}`,
      });
      this.#page = { ...modules, store };
      await this.settle();
    });
  }

  get page(): Page {
    if (this.#page === null) throw new Error('no page is open');
    return this.#page;
  }

  /** Something a person does on the page. */
  act(work: (page: Page) => void): Promise<void> {
    return this.#run(async () => {
      work(this.page);
      await this.settle();
    });
  }

  /** Sends what waits. */
  send(): Promise<void> {
    return this.#run(async () => {
      await this.page.outbox.flush();
      await this.settle();
    });
  }

  /** Reads what others have changed. */
  pull(): Promise<void> {
    return this.#run(async () => {
      const { copies, store } = this.page;
      await copies.readChanges(this.surveyId).catch(() => undefined);
      await this.settle();
      const copy = await copies.storedPlot(this.plotId);
      if (copy !== undefined) store.absorb(copy);
    });
  }

  /** The trees that the page shows, by identifier. */
  shownFacts(): Readonly<Record<string, TreeFacts>> {
    return Object.fromEntries(this.page.store.$view.get().rows.map(({ id, tree }) => [id, factsOf(tree)]));
  }
}
