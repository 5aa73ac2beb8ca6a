import { expect, it } from 'vitest';
import { messageFindings } from './messages.mjs';

it('every text is a message, and every catalogue has them all, filled alike', () => {
  expect(messageFindings()).toEqual([]);
});
