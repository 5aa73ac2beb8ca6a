type Storage = 'ok' | 'full';

let state: Storage = 'ok';

/** Notes how the last write went: whether there was room for it. */
export const noteStorage = (next: Storage): void => {
  state = next;
};

/** Whether the last write found room. */
export const storageState = (): Storage => state;
