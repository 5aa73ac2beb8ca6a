import { useEffect, useState, type Dispatch, type SetStateAction } from 'react';

/**
 * State that this device remembers, such as a price list.
 *
 * @param isKnown whether what was remembered can still be used
 */
export function useRemembered<T>(
  key: string,
  start: T,
  isKnown: (value: unknown) => value is T,
): readonly [T, Dispatch<SetStateAction<T>>] {
  const [value, setValue] = useState<T>(() => {
    try {
      const found: unknown = JSON.parse(localStorage.getItem(key) ?? 'null');
      return isKnown(found) ? found : start;
    } catch {
      return start;
    }
  });
  useEffect(() => {
    localStorage.setItem(key, JSON.stringify(value));
  }, [key, value]);
  return [value, setValue];
}
