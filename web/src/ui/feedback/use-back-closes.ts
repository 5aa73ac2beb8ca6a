import { useEffect, useRef } from 'react';

/**
 * Lets the way back of the browser close what is open over a page, as on a phone, before it leaves the page.
 *
 * @param isOpen whether it is open
 * @param onClose closes it
 */
export function useBackCloses(isOpen: boolean, onClose: () => void): void {
  const close = useRef(onClose);
  close.current = onClose;
  useEffect(() => {
    if (!isOpen) return;
    history.pushState({ isOver: true }, '');
    let isLeft = false;
    const leave = (): void => {
      isLeft = true;
      close.current();
    };
    window.addEventListener('popstate', leave);
    return () => {
      window.removeEventListener('popstate', leave);
      if (!isLeft) history.back();
    };
  }, [isOpen]);
}
