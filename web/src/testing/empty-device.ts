import { deviceStorage } from '../client/device/device-storage.ts';

/** Forgets every text that this device keeps. */
export function emptyDevice(): void {
  for (const key of deviceStorage.keys('')) deviceStorage.remove(key);
}
