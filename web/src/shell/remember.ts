const A_YEAR_S = 31_536_000;

/** Remembers a choice on this device, where the server sees it with the next page. */
export const remember = (name: string, value: string): void => {
  document.cookie = `${name}=${value}; path=/; max-age=${String(A_YEAR_S)}; samesite=lax`;
};
