import { beforeEach, describe, expect, it } from 'vitest';
import { emptyForm, nextForm, type TreeForm } from '@arbolito/core/callout';
import { deviceStorage } from '../../client/device/device-storage.ts';
import { emptyDevice } from '../../testing/empty-device.ts';
import { rememberedInHand, rememberInHand } from './draft-memory.ts';

beforeEach(emptyDevice);

const MEASURED: TreeForm = {
  ...emptyForm(),
  tag: '7',
  speciesCode: 'hb',
  diameter: { methodId: 'diameter.girth', entries: { girth: { text: '133', unit: 'cm' } } },
  height: {
    methodId: 'height.two-angles',
    entries: {
      top: { text: '41.5', unit: 'deg' },
      base: { text: '-4', unit: 'deg' },
      distance: { text: '60', unit: 'ft' },
    },
  },
  distance: { methodId: 'distance.paces', entries: { paces: { text: '24', unit: 'one' } } },
};

describe('the next tree', () => {
  it('is measured with the instruments of the one before: methods and scale stay, readings and units of lengths go', () => {
    const next = nextForm(MEASURED, '8');
    expect(next.tag).toBe('8');
    expect(next.speciesCode).toBe('');
    expect(next.diameter).toEqual({ methodId: 'diameter.girth', entries: {} });
    expect(next.height).toEqual({
      methodId: 'height.two-angles',
      entries: { top: { text: '', unit: 'deg' }, base: { text: '', unit: 'deg' } },
    });
    expect(next.distance).toEqual({ methodId: 'distance.paces', entries: {} });
  });

  it('finds them again on another plot of the survey, with the last species to offer', () => {
    expect(rememberedInHand('survey-1')).toBeNull();
    rememberInHand('survey-1', { draft: MEASURED, speciesCode: 'hb' });
    const inHand = rememberedInHand('survey-1');
    expect(inHand?.speciesCode).toBe('hb');
    expect(inHand?.draft.speciesCode).toBe('');
    expect(inHand?.draft.diameter.methodId).toBe('diameter.girth');
    expect(rememberedInHand('survey-2')).toBeNull();
  });

  it('begins anew where what was stored cannot be read', () => {
    for (const text of ['{broken', 'null', '{"draft":{},"speciesCode":"hb"}', '{"draft":null,"speciesCode":1}']) {
      deviceStorage.put('arbolito.in-hand.survey-1', text);
      expect(rememberedInHand('survey-1')).toBeNull();
    }
  });
});
