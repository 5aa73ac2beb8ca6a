/** Numbers as a list of spans: `3,7-9`. */
export function spansOf(numbers: Iterable<number>): string {
  const spans: { from: number; to: number }[] = [];
  for (const number of [...numbers].sort((a, b) => a - b)) {
    const last = spans.at(-1);
    if (last?.to === number - 1) last.to = number;
    else spans.push({ from: number, to: number });
  }
  return spans.map(({ from, to }) => (from === to ? String(from) : `${String(from)}-${String(to)}`)).join(',');
}

/** A set with a number in it or without. */
export function toggled(numbers: ReadonlySet<number>, number: number, isIn: boolean): ReadonlySet<number> {
  const next = new Set(numbers);
  if (isIn) next.add(number);
  else next.delete(number);
  return next;
}
