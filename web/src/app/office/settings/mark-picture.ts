/** Largest a mark is kept, pixels: sharp at the size it is printed in. */
const WIDEST = 480;
const HIGHEST = 160;

/**
 * A picture as a mark is kept: PNG, no larger than it is printed.
 * @throws what the browser says of a file that is no picture
 */
export async function markPicture(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, WIDEST / picture.width, HIGHEST / picture.height);
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(picture.width * scale)),
    Math.max(1, Math.round(picture.height * scale)),
  );
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return canvas.convertToBlob({ type: 'image/png' });
}
