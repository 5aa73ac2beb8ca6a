/** How far a report is: waiting for its turn, reading the record, being set. */
export interface PaperProgress {
  readonly stage: 'waiting' | 'reading' | 'setting';
  /** From 0 to 1; null where nobody can say. */
  readonly share: number | null;
}

/** Reports that are being made, by the job that their reader named. */
const jobs = new Map<string, PaperProgress>();
/** More jobs than this are not followed: the report is made all the same. */
const MOST_JOBS = 1_000;

/** Null for a job that is not known, or done. */
export const progressOf = (job: string): PaperProgress | null => jobs.get(job) ?? null;

/** Runs work whose progress can be asked for while it lasts. */
export async function followed<T>(
  job: string | null,
  work: (onProgress: (stage: PaperProgress['stage'], share: number | null) => void) => Promise<T>,
): Promise<T> {
  const isFollowed = job !== null && !jobs.has(job) && jobs.size < MOST_JOBS;
  const note = (stage: PaperProgress['stage'], share: number | null): void => {
    if (isFollowed) jobs.set(job, { stage, share });
  };
  note('waiting', null);
  try {
    return await work(note);
  } finally {
    if (isFollowed) jobs.delete(job);
  }
}
