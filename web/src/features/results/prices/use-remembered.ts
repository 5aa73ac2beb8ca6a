import { useEffect, useState, type Dispatch, type SetStateAction } from 'react';
import { deviceStorage } from '../../../client/device/device-storage.ts';

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
      const found: unknown = JSON.parse(deviceStorage.get(key) ?? 'null');
      return isKnown(found) ? found : start;
    } catch {
      return start;
    }
  });
  useEffect(() => {
    // What cannot be read back, such as a price that is half typed, leaves what was remembered before as it is.
    const text = JSON.stringify(value);
    const back: unknown = JSON.parse(text);
    if (isKnown(back)) deviceStorage.put(key, text);
  }, [key, value]);
  return [value, setValue];
}
