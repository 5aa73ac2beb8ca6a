import { v4 as uuid } from 'uuid';
import { deviceStorage } from './device/device-storage.ts';

const DEVICE_KEY = 'arbolito.device';

/** A new identifier, made where the record is made. */
export const newId = (): string => uuid();

/** The name of this device: made once and kept. */
export function deviceId(): string {
  const known = deviceStorage.get(DEVICE_KEY);
  if (known !== null) return known;
  const made = `browser ${uuid().slice(0, 8)}`;
  deviceStorage.put(DEVICE_KEY, made);
  return made;
}

export const now = (): string => new Date().toISOString();
