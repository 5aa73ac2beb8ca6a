import { beforeEach, describe, expect, it } from 'vitest';
import { emptyForm, parseCallout } from '@arbolito/core/callout';
import { COMMON_SPECIES } from '@arbolito/core/protocol';
import { deviceStorage } from '../../client/device/device-storage.ts';
import { emptyDevice } from '../../testing/empty-device.ts';
import { forgetDraft, rememberDraft, rememberedDraft, rememberedUnits, rememberUnits } from './draft-memory.ts';

beforeEach(emptyDevice);

describe('what was typed and not kept yet', () => {
  const { draft } = parseCallout('#7 ch 28 &21 at0.9', {
    unitSystem: 'metric',
    slopeUnit: 'pct',
    species: COMMON_SPECIES,
  });

  it('is there after a reload, stems and points included, until it is kept', () => {
    rememberDraft('loose', draft);
    expect(rememberedDraft('loose')).toEqual(draft);
    expect(rememberedDraft('another')).toBeNull();
    forgetDraft('loose');
    expect(rememberedDraft('loose')).toBeNull();
  });

  it('has the units that were chosen for it', () => {
    expect(rememberedUnits('loose')).toBeNull();
    rememberUnits('loose', 'imperial');
    expect([rememberedUnits('loose'), rememberedUnits('another')]).toEqual(['imperial', null]);
  });

  it('from before there were points and further stems opens with none', () => {
    const { point, moreStems, ...old } = draft;
    deviceStorage.put('arbolito.sheet.loose', JSON.stringify(old));
    const remembered = rememberedDraft('loose');
    expect(remembered?.diameter).toEqual(draft.diameter);
    expect(remembered?.point).toEqual(emptyForm().point);
    expect(remembered?.moreStems).toEqual([]);
    expect([point, moreStems]).not.toContain(undefined);
  });

  it('is nothing where what is stored cannot be read', () => {
    for (const text of ['', '{', 'null', '7', '{"tag":"1"}']) {
      deviceStorage.put('arbolito.sheet.loose', text);
      expect(rememberedDraft('loose')).toBeNull();
    }
  });
});
