/** A report that was set, with the name of its file. */
export interface KeptPaper {
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly name: string;
}

interface Dependencies {
  /** Another text whenever something was written to the database; null where it does not answer. */
  readonly versionOf: () => Promise<string | null>;
  /** The day that a report names. */
  readonly dayOf: () => string;
  /** Reports that are kept take no more than this together, in bytes. */
  readonly mostBytes?: number;
}

const MOST_BYTES = 32_000_000;

/**
 * Keeps reports that were set: they are sent again until something is written to the database, or the day they name is over.
 *
 * @returns gives the report of a key, which holds everything beside the database and the day that the report hangs on
 */
export function keptPapers({ versionOf, dayOf, mostBytes = MOST_BYTES }: Dependencies) {
  const kept = new Map<string, KeptPaper & { readonly stamp: string }>();
  let bytes = 0;
  const forget = (key: string): void => {
    bytes -= kept.get(key)?.bytes.length ?? 0;
    kept.delete(key);
  };
  return async (key: string, set: () => Promise<KeptPaper>): Promise<KeptPaper> => {
    const version = await versionOf();
    if (version === null) return set();
    // Older than what is read of the record: a report that something was written to meanwhile is not sent again.
    const stamp = `${version} ${dayOf()}`;
    const known = kept.get(key);
    if (known?.stamp === stamp) return known;
    forget(key);
    const paper = await set();
    if (paper.bytes.length > mostBytes) return paper;
    forget(key);
    kept.set(key, { ...paper, stamp });
    bytes += paper.bytes.length;
    for (const [oldest] of kept) {
      if (bytes <= mostBytes) break;
      forget(oldest);
    }
    return paper;
  };
}
