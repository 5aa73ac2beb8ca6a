/** A box on the sheet, by its upper left corner, in px. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const GAP = 8;

const overlap = (a: Box, b: Box): boolean =>
  a.x < b.x + b.width + GAP && b.x < a.x + a.width + GAP && a.y < b.y + b.height + GAP && b.y < a.y + a.height + GAP;

const inside = (box: Box, width: number, height: number): Box => ({
  ...box,
  x: Math.min(Math.max(GAP, box.x), Math.max(GAP, width - box.width - GAP)),
  y: Math.min(Math.max(GAP, box.y), Math.max(GAP, height - box.height - GAP)),
});

/**
 * Moves boxes as little as it takes for none to cover another and all to lie on the sheet.
 *
 * The first ones stay where they want to be; each later one takes the nearest free place above, below or beside.
 */
export function settle(wishes: readonly Box[], width: number, height: number): Box[] {
  const placed: Box[] = [];
  for (const wish of wishes) {
    const home = inside(wish, width, height);
    const blocked = (box: Box) => placed.some((other) => overlap(box, other));
    let best: Box | null = blocked(home) ? null : home;
    for (let ring = 1; best === null && ring < 60; ring += 1) {
      const step = ring * 12;
      const tries = [
        [0, -step],
        [0, step],
        [-step, 0],
        [step, 0],
        [-step, -step],
        [step, step],
        [-step, step],
        [step, -step],
      ].map(([dx = 0, dy = 0]) => inside({ ...home, x: home.x + dx, y: home.y + dy }, width, height));
      best = tries.find((box) => !blocked(box)) ?? null;
    }
    placed.push(best ?? home);
  }
  return placed;
}
