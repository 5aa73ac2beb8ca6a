import { findMethod } from '@arbolito/core/methods';
import { assembleTree, type TreeRecord } from '@arbolito/core/tree';
import { isSlopeUnit, printAsRead } from '@arbolito/core/units';
import type { DemoTree } from './demo-survey.ts';

/** Where and when a demo tree was measured, and how its parts get their identifiers. */
export interface DemoStamp {
  readonly plotId: string;
  readonly observer: string;
  readonly device: string;
  readonly takenAt: string;
  /** The same identifier for the same words. */
  readonly id: (what: string) => string;
}

/** A demo tree as a crew would have recorded it. */
export function demoRecord(tree: DemoTree, { plotId, observer, device, takenAt, id }: DemoStamp): TreeRecord {
  const ordinals = [...new Set([1, ...tree.readings.map(({ stem = 1 }) => stem)])];
  return assembleTree({
    id: id('tree'),
    plotId,
    tag: tree.tag,
    speciesCode: tree.speciesCode,
    stems: ordinals.map((ordinal) => ({ id: id(ordinal === 1 ? 'stem' : `stem ${String(ordinal)}`), ordinal })),
    readings: tree.readings.map((reading) => {
      const { measure, methodId, key, value, unit, stem, heightNo } = reading;
      const ofStem = stem === undefined ? '' : `stem ${String(stem)} `;
      const ofHeight = heightNo === undefined ? '' : `height ${String(heightNo)} `;
      return {
        ...reading,
        id: id(`${ofStem}${ofHeight}reading ${measure} ${key}`),
        methodVersion: findMethod(methodId)?.description.version ?? 0,
        asRead: printAsRead(value, isSlopeUnit(unit)),
        observer: tree.observer ?? observer,
        device,
        takenAt,
        try: 1,
      };
    }),
    taping: tree.taping,
    heights: tree.heights,
    notes: tree.notes,
  });
}
