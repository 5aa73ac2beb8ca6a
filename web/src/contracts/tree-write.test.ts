import { describe, expect, it } from 'vitest';
import { recordOf } from '../../../core/src/testing/tree.ts';
import { toTreeCorrection, toTreeWrite, treeOfView, treeOfWrite } from './tree-write.ts';
import type { ReadingRecord } from './views.ts';

const BY = { observer: 'Crew Badger', device: 'here' };
const TREE = recordOf({
  tag: '7',
  speciesCode: 'ch',
  readings: [
    { measure: 'diameter', methodId: 'diameter.tape', key: 'diameter', value: 28, unit: 'cm' },
    { measure: 'diameter', methodId: 'diameter.tape', key: 'diameter', value: 21, unit: 'cm', stem: 2 },
    { measure: 'height', methodId: 'height.known', key: 'height', value: 17.5, unit: 'm', standardError: 0.2 },
  ],
  notes: { conditions: ['lean'], multiplicity: 2, bearingDeg: 112, predictedVolumeM3: 0.4 },
  heights: { broken: true },
  taping: { mark: 'blue dot' },
});
const WRITE = toTreeWrite(
  { ...TREE, plotId: 'plot' },
  { ...BY, observationId: 'o', observedAt: '2026-06-01T08:00:00Z' },
);

describe('a tree that is written', () => {
  it('is the same tree when it is read', () => {
    const back = treeOfWrite(WRITE);
    expect(back.stems.map(({ measurement }) => measurement.readings.diameter?.[0]?.value)).toEqual([28, 21]);
    expect(back.heights[0]?.measurement.readings.height?.[0]).toMatchObject({
      value: 17.5,
      unit: 'm',
      standardError: 0.2,
    });
    expect(back).toMatchObject({
      tag: '7',
      conditionCodes: ['lean'],
      multiplicity: 2,
      position: { bearingDeg: 112 },
      predictedVolumeM3: 0.4,
      broken: true,
    });
    expect(back.stems[0]?.mark).toBe('blue dot');
  });

  it('is dead by the codes of its survey', () => {
    expect(treeOfWrite(WRITE, new Set(['lean'])).condition).toBe('dead');
    expect(treeOfWrite(WRITE, new Set(['dead'])).condition).toBe('live');
  });

  it('sends nothing back of what an answer has beside its readings', () => {
    const readings = WRITE.readings.map((reading): ReadingRecord => ({
      ...reading,
      ...BY,
      methodVersion: 1,
      instrument: 'tape',
      inUse: true,
      correctionId: null,
    }));
    const view = { ...WRITE, readings, stems: [], taping: null, heights: null, notes: null, dead: false };
    const kept = treeOfView(view);
    const correction = toTreeCorrection(kept, kept, { ...BY, id: 'c', madeAt: '2026-06-02T08:00:00Z' });
    expect(correction.readings.map((reading) => Object.keys(reading).sort())).toEqual(
      WRITE.readings.map((reading) => Object.keys(reading).sort()),
    );
  });
});
