/** Where shown text lies. Source: ISO 32000-2, 9.4.4 (text space). */
import type { Corners } from './boxes.ts';
import { USUAL_WIDTH } from './fonts.ts';
import { times, transformed, type Matrix } from './geometry.ts';
import type { State } from './state.ts';

/** Ink below and above the line, shares of the size; common practice, as no glyph is drawn. */
const DESCENT = 0.22;
const ASCENT = 0.78;

export interface ShownText {
  /** On the page, points. */
  readonly box: Corners;
  /** Its height as seen. */
  readonly sizePt: number;
  /** Reads backwards. */
  readonly mirrored: boolean;
}

/** @returns how far the string moves on, in text space, and what is seen of it, if anything */
export function textExtent(
  bytes: Uint8Array,
  state: State,
  tm: Matrix,
): { readonly advance: number; readonly shown?: ShownText } {
  const { font, size, charSpace, wordSpace, scale, rise } = state;
  let advance = 0;
  const step = font?.wide ? 2 : 1;
  for (let i = 0; i + step <= bytes.length; i += step) {
    const code = step === 2 ? bytes[i] * 256 + bytes[i + 1] : bytes[i];
    const width = ((font?.widthOf(code) ?? USUAL_WIDTH) / 1000) * size;
    advance += (width + charSpace + (step === 1 && code === 32 ? wordSpace : 0)) * scale;
  }
  const onPage = times(tm, state.ctm);
  const [a, b, c, d] = onPage;
  const sizePt = Math.abs(size) * Math.hypot(c, d);
  if (bytes.length < step || !(sizePt > 0)) return { advance };
  const [low, high] = [rise - DESCENT * size, rise + ASCENT * size];
  const box = transformed(
    [Math.min(0, advance), Math.min(low, high), Math.max(0, advance), Math.max(low, high)],
    onPage,
  );
  const mirrored = (a * d - b * c) * Math.sign(size) * Math.sign(scale || 1) < 0;
  return { advance, shown: { box, sizePt, mirrored } };
}
