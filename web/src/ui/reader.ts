import { createContext, useContext } from 'react';

/** What the server knows of who asks for a page. */
export interface ReaderAtServer {
  readonly isPhone: boolean;
  /** Of the address. */
  readonly query: string;
}

/** Who a view is drawn for on the server, where no browser can be asked; null in the browser. */
export const AtServer = createContext<ReaderAtServer | null>(null);

/** The query of the address that a view was opened with. */
export function useAddressQuery(): URLSearchParams {
  const reader = useContext(AtServer);
  return new URLSearchParams(reader?.query ?? location.search);
}
