/** Codes of our labels in a picture of the camera; the reader is fetched when it is first wanted. */

/** The first code of ours in the picture. Returns undefined if there is none. */
export async function codeIn(picture: ImageData): Promise<string | undefined> {
  const { decodeImage } = await import('../look/decoder.ts');
  return (await decodeImage(picture)).find((text) => /^[LC]\d{1,12}$/.test(text));
}
