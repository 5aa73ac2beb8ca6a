import type { Species } from '@arbolito/core/protocol';
import type { SlopeUnit, UnitSystem } from '@arbolito/core/units';

interface ExampleLines {
  readonly sights: string;
  readonly girth: string;
  readonly readOff: string;
  readonly place: string;
  readonly guess: string;
}

/** A sight to the top of a tree of middling height, on every scale that a crew may use. */
const SIGHTS: Readonly<Partial<Record<SlopeUnit, string>>> = { deg: '+39 -3', pct: '+82 -6', ft66: '+55 -4' };

/** Call-out lines as this survey has them: its own species, units and scale. */
export function exampleLines({
  species,
  unitSystem,
  slopeUnit,
}: {
  readonly species: readonly Pick<Species, 'code'>[];
  readonly unitSystem: UnitSystem;
  readonly slopeUnit: SlopeUnit;
}): ExampleLines {
  const code = (i: number): string => species[i % Math.max(1, species.length)]?.code ?? 'sp';
  const sights = SIGHTS[slopeUnit] ?? '+18 -1.5';
  return unitSystem === 'metric'
    ? {
        sights: `${code(0)} 34.5 ${sights} @20`,
        girth: `${code(1)} g104`,
        readOff: `${code(2)} 41 = 22.5`,
        place: 'az112 r7.4',
        guess: `${code(0)} kpi0.8`,
      }
    : {
        sights: `${code(0)} 13.6 ${sights} @66`,
        girth: `${code(1)} g41`,
        readOff: `${code(2)} 16.1 = 74`,
        place: 'az112 r24.3',
        guess: `${code(0)} kpi28`,
      };
}
