/** How other machines reach this server over HTTPS. */
export interface SecureAddress {
  /** The best first. */
  readonly urls: readonly string[];
  /** Over plain HTTP, for the certificate. */
  readonly plainUrls: readonly string[];
  /** Whether phones have to trust an authority of our own first. */
  readonly hasAuthority: boolean;
  readonly fingerprint: string | null;
}

interface SecureServer {
  readonly port: number;
  readonly plainPort: number;
  readonly names: readonly string[];
  readonly authority: string | null;
  readonly fingerprint: string | null;
}

/** What the server that stands before the application says of itself; null where it is not secure. */
const secureServer = (): SecureServer | null =>
  process.env.ARBOLITO_SECURE === undefined ? null : (JSON.parse(process.env.ARBOLITO_SECURE) as SecureServer);

/** The secure addresses of this server; null where no other machine reaches it securely. */
export function secureAddress(): SecureAddress | null {
  const server = secureServer();
  if (server === null || server.names.length === 0) return null;
  const { port, plainPort, names, authority, fingerprint } = server;
  const host = (name: string): string => (name.includes(':') ? `[${name}]` : name);
  return {
    urls: names.map((name) => `https://${host(name)}:${String(port)}`),
    plainUrls: names.map((name) => `http://${host(name)}:${String(plainPort)}`),
    hasAuthority: authority !== null,
    fingerprint,
  };
}

/** The certificate of the authority that phones trust; null where there is none of our own. */
export const authorityCertificate = (): string | null => secureServer()?.authority ?? null;
