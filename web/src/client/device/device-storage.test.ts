import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { fillDevice, newDevice, pass } from '../../testing/device.ts';

const open = async () => {
  vi.resetModules();
  return import('./device-storage.ts');
};

describe('texts of this device', () => {
  beforeEach(newDevice);
  afterEach(() => {
    vi.restoreAllMocks();
    vi.unstubAllGlobals();
  });

  it('are there for the next page: the last of many key presses, and nothing of what was removed', async () => {
    const { deviceStorage } = await open();
    for (const line of ['s', 'sp', 'sp 3', 'sp 34']) deviceStorage.put('line', line);
    deviceStorage.put('sheet', 'a draft');
    deviceStorage.remove('sheet');
    expect(deviceStorage.get('line')).toBe('sp 34');
    await pass(0);
    const later = (await open()).deviceStorage;
    expect([later.get('line'), later.get('sheet')]).toEqual(['sp 34', null]);
    expect(later.keys('l')).toEqual(['line']);
  });

  it('are held while the disk is full, which is said, and stored once there is room', async () => {
    const { deviceStorage, storageProblem } = await open();
    fillDevice();
    deviceStorage.put('line', 'sp 34');
    await pass(0);
    expect(deviceStorage.get('line')).toBe('sp 34');
    expect(storageProblem.get()).toContain('storage of this device is full');
    vi.restoreAllMocks();
    deviceStorage.put('person', 'AB');
    await pass(0);
    expect(storageProblem.get()).toBeNull();
    const later = (await open()).deviceStorage;
    expect([later.get('line'), later.get('person')]).toEqual(['sp 34', 'AB']);
  });

  it('are lost with the page where the browser forbids storage, which is said', async () => {
    vi.stubGlobal('indexedDB', undefined);
    const { deviceStorage, storageProblem } = await open();
    expect(storageProblem.get()).toBeNull();
    deviceStorage.put('line', 'sp 34');
    await pass(0);
    expect(deviceStorage.get('line')).toBe('sp 34');
    expect(storageProblem.get()).toContain('does not allow the application to store data');
  });
});
