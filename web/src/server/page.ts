import { problemOf } from './endpoint.ts';
import type { Problem } from './problem.ts';

export type Loaded<T> =
  { readonly value: T; readonly problem: null } | { readonly value: null; readonly problem: Problem };

/** Loads what a page shows; a page whose database is away, or whose subject does not exist, says so instead. */
export async function load<T>(work: () => Promise<T>): Promise<Loaded<T>> {
  try {
    return { value: await work(), problem: null };
  } catch (error) {
    return { value: null, problem: problemOf(error) };
  }
}
