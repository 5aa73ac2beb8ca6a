import { convert, readQuantity, type UnitSystem } from '@arbolito/core/units';
import { POINTS_LIMITS } from '@arbolito/core/protocol';

/** A stratum as it was typed: its name, and its area and counted points where those stand behind it. */
export interface TypedStratum {
  readonly name: string;
  readonly areaHa: number | null;
  readonly pointsCounted: number | null;
}

const POINTS = /^(\d+)\s*points?$/i;

type Size = Partial<Omit<TypedStratum, 'name'>>;

/** `10 ha`, `40 points`; null for what is neither. */
function readSize(text: string, system: UnitSystem): Size | null {
  const points = Number(POINTS.exec(text)?.[1] ?? NaN);
  if (points >= POINTS_LIMITS.low && points <= POINTS_LIMITS.high) return { pointsCounted: points };
  const read = readQuantity(text, { unit: system === 'metric' ? 'ha' : 'acre', units: ['ha', 'acre', 'm2'] });
  return read.ok ? { areaHa: convert(read.value, read.unit, 'ha') } : null;
}

/** Strata, one to a line: `North slope = 10 ha`, `Upland = 40 ac`, `Old = 60 points`, `Old = 10 ha; 60 points`, or the name alone. */
export function readStrata(text: string, system: UnitSystem): TypedStratum[] {
  return text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '')
    .map((line): TypedStratum => {
      const bare: TypedStratum = { name: line, areaHa: null, pointsCounted: null };
      const [, name, behind] = /^(.*?)\s*=\s*([^=]+)$/.exec(line) ?? [];
      if (name === undefined || behind === undefined) return bare;
      const sizes: readonly (Size | null)[] = behind.split(';').map((part) => readSize(part.trim(), system));
      // What is no size stays in the name, where one sees it.
      return sizes.includes(null)
        ? bare
        : sizes.reduce<TypedStratum>((stratum, size) => ({ ...stratum, ...size }), { ...bare, name });
    });
}
