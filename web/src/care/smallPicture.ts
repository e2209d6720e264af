/** A picture of a camera as it is kept beside a note: upright, of a size that is looked at, without what the camera wrote into it. */
const LONGEST = 1600;
const QUALITY = 0.82;

/** @throws Error if the browser can't read it */
export async function smallPicture(file: File): Promise<File> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(picture.width * scale)),
    Math.max(1, Math.round(picture.height * scale)),
  );
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  const type = 'image/webp';
  return new File([await canvas.convertToBlob({ type, quality: QUALITY })], 'note.webp', { type });
}
