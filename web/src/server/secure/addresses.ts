import { networkInterfaces, hostname } from 'node:os';

const EVERYWHERE: readonly string[] = ['0.0.0.0', '::'];

/**
 * The names and addresses under which other machines reach a server: the host that it listens on; for one that listens
 * everywhere, those of the machine.
 *
 * @returns the first is the best to tell people
 */
export function ownNames(host: string): readonly string[] {
  if (!EVERYWHERE.includes(host)) return [host];
  const addresses = Object.values(networkInterfaces())
    .flatMap((each) => each ?? [])
    .filter(({ internal, family }) => !internal && family === 'IPv4')
    .map(({ address }) => address);
  const name = hostname().toLowerCase();
  return [...addresses, name, ...(name.includes('.') ? [] : [`${name}.local`])];
}
