import { afterEach, describe, expect, it, vi } from 'vitest';
import { authorityCertificate, secureAddress } from './secure-address.ts';

const server = (names: readonly string[]): void => {
  vi.stubEnv(
    'ARBOLITO_SECURE',
    JSON.stringify({ port: 4322, plainPort: 4321, names, authority: 'a certificate', fingerprint: 'AB:CD' }),
  );
};
afterEach(() => {
  vi.unstubAllEnvs();
});

describe('how phones reach the server', () => {
  it('is by its addresses and names, securely and plainly', () => {
    server(['192.168.4.2', 'fd00::2']);
    expect(secureAddress()).toEqual({
      urls: ['https://192.168.4.2:4322', 'https://[fd00::2]:4322'],
      plainUrls: ['http://192.168.4.2:4321', 'http://[fd00::2]:4321'],
      hasAuthority: true,
      fingerprint: 'AB:CD',
    });
    expect(authorityCertificate()).toBe('a certificate');
  });

  it('is not at all where it answers on its own machine only, or not securely', () => {
    server([]);
    expect(secureAddress()).toBeNull();
    vi.unstubAllEnvs();
    expect([secureAddress(), authorityCertificate()]).toEqual([null, null]);
  });
});
