export const PHOTO_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const;
export type PhotoType = (typeof PHOTO_TYPES)[number];

/** The largest photo that is kept, in bytes: a browser makes them smaller first. */
export const PHOTO_BYTES = 4 * 1024 * 1024;
/** The most pixels that are decoded, and the longest edge that is kept. */
export const PHOTO_PIXELS = 50_000_000;
export const PHOTO_EDGE_PX = 2400;
/** Photos that a plot takes, and a tree of the notebook. */
export const PHOTOS_PER_PLOT = 12;

/** A photo without itself: that is at `/api/photos/{id}`. */
export interface PhotoView {
  readonly id: string;
  /** Null for a photo of a tree of the notebook. */
  readonly plotId: string | null;
  readonly words: string;
  readonly takenAt: string;
  readonly observer: string;
  readonly deleted: boolean;
}
