/** Type as outlines: artwork for print travels without fonts. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import * as fontkit from 'fontkit';

const FILES = {
  text: '@fontsource/instrument-sans/files/instrument-sans-latin-500-normal.woff',
  bold: '@fontsource/instrument-sans/files/instrument-sans-latin-700-normal.woff',
  display: '@fontsource/fraunces/files/fraunces-latin-600-normal.woff',
  light: '@fontsource/fraunces/files/fraunces-latin-300-normal.woff',
  italic: '@fontsource/fraunces/files/fraunces-latin-400-italic.woff',
};
export type Face = keyof typeof FILES;

const fonts = new Map<Face, fontkit.Font>();

function font(face: Face): fontkit.Font {
  let found = fonts.get(face);
  if (!found) {
    const path = createRequire(import.meta.url).resolve(FILES[face]);
    found = fontkit.create(readFileSync(path)) as fontkit.Font;
    fonts.set(face, found);
  }
  return found;
}

const COMMANDS = {
  moveTo: 'M',
  lineTo: 'L',
  quadraticCurveTo: 'Q',
  bezierCurveTo: 'C',
  closePath: 'Z',
};

/** SVG path data of a line of type with its baseline at `y`. @param tracking extra space, em */
export function outline(
  words: string,
  x: number,
  y: number,
  size: number,
  face: Face,
  { centre = false, tracking = 0 } = {},
): string {
  const { glyphs, positions } = font(face).layout(words);
  const scale = size / font(face).unitsPerEm;
  const advance = positions.map(({ xAdvance }) => xAdvance * scale + tracking * size);
  const length = advance.reduce((sum, a) => sum + a, -tracking * size);
  let pen = centre ? x - length / 2 : x;
  const parts: string[] = [];
  glyphs.forEach((glyph, i) => {
    for (const { command, args } of glyph.path.commands) {
      const points = args.map((v, k) => (k % 2 ? y - v * scale : pen + v * scale).toFixed(4));
      parts.push(COMMANDS[command] + points.join(' '));
    }
    pen += advance[i];
  });
  return parts.join(' ');
}
