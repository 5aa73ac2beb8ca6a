import sharp from 'sharp';
import { v4 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import { PHOTO_BYTES, PHOTOS_PER_PLOT, type PhotoView } from '../../contracts/photo-view.ts';
import type { ProblemView } from '../../contracts/views.ts';
import { api, sendJson, useTestDatabase } from '../testing/api.ts';
import { act, surveyWithPlot } from '../testing/made.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';

beforeAll(useTestDatabase);

/** A picture of one point. */
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);
/** The beginning of a JPEG and nothing behind it. */
const STUMP = Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 16, 0x4a, 0x46, 0x49, 0x46]);
const pictureOf = (width: number, height: number): Promise<Buffer> =>
  sharp({ create: { width, height, channels: 3, background: '#446622' } })
    .jpeg()
    .toBuffer();

const query = (over: Record<string, string> = {}): string =>
  new URLSearchParams({
    id: uuid(),
    observer: 'Crew Badger',
    device: 'test device',
    takenAt: '2026-06-03T09:15:00Z',
    words: 'to the north',
    ...over,
  }).toString();

async function add(plotId: string, data: Buffer, asked = query()) {
  const response = await sendJson(
    new Request(`http://test/api/plots/${plotId}/photos?${asked}`, {
      method: 'POST',
      headers: { 'content-type': 'image/png' },
      body: new Uint8Array(data),
    }),
  );
  return { status: response.status, body: (await response.json()) as PhotoView & ProblemView };
}

const photosOf = async (plotId: string): Promise<readonly PhotoView[]> =>
  (await api<PhotoView[]>('GET', `/api/plots/${plotId}/photos`)).body;

/** A tree of the notebook, by its identifier. */
async function notebookTree(): Promise<string> {
  const treeId = uuid();
  const note = { ...act(), treeId, stemId: uuid(), name: 'Oak by the well', unitSystem: 'metric', readings: [] };
  expect((await api('POST', '/api/notebook', { ...note, stringKept: true })).status).toBe(201);
  return treeId;
}

describe('photos of a tree of the notebook', () => {
  it('are kept with it, and are none of a survey', async () => {
    const tree = await notebookTree();
    const path = `/api/notebook/${tree}/photos`;
    const sent = await sendJson(
      new Request(`http://test${path}?${query()}`, {
        method: 'POST',
        headers: { 'content-type': 'image/png' },
        body: new Uint8Array(PNG),
      }),
    );
    expect(sent.status).toBe(201);
    const { body } = await api<PhotoView[]>('GET', path);
    expect(body).toMatchObject([{ plotId: null, words: 'to the north' }]);
    expect((await sendJson(new Request(`http://test/api/photos/${body[0]?.id ?? ''}`))).status).toBe(200);
    await api('DELETE', `/api/photos/${body[0]?.id ?? ''}`, act());
    expect((await api<PhotoView[]>('GET', path)).body).toEqual([]);
  });

  it('need a tree that is there', async () => {
    expect((await api('GET', `/api/notebook/${uuid()}/photos`)).status).toBe(404);
  });
});

describe('photos of a plot', () => {
  it('come back as they were sent, encoded again', async () => {
    const { plot } = await surveyWithPlot();
    const kept = await add(plot.id, PNG);
    expect(kept.status).toBe(201);
    expect(inEnglish(kept.body)).toMatchObject({ plotId: plot.id, words: 'to the north', deleted: false });
    const response = await sendJson(new Request(`http://test/api/photos/${kept.body.id}`));
    expect(response.headers.get('content-type')).toBe('image/jpeg');
    expect(response.headers.get('x-content-type-options')).toBe('nosniff');
    expect(await sharp(Buffer.from(await response.arrayBuffer())).metadata()).toMatchObject({
      format: 'jpeg',
      width: 1,
      height: 1,
    });
  });

  it('are decoded to their end: a stump of a photo, and one of too many pixels, are refused', async () => {
    const { plot } = await surveyWithPlot();
    const whole = await pictureOf(800, 600);
    expect((await add(plot.id, whole)).status).toBe(201);
    for (const bad of [STUMP, whole.subarray(0, whole.length / 3), await pictureOf(16_000, 4_000)])
      expect((await add(plot.id, bad)).status).toBe(422);
    expect(await photosOf(plot.id)).toHaveLength(1);
  });

  it('lose the place and the device that a camera writes into them', async () => {
    const { plot } = await surveyWithPlot();
    const marked = await sharp(await pictureOf(40, 30))
      .withExif({ IFD0: { Make: 'a camera' }, IFD3: { GPSLatitude: '41/1 0/1 0/1' } })
      .jpeg()
      .toBuffer();
    expect((await sharp(marked).metadata()).exif).toBeDefined();
    const { body } = await add(plot.id, marked);
    const kept = await (await sendJson(new Request(`http://test/api/photos/${body.id}`))).arrayBuffer();
    expect((await sharp(Buffer.from(kept)).metadata()).exif).toBeUndefined();
  });

  it('answer 410 once they are removed', async () => {
    const { plot } = await surveyWithPlot();
    const { body } = await add(plot.id, PNG);
    await api('DELETE', `/api/photos/${body.id}`, act());
    expect((await sendJson(new Request(`http://test/api/photos/${body.id}`))).status).toBe(410);
  });

  it('are one write however often they are sent, and another under that name is refused', async () => {
    const { plot } = await surveyWithPlot();
    const asked = query();
    expect((await add(plot.id, PNG, asked)).status).toBe(201);
    expect((await add(plot.id, PNG, asked)).status).toBe(201);
    expect((await add(plot.id, await pictureOf(3, 2), asked)).status).toBe(409);
    expect(await photosOf(plot.id)).toHaveLength(1);
  });

  it('are taken off and put back', async () => {
    const { plot } = await surveyWithPlot();
    const { body } = await add(plot.id, PNG);
    await api('DELETE', `/api/photos/${body.id}`, act());
    expect(await photosOf(plot.id)).toEqual([]);
    const back = await api<PhotoView>('POST', `/api/photos/${body.id}/undo`, act());
    expect(back.body.deleted).toBe(false);
    expect((await photosOf(plot.id)).map(({ id }) => id)).toEqual([body.id]);
  });

  it.each([
    ['no picture', Buffer.from('<svg onload="alert(1)"/>'), {}, 422],
    ['nothing', Buffer.alloc(0), {}, 422],
    ['too much', Buffer.alloc(PHOTO_BYTES + 1, PNG), {}, 413],
    ['no words', PNG, { words: '' }, 422],
    ['no moment', PNG, { takenAt: 'yesterday' }, 422],
    ['a stranger', PNG, { album: 'mine' }, 422],
  ])('are refused with %s', async (_, data, over, status) => {
    const { plot } = await surveyWithPlot();
    expect((await add(plot.id, data, query(over as Record<string, string>))).status).toBe(status);
    expect(await photosOf(plot.id)).toEqual([]);
  });

  it('are so many and no more', async () => {
    const { plot } = await surveyWithPlot();
    for (let i = 0; i < PHOTOS_PER_PLOT; i += 1) expect((await add(plot.id, PNG)).status).toBe(201);
    const { status, body } = await add(plot.id, PNG);
    expect([status, body.detail]).toEqual([409, expect.stringContaining('12 photos') as string]);
  });

  it('are of a plot that there is, and are found by their name', async () => {
    expect((await add(uuid(), PNG)).status).toBe(404);
    expect((await sendJson(new Request(`http://test/api/photos/${uuid()}`))).status).toBe(404);
    expect((await api('DELETE', `/api/photos/${uuid()}`, act())).status).toBe(404);
  });
});
