/** Items by what `keyOf` says of them, groups and items in the order in which they came. */
export function grouped<T, K>(items: Iterable<T>, keyOf: (item: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const item of items) {
    const key = keyOf(item);
    const own = groups.get(key);
    if (own === undefined) groups.set(key, [item]);
    else own.push(item);
  }
  return groups;
}
