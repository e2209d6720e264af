/** How wide a font's characters are. Source: ISO 32000-2, 9.6.2 (simple fonts), 9.7.4.3 (composite fonts). */
import type { PdfObjects, PdfValue } from './objects.ts';

export interface Font {
  /** Without the tag of a subset; absent where the file gives it none. */
  readonly name: string | undefined;
  /** Two bytes a character. */
  readonly wide: boolean;
  /** Thousandths of an em. */
  widthOf(code: number): number;
}

/** Of a character whose width is not given: common practice, thousandths of an em. */
export const USUAL_WIDTH = 500;

/** Tag before the name of a font of which a part is embedded. */
export const SUBSET = /^[A-Z]{6}\+/;

export function fontOf(objects: PdfObjects, reference: PdfValue | undefined): Font {
  const dict = objects.dict(reference);
  const wide = objects.name(dict['/Subtype']) === 'Type0';
  const widths = new Map<number, number>();
  let fallback = USUAL_WIDTH;
  if (wide) {
    const descendant = objects.dict(objects.list(dict['/DescendantFonts'])[0]);
    fallback = Number(objects.resolve(descendant['/DW']) ?? 1000);
    const list = objects.list(descendant['/W']);
    for (let i = 0; i + 1 < list.length;) {
      const first = Number(objects.resolve(list[i]));
      const second = objects.resolve(list[i + 1]);
      if (Array.isArray(second)) {
        (second as readonly PdfValue[]).forEach((w, k) =>
          widths.set(first + k, Number(objects.resolve(w))),
        );
        i += 2;
      } else {
        const [last, width] = [Number(second), Number(objects.resolve(list[i + 2]))];
        for (let code = first; code <= Math.min(last, first + 0xffff); code++)
          widths.set(code, width);
        i += 3;
      }
    }
  } else {
    const first = Number(objects.resolve(dict['/FirstChar']) ?? 0);
    objects.numbers(dict['/Widths']).forEach((width, k) => widths.set(first + k, width));
  }
  const name = objects.name(dict['/BaseFont'])?.replace(SUBSET, '');
  return { name, wide, widthOf: (code) => widths.get(code) ?? fallback };
}
