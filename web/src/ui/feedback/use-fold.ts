import { type SyntheticEvent, useState } from 'react';

interface Fold {
  readonly isOpen: boolean;
  /** It has been open: what was typed inside is kept by leaving it there. */
  readonly wasOpen: boolean;
  readonly details: { readonly open: boolean; readonly onToggle: (event: SyntheticEvent<HTMLDetailsElement>) => void };
}

/**
 * A part that is folded away until somebody opens it.
 *
 * @param isOpenByItself open until somebody closes it
 * @param staysOpen cannot be closed, as something inside is wrong
 */
export function useFold(isOpenByItself = false, staysOpen = false): Fold {
  const [chosen, setChosen] = useState<boolean | null>(null);
  const isOpen = staysOpen || (chosen ?? isOpenByItself);
  const [wasOpen, setWasOpen] = useState(isOpen);
  if (isOpen && !wasOpen) setWasOpen(true);
  return {
    isOpen,
    wasOpen,
    details: {
      open: isOpen,
      onToggle: ({ currentTarget }) => {
        if (staysOpen) currentTarget.open = true;
        else setChosen(currentTarget.open);
      },
    },
  };
}
