/** A rectangle of the world, in metres: x to the right, y upwards. */
export interface WorldBox {
  readonly left: number;
  readonly right: number;
  readonly bottom: number;
  readonly top: number;
}

export interface Margins {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** Where the world lies on the sheet: the same scale both ways, so that the drawing is true. */
export interface Projection {
  readonly pxPerM: number;
  readonly x: (metres: number) => number;
  readonly y: (metres: number) => number;
}

/** Fits a part of the world into a sheet, as large as it goes, standing on the lower margin and centred sideways. */
export function fit(world: WorldBox, widthPx: number, heightPx: number, margins: Margins): Projection {
  const innerWidth = Math.max(20, widthPx - margins.left - margins.right);
  const innerHeight = Math.max(20, heightPx - margins.top - margins.bottom);
  const pxPerM = Math.min(
    innerWidth / Math.max(1, world.right - world.left),
    innerHeight / Math.max(1, world.top - world.bottom),
  );
  const spare = (innerWidth - (world.right - world.left) * pxPerM) / 2;
  return {
    pxPerM,
    x: (metres) => margins.left + spare + (metres - world.left) * pxPerM,
    y: (metres) => heightPx - margins.bottom - (metres - world.bottom) * pxPerM,
  };
}
