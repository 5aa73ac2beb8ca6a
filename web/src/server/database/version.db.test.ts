import { beforeAll, expect, it } from 'vitest';
import { databaseVersion } from '../compose.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { newTree, surveyWithPlot } from '../testing/made.ts';

beforeAll(useTestDatabase);

it('is another one after every write, which answers that were sent before hang on', async () => {
  const { plot } = await surveyWithPlot();
  const versions = [await databaseVersion()];
  for (const tag of ['1', '2', '3']) {
    expect((await api('POST', '/api/trees', newTree(plot.id, tag))).status).toBe(201);
    versions.push(await databaseVersion());
  }
  expect(new Set(versions).size).toBe(4);
  expect(versions).not.toContain(null);
});
