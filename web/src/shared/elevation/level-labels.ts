import type { Box } from '../../ui/drawing/settle.ts';
import type { Level, Scene } from './scene.ts';
import type { ElevationLayout } from './Elevation.tsx';

export interface LevelLabel {
  readonly level: Level;
  /** Where its line lies on the drawing. */
  readonly y: number;
  readonly box: Box;
}

const LABEL = { width: 150, height: 40 } as const;

/** The labels of the other heights, beside the tree, each as near to its line as the others let it. */
export function levelLabels({ levels }: Scene, { projection, sideX }: ElevationLayout): LevelLabel[] {
  const rising = [...levels].sort((a, b) => a.heightM - b.heightM);
  const foot = projection.y(0);
  return rising.reduce<LevelLabel[]>((placed, level) => {
    const y = projection.y(level.heightM);
    const ceiling = placed.at(-1)?.box.y ?? foot + LABEL.height / 2;
    const top = Math.min(y - LABEL.height / 2, ceiling - LABEL.height);
    return [...placed, { level, y, box: { ...LABEL, x: sideX + 34, y: top } }];
  }, []);
}

/** Where the figure of the total height stands, upright beside its line. */
export function heightLabel({ projection, sideX }: ElevationLayout, { heightM }: Scene): Box {
  const middle = (projection.y(heightM) + projection.y(0)) / 2;
  return { x: sideX - 4, y: middle - 46, width: 26, height: 92 };
}
