import { beforeAll, describe, expect, it } from 'vitest';
import type { SurveySummary, TreeView } from '../../contracts/views.ts';
import { prepareDatabase } from '../database/tools.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { act } from '../testing/made.ts';
import { DEMO_SURVEY_ID } from './load.ts';

let url = '';
beforeAll(async () => {
  url = await useTestDatabase();
});

const summary = async () => (await api<SurveySummary>('GET', `/api/surveys/${DEMO_SURVEY_ID}/summary`)).body;

describe('the demo forest', () => {
  it('is loaded once, and again only where it is missing', async () => {
    expect(await prepareDatabase(url, { demo: true })).toEqual({ loaded: true });
    const first = await summary();
    expect(await prepareDatabase(url, { demo: true })).toEqual({ loaded: false });
    expect(await summary()).toEqual(first);
  });

  it('has eighteen plots, eight of them walked, and figures that a forester would believe', async () => {
    const { plots, plotsCounted, sums } = await summary();
    expect(plots).toHaveLength(18);
    expect(plotsCounted).toBe(8);
    const inside = (value: number | null | undefined, low: number, high: number) => {
      expect(value).toBeGreaterThan(low);
      expect(value).toBeLessThan(high);
    };
    inside(sums.stemsPerHa?.mean, 150, 800);
    inside(sums.basalAreaM2PerHa?.mean, 8, 50);
    inside(sums.volumeM3PerHa?.mean, 50, 600);
    inside(sums.quadraticMeanDiameterCm, 18, 45);
  });

  it('keeps what has been changed in it', async () => {
    const [checked] = (await summary()).treesToCheck;
    expect(checked).toBeDefined();
    await api('DELETE', `/api/trees/${checked?.treeId ?? ''}`, act());
    await prepareDatabase(url, { demo: true });
    expect((await api<TreeView>('GET', `/api/trees/${checked?.treeId ?? ''}`)).body.deleted).toBe(true);
  });

  it('holds planted slips that the checks find', async () => {
    const codes = new Set((await summary()).treesToCheck.map(({ finding }) => finding.code));
    expect(codes.size).toBeGreaterThanOrEqual(3);
  });
});
