import { X509Certificate } from 'node:crypto';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { isIP } from 'node:net';
import path from 'node:path';
import { generate } from 'selfsigned';

/** A certificate with its key, as PEM. */
interface Pair {
  readonly key: string;
  readonly cert: string;
}

/** What a server shows of itself. */
export interface ServerCertificate extends Pair {
  /** Certificate of the authority that signed it, which phones have to trust; null where it was given. */
  readonly authority: string | null;
}

/** Phones refuse certificates of servers that are valid for longer than 398 days. */
const SERVER_DAYS = 397;
const AUTHORITY_DAYS = 3650;
/** A certificate is made anew when it has so little time left. */
const RENEW_DAYS = 30;
const DAY_MS = 86_400_000;

const daysFrom = (now: Date, days: number): Date => new Date(now.getTime() + days * DAY_MS);

async function readPair(folder: string, name: string): Promise<Pair | null> {
  try {
    const [key, cert] = await Promise.all(
      ['key', 'crt'].map((kind) => readFile(path.join(folder, `${name}.${kind}`), 'utf8')),
    );
    return key === undefined || cert === undefined ? null : { key, cert };
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null;
    throw error;
  }
}

/** The certificate last: where it is there, its key is. */
async function keepPair(folder: string, name: string, { key, cert }: Pair): Promise<void> {
  await mkdir(folder, { recursive: true, mode: 0o700 });
  for (const [kind, text] of [
    ['key', key],
    ['crt', cert],
  ] as const) {
    const file = path.join(folder, `${name}.${kind}`);
    await writeFile(`${file}.new`, text, { mode: 0o600 });
    await rename(`${file}.new`, file);
  }
}

const lasts = (certificate: X509Certificate, now: Date): boolean =>
  new Date(certificate.validTo) > daysFrom(now, RENEW_DAYS);

const covers = (certificate: X509Certificate, name: string): boolean =>
  (isIP(name) === 0 ? certificate.checkHost(name) : certificate.checkIP(name)) !== undefined;

async function makeAuthority(now: Date, host: string): Promise<Pair> {
  const made = await generate([{ name: 'commonName', value: `Arbolito on ${host}` }], {
    keyType: 'ec',
    algorithm: 'sha256',
    notBeforeDate: daysFrom(now, -1),
    notAfterDate: daysFrom(now, AUTHORITY_DAYS),
    extensions: [
      { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
      { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
    ],
  });
  return { key: made.private, cert: made.cert };
}

async function makeServer(now: Date, names: readonly string[], authority: Pair): Promise<Pair> {
  const made = await generate([{ name: 'commonName', value: names[0] ?? 'localhost' }], {
    keyType: 'ec',
    algorithm: 'sha256',
    notBeforeDate: daysFrom(now, -1),
    notAfterDate: daysFrom(now, SERVER_DAYS - 1),
    ca: authority,
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: names.map((name) => (isIP(name) === 0 ? { type: 2, value: name } : { type: 7, ip: name })),
      },
    ],
  });
  return { key: made.private, cert: made.cert };
}

/**
 * A certificate of our own: signed by an authority of our own, which phones trust once. Both are kept; the certificate is made
 * anew when the server gets another name or it is about to end, and phones do not notice.
 *
 * @param folder where both are kept, with their keys
 * @param names host names and addresses under which the server is reached
 */
export async function ownCertificate(folder: string, names: readonly string[], now: Date): Promise<ServerCertificate> {
  let authority = await readPair(folder, 'authority');
  if (authority === null || !lasts(new X509Certificate(authority.cert), now)) {
    authority = await makeAuthority(now, names[0] ?? 'localhost');
    await keepPair(folder, 'authority', authority);
  }
  const issuer = new X509Certificate(authority.cert);
  const isGood = ({ cert }: Pair): boolean => {
    const own = new X509Certificate(cert);
    return (
      lasts(own, now) &&
      own.checkIssued(issuer) &&
      own.verify(issuer.publicKey) &&
      names.every((name) => covers(own, name))
    );
  };
  let server = await readPair(folder, 'server');
  if (server === null || !isGood(server)) {
    server = await makeServer(now, names, authority);
    await keepPair(folder, 'server', server);
  }
  return { ...server, authority: authority.cert };
}

/** A certificate that was given, with its key. */
export async function givenCertificate(certFile: string, keyFile: string): Promise<ServerCertificate> {
  const [cert, key] = await Promise.all([readFile(certFile, 'utf8'), readFile(keyFile, 'utf8')]);
  return { cert, key, authority: null };
}
