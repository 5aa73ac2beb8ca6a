/** Keeps the values that were set last, at most so many. */
export interface MostRecent<T> {
  readonly get: (key: string) => T | undefined;
  readonly set: (key: string, value: T) => void;
}

export function mostRecent<T>(most: number): MostRecent<T> {
  const values = new Map<string, T>();
  return {
    get: (key) => values.get(key),
    set: (key, value) => {
      values.delete(key);
      values.set(key, value);
      for (const oldest of values.keys()) {
        if (values.size <= most) break;
        values.delete(oldest);
      }
    },
  };
}
