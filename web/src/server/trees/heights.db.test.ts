import { v4 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import type { HeightNotes } from '@arbolito/core/tree';
import type { ReadingDto } from '../../contracts/tree.ts';
import type { SurveyView, TreeView } from '../../contracts/views.ts';
import { heightPairs } from '../results/height-pairs.ts';
import { services } from '../compose.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { act, dbhReading, newTree, sights, surveyWithPlot } from '../testing/made.ts';
import { say } from '../../messages/text.ts';

beforeAll(useTestDatabase);

const top = (pct: number, heightNo: number): ReadingDto => {
  const [reading] = sights(pct, -6, 25);
  if (reading === undefined) throw new Error('no sight');
  return { ...reading, id: uuid(), heightNo };
};
const reading = (
  measure: ReadingDto['measure'],
  methodId: string,
  key: string,
  value: number,
  heightNo?: number,
): ReadingDto => ({
  ...dbhReading(value),
  measure,
  methodId,
  key,
  unit: key === 'paces' ? 'one' : 'm',
  ...(heightNo === undefined ? {} : { heightNo }),
});
const sameStation = (heightNo: number, of: 'crown-base' | 'first-branch' | 'stump' = 'crown-base') => ({
  heightNo,
  of,
  sameStation: true,
});

const SIX: HeightNotes = {
  others: [
    { heightNo: 2, of: 'merchantable', sameStation: true, topDiameterCm: 7 },
    { heightNo: 3, of: 'merchantable', sameStation: true, limit: 'fork' },
    sameStation(4),
    sameStation(5, 'first-branch'),
    sameStation(6, 'stump'),
  ],
};
const sixReadings = () => [
  dbhReading(46.2),
  ...sights(98, -6, 25),
  ...[78, 52, 34, 27, -4.8].map((pct, i) => top(pct, i + 2)),
];

const keep = async (over: Parameters<typeof newTree>[2]) => {
  const { plot } = await surveyWithPlot();
  const tree = newTree(plot.id, '1', over);
  return { tree, answer: await api<TreeView>('POST', '/api/trees', tree) };
};
const heightsOf = ({ height, otherHeights }: TreeView) => [
  height?.printed,
  ...otherHeights.map(({ name, figure }) => `${say(name)} ${figure?.printed ?? '—'}`),
];

describe('the heights of a tree on the record', () => {
  it('are six from one stand: 25 m times each sight and the 6 % below', async () => {
    const { tree, answer } = await keep({ readings: sixReadings(), heights: SIX });
    expect(answer.status).toBe(201);
    const { body } = await api<TreeView>('GET', `/api/trees/${tree.id}`);
    expect(heightsOf(body)).toEqual([
      '26.00',
      'merchantable to 7 cm 21.00',
      'merchantable to the fork 14.50',
      'crown base 10.00',
      'first crown branch 8.25',
      'stump height 0.30',
    ]);
    expect(body.crownLengthM).toBeCloseTo(16, 9);
    expect(body.heights).toEqual(SIX);
  });

  it('count as the person chose, and come back by an undo', async () => {
    const notes: HeightNotes = { others: [{ heightNo: 2, of: 'total', sameStation: false }], kept: 2 };
    const known = reading('height', 'height.known', 'height', 22.5, 2);
    const first = [dbhReading(46.2), ...sights(80, -6, 25), known];
    const { tree, answer } = await keep({ readings: first, heights: notes });
    expect(answer.body.height?.printed).toBe('22.50');
    const { id, tag, speciesCode } = { ...tree, id: uuid() };
    const correction = { ...act(), id, tag, speciesCode, readings: first };
    const alone = { ...correction, readings: first.slice(0, -1) };
    const { body } = await api<TreeView>('POST', `/api/trees/${tree.id}/corrections`, alone);
    expect([heightsOf(body), body.heights]).toEqual([['21.50'], null]);
    await api('POST', `/api/corrections/${id}/undo`, act());
    const { body: again } = await api<TreeView>('GET', `/api/trees/${tree.id}`);
    expect([heightsOf(again), again.heights]).toEqual([['22.50', 'total height 22.50'], notes]);
  });

  it('stand on a distance by paces: 32 of 0.78 m, times 0.90', async () => {
    const { answer } = await keep({
      readings: [
        dbhReading(38.5),
        ...sights(82, -8, 25).slice(0, 2),
        reading('distance', 'distance.paces', 'paces', 32),
        reading('distance', 'distance.paces', 'pace', 0.78),
      ],
    });
    expect([answer.status, answer.body.height?.printed]).toEqual([201, '22.46']);
  });

  it('say when two cannot both be right', async () => {
    const { answer } = await keep({
      readings: [dbhReading(46.2), ...sights(80, -6, 25), reading('height', 'height.known', 'height', 27, 2)],
      heights: { others: [{ heightNo: 2, of: 'total', sameStation: false }] },
    });
    expect(answer.body.findings.map(({ code }) => code)).toContain('height.disagree');
  });

  it.each([
    [
      'a height that is not noted',
      { readings: [dbhReading(30), ...sights(80, -6, 25), top(40, 2)] },
      '/readings/4/heightNo',
      'height-unknown',
    ],
    [
      'a diameter with a number',
      { readings: [{ ...dbhReading(30), heightNo: 2 }] },
      '/readings/0/heightNo',
      'height-of-stem',
    ],
    [
      'a second height that is half read',
      {
        readings: [dbhReading(30), ...sights(80, -6, 25), top(40, 2)],
        heights: { others: [{ heightNo: 2, of: 'total', sameStation: false }] },
      },
      '/readings/4',
      'reading.missing',
    ],
    [
      'a crown base below the foot',
      { readings: [dbhReading(30), ...sights(80, -6, 25), top(-30, 2)], heights: { others: [sameStation(2)] } },
      '/readings/4',
      'height.top-below-base',
    ],
    [
      'a distance for a height from the first one’s stand',
      {
        readings: [
          dbhReading(30),
          ...sights(80, -6, 25),
          top(40, 2),
          reading('distance', 'distance.paces', 'paces', 32, 2),
          reading('distance', 'distance.paces', 'pace', 0.78, 2),
        ],
        heights: { others: [sameStation(2)] },
      },
      '/readings/5/measure',
      'distance-of-stand',
    ],
    [
      'another method from the same stand',
      {
        readings: [dbhReading(30), ...sights(80, -6, 25), reading('height', 'height.known', 'height', 9, 2)],
        heights: { others: [sameStation(2)] },
      },
      '/readings/4/methodId',
      'method-of-stand',
    ],
    [
      'a base of its own from the same stand',
      {
        readings: [
          dbhReading(30),
          ...sights(80, -6, 25),
          ...sights(40, -9, 25)
            .slice(0, 2)
            .map((sight) => ({ ...sight, id: uuid(), heightNo: 2 })),
        ],
        heights: { others: [sameStation(2)] },
      },
      '/readings/5/key',
      'reading-of-stand',
    ],
    [
      'seven from one stand',
      { heights: { others: [2, 3, 4, 5, 6, 7].map((heightNo) => sameStation(heightNo)) } },
      '/heights/others',
      'holds',
    ],
    ['one number twice', { heights: { others: [sameStation(2), sameStation(2)] } }, '/heights/others', 'arrayUnique'],
    ['a choice that is not there', { heights: { kept: 3 } }, '/heights/kept', 'holds'],
    [
      'a limit on a stump',
      { heights: { others: [{ heightNo: 2, of: 'stump', sameStation: true, limit: 'fork' }] } },
      '/heights/others/0/limit',
      'holds',
    ],
    [
      'a height of an end unknown',
      { heights: { others: [{ heightNo: 2, of: 'moon', sameStation: true }] } },
      '/heights/others/0/of',
      'isIn',
    ],
  ])('refuse %s at its field', async (_words, over, pointer, code) => {
    const { answer } = await keep(over as Parameters<typeof newTree>[2]);
    const { status, body } = answer as unknown as {
      status: number;
      body: { errors?: readonly { pointer: string; code: string }[] };
    };
    expect(status).toBe(422);
    expect(body.errors?.find((error) => error.pointer === pointer)?.code).toBe(code);
  });

  it('pair by method, whichever of them counts; one person makes no pair', async () => {
    const { survey, plot } = await surveyWithPlot();
    const known = [
      reading('height', 'height.known', 'height', 22, 2),
      reading('height', 'height.known', 'height', 23, 3),
    ];
    const others = [2, 3].map((heightNo) => ({ heightNo, of: 'total' as const, sameStation: false }));
    const heights: HeightNotes = { others, kept: 'mean' };
    const kept = await api(
      'POST',
      '/api/trees',
      newTree(plot.id, '1', { readings: [dbhReading(46.2), ...sights(80, -6, 25), ...known], heights }),
    );
    expect(kept.status).toBe(201);
    await api('POST', '/api/trees', newTree(plot.id, '2', { readings: sixReadings(), heights: SIX }));
    const { body } = await api<SurveyView>('GET', `/api/surveys/${survey.id}`);
    const { methods, people } = heightPairs(await services().trees.severalHeights(body));
    // 25 m times 86 % beside the mean of the 22 and 23 m that were known.
    expect(methods.map(({ firstValue, secondValue }) => [firstValue, secondValue])).toEqual([
      [expect.closeTo(21.5, 9), 22.5],
    ]);
    expect(people).toEqual([]);
  });
});
