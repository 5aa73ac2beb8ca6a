import { useState } from 'react';
import type { FieldRules, TapedTree } from '@arbolito/core/protocol';
import type { UnitSystem } from '@arbolito/core/units';
import { type Found, foundOf, NOTHING_FOUND } from './found.ts';
import { Guide } from './Guide.tsx';

export interface GuidePanelProps {
  readonly rules: FieldRules;
  readonly units: UnitSystem;
  /** What was found of this tree before; the plot's slope otherwise. */
  readonly start: TapedTree | undefined;
  readonly slopePct: number;
  /** Diameter of its stem, where it was read already. */
  readonly dbhCm: number | null;
  /** Takes the point onto the sheet; null where the tape is to look for it. */
  readonly onTake: (found: TapedTree, pointM: number | null, stems: number) => void;
}

/** The guide beside the tree in hand, under its survey's rules. */
export default function GuidePanel({ rules, units, start, slopePct, dbhCm, onTake }: GuidePanelProps) {
  const [found, setFound] = useState<Found>(() => {
    const found = start === undefined ? { ...NOTHING_FOUND, units } : foundOf(start, units);
    const thick = dbhCm === null ? found : { ...found, dbh: `${dbhCm.toFixed(1)} cm` };
    return start === undefined && slopePct > 0 ? { ...thick, ground: 'slope', slope: String(slopePct) } : thick;
  });
  return (
    <Guide
      found={found}
      onFound={setFound}
      rules={rules}
      onTake={(tree, { point, stems }) => {
        onTake(tree, point.kind === 'at' ? point.heightM : null, stems);
      }}
    />
  );
}
