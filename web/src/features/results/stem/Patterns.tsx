/** Products are told apart by the pattern of their wood, and by their word. */
const PATTERNS = [
  'M 0 4 H 8',
  'M 0 0 L 8 8',
  'M 4 0 V 8',
  'M 0 8 L 8 0',
  'M 0 4 H 8 M 4 0 V 8',
  'M 2 2 h 0.1 M 6 6 h 0.1',
] as const;

/** The patterns of a product list, as `wood-0`, `wood-1` … behind the prefix. */
export function Patterns({ count, prefix = '' }: { readonly count: number; readonly prefix?: string }) {
  return (
    <defs>
      {Array.from({ length: count }, (_, i) => (
        <pattern key={i} id={`${prefix}wood-${i}`} width={8} height={8} patternUnits="userSpaceOnUse">
          <rect width={8} height={8} className="fill-wash" />
          <path
            d={PATTERNS[i % PATTERNS.length]}
            className="stroke-bark"
            strokeWidth={i % PATTERNS.length === 5 ? 3 : 1.4}
            strokeLinecap="round"
          />
        </pattern>
      ))}
    </defs>
  );
}
