import type { CheckReadings, KitInstrument } from '@arbolito/core/instruments';

interface CheckedInstrument extends KitInstrument {
  /** The oldest first. */
  readonly checks: readonly { readonly checkedAt: string; readonly readings: CheckReadings }[];
}

/** What Crew Heron carries: a clinometer whose zero is off, an ultrasonic hypsometer, a tape, and the paces of one of them. */
export const heronKit = (): { readonly crew: string; readonly instruments: readonly CheckedInstrument[] } => ({
  crew: 'Crew Heron',
  instruments: [
    {
      kind: 'clinometer',
      name: 'clinometer 2',
      unit: 'm20',
      graduation: 0.1,
      standardError: 0.2,
      everyDays: 30,
      checks: [
        { checkedAt: '2026-05-02T06:30:00Z', readings: { check: 'zero', forth: 1.4, back: -1.3 } },
        { checkedAt: '2026-05-31T06:40:00Z', readings: { check: 'zero', forth: 2.3, back: -1.7 } },
      ],
    },
    {
      kind: 'ultrasonic',
      name: 'ultrasonic hypsometer',
      unit: 'm',
      graduation: 0.1,
      standardError: 0.1,
      everyDays: 1,
      checks: [
        {
          checkedAt: '2026-05-31T06:50:00Z',
          readings: { check: 'fixed-distance', taped: 10, shown: [10.01, 9.99, 10.02], airC: 11 },
        },
      ],
    },
    {
      kind: 'paces',
      name: 'paces of J.',
      unit: 'm',
      graduation: 0.01,
      standardError: 0.03,
      everyDays: 90,
      checks: [
        { checkedAt: '2026-03-14T10:00:00Z', readings: { check: 'pace-line', line: 50, paces: [62, 63] } },
        { checkedAt: '2026-05-31T07:00:00Z', readings: { check: 'pace-line', line: 50, paces: [64, 64, 65] } },
      ],
    },
    {
      kind: 'tape',
      name: 'fibre tape, 30 m',
      unit: 'm',
      graduation: 0.01,
      standardError: 0.1,
      everyDays: 365,
      checks: [
        {
          checkedAt: '2026-04-20T08:00:00Z',
          readings: { check: 'fixed-distance', taped: 20, shown: [20.02, 20.02] },
        },
      ],
    },
  ],
});
