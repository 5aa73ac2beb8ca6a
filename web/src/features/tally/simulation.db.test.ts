import { pick, type Random, seededRandom } from '@arbolito/core/statistics';
import pg from 'pg';
import { v4 as uuid } from 'uuid';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import type { ConflictView } from '../../contracts/conflict-view.ts';
import type { NewTreeDto } from '../../contracts/tree.ts';
import { treeOfView } from '../../contracts/tree-write.ts';
import type { TreeView } from '../../contracts/views.ts';
import { api, useTestDatabase } from '../../server/testing/api.ts';
import { act, newTree, surveyWithPlot } from '../../server/testing/made.ts';
import { type LoggedOperation, RecordModel } from '../../server/testing/record-model.ts';
import { cutPower, restorePower } from '../../server/testing/power-cut.ts';
import { type Fault, unreliableServer } from '../../server/testing/unreliable-server.ts';
import { factsOf, SimulatedDevice, simulateDevices } from './testing/simulated-device.ts';

/** `npm run soak` runs them all. */
const SCHEDULES = Number(process.env.SCHEDULES ?? 20);
const FIRST_SEED = Number(process.env.FIRST_SEED ?? 1);
const STEPS = 30;
/** In one schedule of so many the database loses its power while a device sends. */
const SEEDS_PER_POWER_CUT = 10;
const STEPS_WITHOUT_POWER = 3;
/** Rounds in which everything has to be sent and read once the network is good again. */
const ROUNDS = 6;

const FAULTS: readonly (readonly [Fault, number])[] = [
  ['none', 60],
  ['lost', 8],
  ['answer-lost', 10],
  ['twice', 8],
  ['late', 8],
  ['killed', 6],
];
const YEAR_MS = 365.25 * 86_400_000;
const CLOCKS_MS = [0, 0, 3_600_000, -56 * YEAR_MS, 73 * YEAR_MS];

