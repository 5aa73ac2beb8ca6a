/** Longer sides than this show nothing more of a plot. */
const LONGEST_PX = 1600;
const QUALITY = 0.8;

/** Sides that fit into the longest one, never larger than they are. */
export function fittingSides(width: number, height: number): { readonly width: number; readonly height: number } {
  const share = Math.min(1, LONGEST_PX / Math.max(width, height, 1));
  return { width: Math.max(1, Math.round(width * share)), height: Math.max(1, Math.round(height * share)) };
}

/**
 * A photo small enough to be sent from a forest: a JPEG without anything else that the camera wrote into it.
 *
 * @throws Error in words for a file that is no picture
 */
export async function smallerPhoto(file: File): Promise<Blob> {
  let picture: ImageBitmap;
  try {
    picture = await createImageBitmap(file);
  } catch {
    throw new Error('This file is no picture that the browser can open. Choose a JPEG, PNG or WebP.');
  }
  const { width, height } = fittingSides(picture.width, picture.height);
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = height;
  canvas.getContext('2d')?.drawImage(picture, 0, 0, width, height);
  picture.close();
  return new Promise((resolve, reject) => {
    canvas.toBlob(
      (blob) => {
        if (blob === null) reject(new Error('The browser could not make the photo smaller.'));
        else resolve(blob);
      },
      'image/jpeg',
      QUALITY,
    );
  });
}
