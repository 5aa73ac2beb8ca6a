/** An answer for each key, asked for once. */
export const once = <T>(ask: (key: string) => Promise<T>): ((key: string) => Promise<T>) => {
  const known = new Map<string, Promise<T>>();
  return (key) => {
    const found = known.get(key) ?? ask(key);
    known.set(key, found);
    return found;
  };
};
