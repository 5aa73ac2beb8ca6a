/**
 * JSON with the keys of all objects in order, so that equal content gives equal text.
 *
 * @param value anything that JSON can hold; fields that are undefined are left out
 * @example canonicalText({ b: 1, a: [2] }) // {"a":[2],"b":1}
 */
export function canonicalText(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonicalText).join(',')}]`;
  if (typeof value === 'object' && value !== null) {
    const fields = Object.entries(value)
      .filter(([, field]) => field !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, field]) => `${JSON.stringify(key)}:${canonicalText(field)}`);
    return `{${fields.join(',')}}`;
  }
  return value === undefined ? 'null' : JSON.stringify(value);
}
