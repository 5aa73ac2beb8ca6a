import {
  type PlotRegeneration,
  REGENERATION_CLASS_IDS,
  REGENERATION_LIMITS,
  type RegenerationClass,
} from '@arbolito/core/protocol';
import { convert, printRounded, readQuantity, type UnitSystem } from '@arbolito/core/units';
import { say, t } from '../../../messages/text.ts';

/** Counts as they are typed, by species and height class. */
export type CountTexts = Readonly<Record<string, Readonly<Partial<Record<RegenerationClass, string>>>>>;

export interface RegenerationTexts {
  readonly area: string;
  readonly counts: CountTexts;
}

export const areaUnit = (system: UnitSystem): 'm2' | 'ft2' => (system === 'metric' ? 'm2' : 'ft2');

/** What was counted, as it is typed; a usual subplot of 10 m² or 100 ft² where nobody counted yet. */
export function textsOfRegeneration(kept: PlotRegeneration | null, system: UnitSystem): RegenerationTexts {
  const counts: Record<string, Partial<Record<RegenerationClass, string>>> = {};
  for (const { speciesCode, heightClass, count } of kept?.counts ?? [])
    counts[speciesCode] = { ...counts[speciesCode], [heightClass]: String(count) };
  const usual = system === 'metric' ? '10' : '100';
  return {
    area: kept === null ? usual : String(Number(printRounded(convert(kept.areaM2, 'm2', areaUnit(system)), 2))),
    counts,
  };
}

export type ReadRegeneration =
  | { readonly ok: true; readonly regeneration: PlotRegeneration }
  | { readonly ok: false; readonly area: string | null; readonly counts: ReadonlyMap<string, string> };

/** Names a cell: `bt seedling`. */
export const cellOf = (speciesCode: string, heightClass: RegenerationClass): string => `${speciesCode} ${heightClass}`;

/** What was typed as counts of a plot, or what is wrong with it, at the cell. An empty cell is none. */
export function readRegeneration({ area, counts }: RegenerationTexts, system: UnitSystem): ReadRegeneration {
  const unit = areaUnit(system);
  const read = readQuantity(area, { unit, units: ['m2', 'ft2'] });
  const areaM2 = read.ok ? convert(read.value, read.unit, 'm2') : NaN;
  const { low, high } = REGENERATION_LIMITS.areaM2;
  const shown = (m2: number): string => printRounded(convert(m2, 'm2', unit), 1);
  const isArea = areaM2 >= low && areaM2 <= high;
  const areaProblem = isArea
    ? null
    : read.ok
      ? t('tally.regeneration-area-must-be', 'Area must be {low} to {high} {unit}.', {
          low: shown(low),
          high: shown(high),
          unit: unit === 'm2' ? 'm²' : 'ft²',
        })
      : say(read.message);
  const wrong = new Map<string, string>();
  const list = Object.entries(counts).flatMap(([speciesCode, own]) =>
    REGENERATION_CLASS_IDS.flatMap((heightClass): PlotRegeneration['counts'][number][] => {
      const text = (own[heightClass] ?? '').trim();
      if (text === '' || text === '0') return [];
      const count = Number(text);
      const limits = REGENERATION_LIMITS.count;
      if (Number.isInteger(count) && count >= limits.low && count <= limits.high)
        return [{ speciesCode, heightClass, count }];
      wrong.set(
        cellOf(speciesCode, heightClass),
        t('tally.regeneration-count-must-be', 'Enter a whole number from {low} to {high}.', {
          low: String(limits.low),
          high: String(limits.high),
        }),
      );
      return [];
    }),
  );
  return isArea && wrong.size === 0
    ? { ok: true, regeneration: { areaM2, counts: list } }
    : { ok: false, area: areaProblem, counts: wrong };
}
