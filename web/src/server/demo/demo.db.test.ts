import { eq, sql } from 'drizzle-orm';
import { beforeAll, describe, expect, it } from 'vitest';
import { type DemoSurvey, harrowCreek, monteValdeliro, type PlantedError } from '@arbolito/demo';
import { seededRandom } from '@arbolito/core/statistics';
import type { SurveySummary, TreeView, WorkListView } from '../../contracts/views.ts';
import { connect } from '../database/connection.ts';
import { plots, surveys } from '../database/schema.ts';
import { prepareDatabase } from '../database/tools.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { act } from '../testing/made.ts';
import { DEMO_SURVEY_ID, WOODLOT_SURVEY_ID } from './load.ts';
import { say } from '../../messages/text.ts';

let url = '';
beforeAll(async () => {
  url = await useTestDatabase();
});

const summary = async () => (await api<SurveySummary>('GET', `/api/surveys/${DEMO_SURVEY_ID}/summary`)).body;

/** Codes under which each planted slip may be found. */
const FOUND_AS: Readonly<Record<PlantedError, RegExp>> = {
  'base sign': /^tree|^curve/,
  'girth as diameter': /^tree|^curve/,
  'wrong scale': /^tree|^curve/,
  'percent as degrees': /^tree|^curve/,
  'too close': /^tree|^curve/,
  'tallied twice': /^duplicate/,
  'beyond the limit': /^beyond/,
};

describe('the demo forest', () => {
  it('is loaded once, and again only where it is missing', async () => {
    await prepareDatabase(url, { demo: true });
    const first = await summary();
    expect(await prepareDatabase(url, { demo: true })).toEqual({ loaded: false });
    expect(await summary()).toEqual(first);
  });

  it('has a woodlot of twenty-four points on sixty-two acres, whose strata weigh their areas', async () => {
    const { body } = await api<SurveySummary>('GET', `/api/surveys/${WOODLOT_SURVEY_ID}/summary`);
    expect(body.plots.map(({ shape }) => shape.kind)).toEqual(Array.from({ length: 24 }, () => 'variable-radius'));
    expect(body.sums.weighing).toBe('strata');
    // Every tree is worth 10 ft²/ac, whatever its dbh: by hand from the tallies.
    const perAcre = body.survey.strata.map(({ id }) => {
      const own = body.plots.filter(({ stratumId, sums }) => stratumId === id && sums !== null);
      return (10 * own.reduce((sum, { sums }) => sum + (sums?.stems ?? 0), 0)) / own.length;
    });
    const mean = ((perAcre[0] ?? NaN) * 22 + (perAcre[1] ?? NaN) * 40) / 62;
    expect((body.sums.basalAreaM2PerHa?.mean ?? NaN) / 0.2295684).toBeCloseTo(mean, 1);
  });

  it('has eighteen plots, eight of them finished and one begun, and figures that a forester would believe', async () => {
    const { plots, plotsCounted, plotsLeftOut, sums } = await summary();
    expect(plots).toHaveLength(18);
    expect(plotsCounted).toBe(8);
    expect(plotsLeftOut).toHaveLength(1);
    // Every stratum has two finished plots: the error is known.
    expect(sums.stemsPerHa?.standardError).toBeGreaterThan(0);
    const inside = (value: number | null | undefined, low: number, high: number) => {
      expect(value).toBeGreaterThan(low);
      expect(value).toBeLessThan(high);
    };
    inside(sums.stemsPerHa?.mean, 150, 800);
    inside(sums.basalAreaM2PerHa?.mean, 8, 50);
    inside(sums.volumeM3PerHa?.mean, 50, 600);
    inside(sums.quadraticMeanDiameterCm, 18, 45);
  });

  it.each<[string, string, DemoSurvey, readonly RegExp[]]>([
    ['Monte Valdeliro', DEMO_SURVEY_ID, monteValdeliro(seededRandom(2026)), []],
    [
      'Harrow Creek Wood',
      WOODLOT_SURVEY_ID,
      harrowCreek(seededRandom(2026)),
      [/^digit-preference T\. O\.$/, /^observers /, /^undeclared-empty-plot /],
    ],
  ])(
    'has a work list, that of %s, which holds every planted slip, and one false alarm in fifty trees at most',
    async (_, id, scene, whole) => {
      const { open, trees } = (await api<WorkListView>('GET', `/api/surveys/${id}/checks`)).body;
      const planted = scene.plots.flatMap(({ label, trees: own }) =>
        own.flatMap(({ tag, planted: slip }) => (slip === null ? [] : [{ label, tag, slip }])),
      );
      expect(planted.length).toBeGreaterThanOrEqual(5);
      for (const { label, tag, slip } of planted) {
        const found = open.filter((point) => point.plotLabel === label && point.tag === tag);
        expect(
          found.map(({ key }) => FOUND_AS[slip].test(key)),
          `${slip}: plot ${label} tree ${tag}`,
        ).toContain(true);
      }
      for (const pattern of whole)
        expect(
          open.some(({ key }) => pattern.test(key)),
          String(pattern),
        ).toBe(true);
      const falseAlarms = open.filter(
        ({ key, check, plotLabel, tag }) =>
          // That a height is missing is so, and no alarm.
          check !== 'heights' &&
          !planted.some((slip) => slip.label === plotLabel && slip.tag === tag) &&
          !whole.some((pattern) => pattern.test(key)),
      );
      expect(
        falseAlarms.map(({ title, plotLabel, tag }) => `${say(title)}: ${plotLabel} ${tag}`).length,
        JSON.stringify(falseAlarms),
      ).toBeLessThanOrEqual(trees / 50);
    },
  );

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

  it('stays as an earlier release made it', async () => {
    const { database, close } = connect(url, () => undefined);
    const mine = eq(plots.surveyId, DEMO_SURVEY_ID);
    await database
      .update(plots)
      .set({ writeDigest: 'of an earlier release', latitude: 41, longitude: -31, revision: sql`${plots.revision} + 1` })
      .where(mine);
    await database
      .update(surveys)
      .set({ writeDigest: 'of an earlier release' })
      .where(eq(surveys.id, WOODLOT_SURVEY_ID));
    await close();
    expect(await prepareDatabase(url, { demo: true })).toEqual({ loaded: false });
    expect((await summary()).plots.map(({ latitude }) => latitude)).toEqual(Array.from({ length: 18 }, () => 41));
  });
});
