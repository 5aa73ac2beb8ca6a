import { createHash } from 'node:crypto';

/** JSON with the keys of all objects in order, so that equal content gives equal text. */
function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  if (typeof value === 'object' && value !== null) {
    const fields = Object.entries(value)
      .filter(([, field]) => field !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, field]) => `${JSON.stringify(key)}:${canonical(field)}`);
    return `{${fields.join(',')}}`;
  }
  return value === undefined ? 'null' : JSON.stringify(value);
}

/** Fingerprint of a write: the same content gives the same text, whatever the order of its fields. */
export const digestOf = (content: unknown): string => createHash('sha256').update(canonical(content)).digest('hex');