let sql: pg.Pool;
beforeAll(async () => {
  sql = new pg.Pool({ connectionString: await useTestDatabase() });
  // The power cut ends its connections.
  sql.on('error', () => undefined);
  // Modules of the server are loaded before those of devices are loaded anew.
  await api('GET', `/api/conflicts/${uuid()}/decision`);
  await api('POST', '/api/sync', {});
  await api('GET', `/api/surveys/${uuid()}/changes`);
});
afterAll(() => sql.end());
beforeEach(simulateDevices);
afterEach(() => {
  vi.restoreAllMocks();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

/** A line with another diameter, another species, or a height put onto it. */
function changedLine(line: string, random: Random): string {
  const dbh = (20 + Math.floor(random() * 60)).toString();
  return pick(random, [
    [line.replace(/^(#\S+ \w+ )[\d.]+/, `$1${dbh}`), 4],
    [
      line.replace(
        /^(#\S+) \w+/,
        `$1 ${pick(random, [
          ['sp', 1],
          ['bt', 1],
        ])}`,
      ),
      2,
    ],
    [`${line.replace(/ [+@-].*$/, '')} +18 -1.5 @${String(15 + Math.floor(random() * 10))}`, 2],
    [line.replace(/^#\S+/, `#${String(Math.floor(random() * 30) + 1)}`), 1],
  ]);
}

class Schedule {
  readonly random: Random;
  readonly server = unreliableServer();
  devices: readonly SimulatedDevice[] = [];
  surveyId = '';
  plotId = '';
  /** Trees that are on the record before anybody goes out. */
  begun: readonly NewTreeDto[] = [];
  isReliable = false;

  constructor(readonly seed: number) {
    this.random = seededRandom(seed);
  }

  async begin(): Promise<void> {
    const { survey, plot } = await surveyWithPlot();
    [this.surveyId, this.plotId] = [survey.id, plot.id];
    this.begun = [newTree(plot.id, '1'), newTree(plot.id, '2')];
    for (const tree of this.begun) await api('POST', '/api/trees', tree);
    const { random } = this;
    const all = Array.from({ length: 2 + Math.floor(random() * 3) }, (_, at) => {
      const clock = CLOCKS_MS[Math.floor(random() * CLOCKS_MS.length)] ?? 0;
      return new SimulatedDevice(`Badger ${String(at)}`, clock, survey.id, plot.id, (url, init) =>
        this.#carry(url, init),
      );
    });
    this.devices = all;
    const [first] = all;
    if (first !== undefined && random() < 0.3) {
      const tree = newTree(plot.id, '40');
      const before = { method: 'POST', url: '/api/trees', madeAt: '2026-06-03T09:15:00Z', state: 'waiting' } as const;
      await first.asBefore([{ ...before, id: tree.id, body: tree }]);
    }
    for (const device of all) {
      await device.open();
      await device.pull();
    }
  }

  #carry(url: string, init: RequestInit): Promise<Response> {
    const fault = this.isReliable ? 'none' : pick(this.random, FAULTS);
    return this.server.send(() => new Request(`http://test${url}`, init), fault, Math.floor(this.random() * 15));
  }

  async step(): Promise<void> {
    const { random } = this;
    const device = this.devices[Math.floor(random() * this.devices.length)];
    if (device === undefined) return;
    const rows = device.page.store.$view.get().rows;
    const row = rows[Math.floor(random() * rows.length)];
    await pick<() => Promise<void>>(random, [
      [
        () =>
          device.act(({ store }) => {
            store.select(null);
            store.write(`${random() < 0.5 ? 'sp' : 'bt'} ${String(20 + Math.floor(random() * 60))}`);
            store.enter();
          }),
        6,
      ],
      [
        () =>
          device.act(({ store }) => {
            store.select(row?.id ?? null);
            store.write(changedLine(store.$view.get().line, random));
            store.enter();
          }),
        6,
      ],
      [
        () =>
          device.act(({ store }) => {
            store.select(row?.id ?? null);
            store.remove();
          }),
        2,
      ],
      [
        () =>
          device.act(({ outbox, plotWrites }) => {
            const finished = random() < 0.7;
            const before = { finished: !finished, empty: false };
            void outbox.send(plotWrites.progressWrite(this.plotId, before, { finished }, 'a'), () => undefined);
          }),
        1,
      ],
      [() => this.#decide(device), 1],
      [() => device.send(), 4],
      [() => device.pull(), 4],
      [
        () => {
          device.isOnline = !device.isOnline;
          return Promise.resolve();
        },
        2,
      ],
      [
        () => {
          device.isFull = !device.isFull;
          return Promise.resolve();
        },
        device.isFull ? 2 : 0.5,
      ],
      [() => device.open(), 1],
      [() => this.server.deliverLate(), 2],
    ])();
  }

  /** Somebody decides about what the device knows to be disputed. */
  async #decide(device: SimulatedDevice): Promise<void> {
    const { random } = this;
    await device.act(({ outbox, conflicts }) => {
      const open = conflicts.openConflicts.get();
      const conflict = open[Math.floor(random() * open.length)];
      if (conflict === undefined) return;
      const keep = random() < 0.5 ? 'record' : 'change';
      const tag = keep === 'change' && conflict.freeTag !== null ? { tag: conflict.freeTag } : {};
      const body = { ...act(), device: device.name, keep, seen: conflict.recordDigest, ...tag };
      const url = `/api/conflicts/${conflict.id}/decision`;
      void outbox.send({ id: body.id, method: 'POST', url, body }, () => undefined);
    });
  }

  /** The database loses its power while a device sends; the crews go on, and it comes back. */
  async losePower(): Promise<void> {
    const cut = cutPower();
    for (const device of this.devices) await device.send();
    await cut;
    for (let step = 0; step < STEPS_WITHOUT_POWER; step += 1) await this.step();
    await restorePower();
  }

  /** The network is good again, and everybody has time. */
  async heal(): Promise<void> {
    await this.server.deliverLate();
    this.isReliable = true;
    for (const device of this.devices) {
      device.isOnline = true;
      device.isFull = false;
    }
    for (let round = 0; round < ROUNDS; round += 1)
      for (const device of this.devices) {
        for (const { write } of device.page.outbox.setAside.get())
          await device.act(({ outbox }) => void outbox.sendAgain(write.id));
        await device.send();
        await device.pull();
      }
  }

  async treesOnRecord(): Promise<readonly TreeView[]> {
    return (await api<TreeView[]>('GET', `/api/trees?plot=${this.plotId}`)).body;
  }

  async conflicts(): Promise<readonly ConflictView[]> {
    return (await api<ConflictView[]>('GET', `/api/surveys/${this.surveyId}/conflicts`)).body;
  }

  async log(): Promise<readonly LoggedOperation[]> {
    const names = this.devices.flatMap(({ sentAs }) => [...sentAs]);
    const { rows } = await sql.query<LoggedOperation>(
      'select id, device, method, path, body from operation where device = any($1) order by number',
      [names],
    );
    return rows;
  }

  /** The record as the log says that it has to be. */
  async model(): Promise<RecordModel> {
    const { rows } = await sql.query<{ id: string; kind: 'change'; subjectId: string; fact: string; device: string }>(
      'select id, kind, subject_id as "subjectId", fact, device from conflict where survey_id = $1',
      [this.surveyId],
    );
    const model = new RecordModel((id) => rows.find((row) => row.id === id));
    for (const tree of this.begun)
      model.take({ id: tree.id, device: '', method: 'POST', path: '/api/trees', body: tree });
    for (const operation of await this.log()) model.take(operation);
    return model;
  }
}

describe('several devices on one plot', () => {
  it.each(Array.from({ length: SCHEDULES }, (_, at) => FIRST_SEED + at))(
    'come to one record: seed %i',
    async (seed) => {
      const schedule = new Schedule(seed);
      await schedule.begin();
      const powerCutAt = seed % SEEDS_PER_POWER_CUT === 0 ? Math.floor(schedule.random() * STEPS) : null;
      for (let step = 0; step < STEPS; step += 1) {
        if (step === powerCutAt) await schedule.losePower();
        else await schedule.step();
      }
      await schedule.heal();

      const trees = await schedule.treesOnRecord();
      const record = Object.fromEntries(trees.map((tree) => [tree.id, factsOf(treeOfView(tree))]));
      const conflicts = await schedule.conflicts();
      const model = await schedule.model();
      expect(record).toEqual(model.factsOf(schedule.plotId));

      const logged = new Set((await schedule.log()).map(({ id }) => id));
      for (const device of schedule.devices) {
        expect(device.page.outbox.notSent()).toEqual([]);
        expect(device.shownFacts()).toEqual(record);
        await device.open();
        expect(device.shownFacts()).toEqual(record);
        expect(
          device.page.conflicts.openConflicts
            .get()
            .map(({ id }) => id)
            .sort(),
        ).toEqual(conflicts.map(({ id }) => id).sort());
        const lost = [...device.acknowledged].filter((id) => !logged.has(id) && !device.refused.has(id));
        expect(lost).toEqual([]);
      }
      const { rows } = await sql.query<{ about: string }>(
        `select concat_ws(' ', kind, subject_id, fact, device) as about from conflict
        where survey_id = $1 and kept is null and fact <> 'finished'`,
        [schedule.surveyId],
      );
      expect(rows.map(({ about }) => about).sort()).toEqual(model.openConflicts());
    },
  );
});
