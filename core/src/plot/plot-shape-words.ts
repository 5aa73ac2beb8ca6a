import { convert, printRounded, type UnitSystem } from '../units/index.ts';
import { PLOT_AREA_LIMITS_M2, type PlotShape } from '../protocol/index.ts';
import { M2_PER_HA_IN_FT2_PER_ACRE } from './angle-count.ts';
import { joined, message, type Text } from '../message/index.ts';

/** A number without the zeros that say nothing. */
const short = (value: number, decimals: number): string => String(Number(printRounded(value, decimals)));

const areaWords = (areaM2: number, system: UnitSystem): string => {
  if (system === 'imperial') return `${short(convert(areaM2, 'm2', 'acre'), 3)} ac`;
  return areaM2 > PLOT_AREA_LIMITS_M2.high ? `${short(areaM2 / 10_000, 2)} ha` : `${short(areaM2, 0)} m²`;
};

/** A basal area factor as it is named: `factor 4 m²/ha`, `factor 10 ft²/ac`. */
export const factorWords = (factorM2PerHa: number, system: UnitSystem): Text =>
  system === 'metric'
    ? message('plot.factor-m-ha', 'factor {factorM2PerHa} m²/ha', { factorM2PerHa: short(factorM2PerHa, 2) })
    : message('plot.factor-ft-ac', 'factor {factorM2PerHa} ft²/ac', {
        factorM2PerHa: short(factorM2PerHa / M2_PER_HA_IN_FT2_PER_ACRE, 1),
      });

/** Names a shape: `circle of 500 m²`, `10 × 50 m`, `factor 10 ft²/ac`. */
export function shapeWords(shape: PlotShape, system: UnitSystem): Text {
  const length = (metres: number): string => short(system === 'metric' ? metres : convert(metres, 'm', 'ft'), 1);
  const unit = system === 'metric' ? 'm' : 'ft';
  switch (shape.kind) {
    case 'circle':
      return message('plot.circle-of', 'circle of {areaM2}', { areaM2: areaWords(shape.areaM2, system) });
    case 'complete-tally':
      return message('plot.complete-tally-of', 'complete tally of {areaM2}', {
        areaM2: areaWords(shape.areaM2, system),
      });
    case 'tree-list':
      return message('plot.tree-list', 'list of trees, no area');
    case 'rectangle':
      return `${length(shape.widthM)} × ${length(shape.lengthM)} ${unit}`;
    case 'variable-radius':
      return factorWords(shape.factorM2PerHa, system);
    case 'nested':
      return joined(
        shape.rings.map(({ fromCm, areaM2 }) => {
          const from = system === 'metric' ? `${short(fromCm, 1)} cm` : `${short(convert(fromCm, 'cm', 'in'), 1)} in`;
          return message('plot.area-from', '{area} from {from}', { area: areaWords(areaM2, system), from });
        }),
        ', ',
      );
  }
}
