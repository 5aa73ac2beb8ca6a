import { isIP } from 'node:net';
import { expect, it } from 'vitest';
import { ownNames } from './addresses.ts';

it('names the host that a server listens on, and the machine where it listens everywhere', () => {
  expect(ownNames('127.0.0.1')).toEqual(['127.0.0.1']);
  expect(ownNames('hut.example')).toEqual(['hut.example']);
  const everywhere = ownNames('0.0.0.0');
  expect(everywhere).not.toContain('0.0.0.0');
  expect(everywhere).not.toContain('127.0.0.1');
  expect(everywhere.some((name) => isIP(name) === 0)).toBe(true);
});
