import { useContext, useLayoutEffect, useState, useSyncExternalStore, type RefObject } from 'react';

import { AtServer } from './reader.ts';

const PHONE = '(max-width: 767px)';

/** Whether the screen is as narrow as a phone's, now and as it changes. */
export function useIsPhone(): boolean {
  const reader = useContext(AtServer);
  return useSyncExternalStore(
    (changed) => {
      const list = window.matchMedia(PHONE);
      list.addEventListener('change', changed);
      return () => {
        list.removeEventListener('change', changed);
      };
    },
    () => window.matchMedia(PHONE).matches,
    () => reader?.isPhone === true,
  );
}

/** The size of an element in px, as it changes. */
export function useSize(element: RefObject<HTMLElement | null>): { readonly width: number; readonly height: number } {
  const [size, setSize] = useState({ width: 0, height: 0 });
  // Known before the first painting: what depends on it does not push the rest aside.
  useLayoutEffect(() => {
    if (element.current === null) return;
    const { clientWidth, clientHeight } = element.current;
    setSize({ width: clientWidth, height: clientHeight });
    const observer = new ResizeObserver(([entry]) => {
      if (entry !== undefined)
        setSize({ width: Math.round(entry.contentRect.width), height: Math.round(entry.contentRect.height) });
    });
    observer.observe(element.current);
    return () => {
      observer.disconnect();
    };
  }, [element]);
  return size;
}
