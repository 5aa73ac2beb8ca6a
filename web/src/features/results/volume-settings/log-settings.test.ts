import { describe, expect, it } from 'vitest';
import { USUAL_LOGS, USUAL_WOOD } from '@arbolito/core/protocol';
import { WOOD_UNITS } from '../prices/wood-units.ts';
import { logDraftOf, logSettingsOf } from './log-settings.ts';

describe('settings of logs as they are typed', () => {
  it('are 16 ft with 0.3 ft of trim, and the same in metres', () => {
    expect(logDraftOf(USUAL_WOOD, WOOD_UNITS.imperial)).toMatchObject({ logLength: '16', trim: '0.3' });
    expect(logDraftOf(USUAL_WOOD, WOOD_UNITS.metric)).toMatchObject({ logLength: '4.8768', trim: '0.09144' });
  });

  it.each(['metric', 'imperial'] as const)('come back as they were when nobody changes them, %s', (system) => {
    const units = WOOD_UNITS[system];
    const back = logSettingsOf(logDraftOf(USUAL_WOOD, units), units);
    expect(back.logLengthM).toBeCloseTo(USUAL_LOGS.logLengthM, 9);
    expect(back.trimM).toBeCloseTo(USUAL_LOGS.trimM, 9);
    expect([back.rule, back.formClass, back.perThousand]).toEqual(['international-1/4', 78, undefined]);
  });

  it('take a comma, and a price of its own for a product', () => {
    const units = WOOD_UNITS.metric;
    const start = logDraftOf(USUAL_WOOD, units, ['pulpwood', 'sawlog']);
    expect(start.products).toEqual([
      { name: 'pulpwood', price: '' },
      { name: 'sawlog', price: '' },
    ]);
    const products = start.products.with(1, { name: 'sawlog', price: '310,5' });
    const draft = { ...start, logLength: '4,1', perThousand: '250', products };
    expect(logSettingsOf(draft, units)).toMatchObject({
      logLengthM: 4.1,
      perThousand: 250,
      products: [{ name: 'sawlog', perThousand: 310.5 }],
    });
  });

  it('keep the price of a product that the survey has no more', () => {
    const units = WOOD_UNITS.metric;
    const logs = { ...USUAL_LOGS, products: [{ name: 'veneer', perThousand: 900 }] };
    const draft = logDraftOf({ ...USUAL_WOOD, logs }, units, ['sawlog']);
    expect(draft.products.map(({ name, price }) => [name, price])).toEqual([
      ['sawlog', ''],
      ['veneer', '900'],
    ]);
    expect(logSettingsOf(draft, units).products).toEqual(logs.products);
  });

  it.each(['', 'long', '-4', '99'])('have no figure for a log length of “%s”', (logLength) => {
    const units = WOOD_UNITS.metric;
    expect(logSettingsOf({ ...logDraftOf(USUAL_WOOD, units), logLength }, units).logLengthM).toBeNaN();
  });
});
