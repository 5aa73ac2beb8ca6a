import { describe, expect, it } from 'vitest';
import type { ReadingDto, TreeCorrectionDto } from '../../contracts/tree.ts';
import type { PlainTree } from '../../contracts/sync.ts';
import { placedReading } from '../../contracts/tree-write.ts';
import type { StoredWrite } from './device-schema.ts';
import { treesWith } from './plain-trees.ts';

const by = { observer: 'Crew Badger', device: 'browser 1' };
const madeAt = '2026-06-03T09:15:00Z';
const reading = (id: string, measure: 'diameter' | 'height', value: number): ReadingDto => ({
  ...{ id, measure, value, asRead: String(value), try: 1, takenAt: madeAt },
  ...(measure === 'diameter'
    ? ({ methodId: 'diameter.tape', key: 'diameter', unit: 'cm' } as const)
    : ({ methodId: 'height.known', key: 'height', unit: 'm' } as const)),
});
const tree: PlainTree = {
  ...{ id: 't', plotId: 'p', tag: '1', speciesCode: 'sp', observer: 'Crew Badger', observedAt: madeAt, dead: false },
  ...{ taping: null, heights: null, notes: null, stems: [{ id: 's', ordinal: 1 }] },
  readings: [reading('a', 'diameter', 36), reading('b', 'height', 21)].map((each) => placedReading(each, by)),
};
/** A new tag, given by somebody who had not seen the height. */
const body: TreeCorrectionDto = {
  ...{ id: 'c', ...by, madeAt, tag: '7', speciesCode: 'sp', readings: [reading('a', 'diameter', 36)] },
  seen: { tag: '1' },
};
const write: StoredWrite = {
  ...{ order: 1, id: 'c', method: 'POST', url: '/api/trees/t/corrections', body, madeAt, state: 'waiting' },
};
const shown = (revision: number, ...writes: readonly StoredWrite[]) =>
  treesWith({ trees: [tree], revision }, writes, 'p', new Set()).map(({ tree: { tag, readings } }) => [
    tag,
    readings.map(({ value }) => value).sort(),
  ]);

describe('the trees of a plot on a device', () => {
  it('have the facts that a waiting correction changes, and keep what others have added', () => {
    expect(shown(1, write)).toEqual([['7', [21, 36]]]);
  });

  it('have what was sent until the copy of the plot has it', () => {
    const sent: StoredWrite = { ...write, state: 'sent', plot: { id: 'p', revision: 5 } };
    expect(shown(4, sent)).toEqual([['7', [21, 36]]]);
    expect(shown(5, sent)).toEqual([['1', [21, 36]]]);
  });

  it('are gone with a deletion that waits', () => {
    const deletion: StoredWrite = { ...write, id: 'd', method: 'DELETE', url: '/api/trees/t', body: {} };
    expect(shown(1, deletion)).toEqual([]);
  });
});
