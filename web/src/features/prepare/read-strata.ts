import { convert, readQuantity, type UnitSystem } from '@arbolito/core/quantity';

/** A stratum as it was typed: its name, and its area where that stands behind it. */
export interface TypedStratum {
  readonly name: string;
  readonly areaHa: number | null;
}

/** Strata, one to a line: `North slope = 10 ha`, `Upland = 40 ac`, or the name alone. */
export function readStrata(text: string, system: UnitSystem): TypedStratum[] {
  return text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '')
    .map((line) => {
      const [, name, area] = /^(.*?)\s*=\s*([^=]+)$/.exec(line) ?? [];
      if (name === undefined || area === undefined) return { name: line, areaHa: null };
      const read = readQuantity(area, { unit: system === 'metric' ? 'ha' : 'acre', units: ['ha', 'acre', 'm2'] });
      // What is no area stays in the name, where one sees it.
      return read.ok ? { name, areaHa: convert(read.value, read.unit, 'ha') } : { name: line, areaHa: null };
    });
}
