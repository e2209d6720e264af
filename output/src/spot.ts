/** Spot colours in pdfkit under names of their own: by itself it takes White, Silver or Red for a colour of a screen. */

/** pdfkit's own types know nothing of its spot colours. */
interface SpotColours {
  readonly spotColors: Record<string, unknown>;
  addSpotColor(name: string, c: number, m: number, y: number, k: number): void;
}

/** What a colour is asked for by, for a spot of that name. */
export const spotColour = (name: string): string => `spot ${name}`;

/** @param shown what a screen shows for it, C, M, Y, K in percent */
export function addSpot(
  doc: PDFKit.PDFDocument,
  name: string,
  shown: readonly [number, number, number, number],
): void {
  const colours = doc as unknown as SpotColours;
  colours.addSpotColor(name, ...shown);
  const { [name]: made } = colours.spotColors;
  delete colours.spotColors[name];
  colours.spotColors[spotColour(name)] = made;
}
