import { X509Certificate } from 'node:crypto';
import { once } from 'node:events';
import { mkdtemp, rm, stat } from 'node:fs/promises';
import { createServer, get } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { ownCertificate, type ServerCertificate } from './certificate.ts';

const NOW = new Date('2026-11-27T08:00:00Z');
const later = (days: number): Date => new Date(NOW.getTime() + days * 86_400_000);

let folder: string;
beforeEach(async () => {
  folder = await mkdtemp(path.join(tmpdir(), 'certificate-'));
});
afterEach(() => rm(folder, { recursive: true }));

/** What a client that trusts an authority is answered; the reason, where it trusts it not. */
async function answered({ key, cert }: ServerCertificate, trusted: string, name: string): Promise<string> {
  const server = createServer({ key, cert }, (_request, response) => response.end('trees'));
  server.listen(0, '127.0.0.1');
  await once(server, 'listening');
  const { port } = server.address() as AddressInfo;
  try {
    return await new Promise((resolve) => {
      get({ host: '127.0.0.1', port, servername: name, ca: trusted }, (response) => {
        response.on('data', (text: Buffer) => {
          resolve(text.toString());
        });
      }).on('error', (error: NodeJS.ErrnoException) => {
        resolve(error.code ?? error.message);
      });
    });
  } finally {
    server.close();
  }
}

describe('a certificate of our own', () => {
  it('is trusted by whoever trusts its authority, under the names of the server', async () => {
    // Valid now, as the client compares it with its own clock.
    const made = await ownCertificate(folder, ['hut.local', '127.0.0.1'], new Date());
    expect(made.authority).not.toBeNull();
    expect(await answered(made, made.authority ?? '', 'hut.local')).toBe('trees');
    expect(await answered(made, made.authority ?? '', 'elsewhere.local')).toBe('ERR_TLS_CERT_ALTNAME_INVALID');
    const stranger = await ownCertificate(path.join(folder, 'other'), ['hut.local'], new Date());
    expect(await answered(made, stranger.authority ?? '', 'hut.local')).not.toBe('trees');
  });

  it('stays the same, until the server has another name or it is about to end', async () => {
    const first = await ownCertificate(folder, ['hut.local'], NOW);
    expect(await ownCertificate(folder, ['hut.local'], later(300))).toEqual(first);
    const renamed = await ownCertificate(folder, ['hut.local', '192.168.4.2'], NOW);
    const renewed = await ownCertificate(folder, ['hut.local', '192.168.4.2'], later(380));
    expect(new Set([first.cert, renamed.cert, renewed.cert]).size).toBe(3);
    expect([renamed.authority, renewed.authority]).toEqual([first.authority, first.authority]);
  });

  it('is valid for less than the 398 days that phones accept, and for a server alone', async () => {
    const { cert, authority } = await ownCertificate(folder, ['hut.local'], NOW);
    const own = new X509Certificate(cert);
    const days = (Date.parse(own.validTo) - Date.parse(own.validFrom)) / 86_400_000;
    expect(days).toBeLessThan(398);
    expect(own.ca).toBe(false);
    expect(new X509Certificate(authority ?? '').ca).toBe(true);
  });

  it('lets nobody else read its keys', async () => {
    await ownCertificate(folder, ['hut.local'], NOW);
    for (const name of ['authority.key', 'server.key'])
      expect((await stat(path.join(folder, name))).mode & 0o077).toBe(0);
  });
});
