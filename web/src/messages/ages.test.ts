import { expect, it } from 'vitest';
import { ageOf } from './ages.ts';

it.each([
  ['2026-11-27T11:59:30Z', '30 seconds ago'],
  ['2026-11-27T11:59:00Z', '1 minute ago'],
  ['2026-11-27T09:01:00Z', '2 hours ago'],
  ['2026-11-26T11:00:00Z', 'yesterday'],
  ['2026-11-20T12:00:00Z', '7 days ago'],
  // A clock that was set back since.
  ['2026-11-27T12:30:00Z', 'now'],
])('%s at noon is said as “%s”', (at, words) => {
  expect(ageOf(at, new Date('2026-11-27T12:00:00Z'))).toBe(words);
});
