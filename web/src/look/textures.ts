/**
 * How a special is drawn, everywhere: white a stipple, silver fine brushed lines, clear concentric arcs, block-out
 * black solid, colour in its four inks. The texture thickens with density.
 */
import type { InkRole } from '@kyanos/core';

export const LETTERS: Record<InkRole, string> = { CMYK: 'C·M·Y·K', W: 'W', S: 'S', V: 'V', B: 'B' };

export interface InkTexture {
  /** Ground under the marks. */
  readonly ground: string;
  /** SVG marks of one tile. */
  readonly marks: string;
  readonly tile: number;
  /** Colour of a letter that stands on it. */
  readonly ink: string;
}

/** @param density 0 to 100 */
export function textureOf(inkRole: InkRole, density: number): InkTexture {
  const share = density / 100;
  switch (inkRole) {
    case 'W': {
      const r = (0.5 + 1.25 * Math.sqrt(share)).toFixed(2);
      return {
        ground: '#fdfbf5',
        marks: `<g fill="#9aa3b5"><circle cx="2" cy="2" r="${r}"/><circle cx="6" cy="6" r="${r}"/></g>`,
        tile: 8,
        ink: '#14213d',
      };
    }
    case 'S': {
      const w = (0.4 + 1.5 * share).toFixed(2);
      return {
        ground: '#d5d8dc',
        marks: `<path d="M0 1.500H24M0 6.500H15M18 6.500H24M0 11.500H6M9 11.500H24" stroke="#7b828c" stroke-width="${w}"/>`,
        tile: 14,
        ink: '#14213d',
      };
    }
    case 'V': {
      const w = (0.4 + 0.9 * share).toFixed(2);
      return {
        ground: '#e9f1f2',
        marks: `<g fill="none" stroke="#5f8f97" stroke-width="${w}"><circle cx="0" cy="16" r="5"/><circle cx="0" cy="16" r="10"/><circle cx="0" cy="16" r="15"/></g>`,
        tile: 16,
        ink: '#14213d',
      };
    }
    case 'B':
      return { ground: '#16181d', marks: '', tile: 8, ink: '#f4efe4' };
    case 'CMYK': {
      const o = (0.35 + 0.65 * share).toFixed(2);
      return {
        ground: '#faf7f0',
        marks: `<g opacity="${o}"><rect width="10" height="40" fill="#2f9fc4"/><rect x="10" width="10" height="40" fill="#c8437f"/><rect x="20" width="10" height="40" fill="#e9c53b"/><rect x="30" width="10" height="40" fill="#2c2c33"/></g>`,
        tile: 40,
        ink: '#14213d',
      };
    }
  }
}
