import { AsyncLocalStorage } from 'node:async_hooks';

const storage = new AsyncLocalStorage<string>();

/** Runs the work for a request under its identifier, which the log and problem details carry. */
export const withRequestId = <T>(id: string, work: () => T): T => storage.run(id, work);

/** The identifier of the request that is being answered; undefined outside one. */
export const requestId = (): string | undefined => storage.getStore();
