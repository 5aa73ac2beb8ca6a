import { openDevice } from './device-schema.ts';

/** The database of this device; null on the server, and where the browser forbids it. */
export const deviceDatabase = await openDevice();
