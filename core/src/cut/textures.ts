/**
 * How a special is drawn, everywhere: white a stipple, metallic fine brushed lines in its own colour, clear concentric arcs,
 * primer a weave, block-out black solid, colour in its four inks. The texture thickens with density. A further white is
 * stippled in squares, a matt clear has broken arcs.
 */
import { D50, labToXyz, xyzToSrgb } from '../spectrum/index.ts';
import { inkFor, keyOf, type Machine, type Part } from '../stack/index.ts';

export const partLetter = (part: Pick<Part, 'inkRole' | 'ink'>): string =>
  part.inkRole === 'CMYK' ? 'C·M·Y·K' : keyOf(part);

export interface InkTexture {
  /** Ground under the marks. */
  readonly ground: string;
  /** SVG marks of one tile. */
  readonly marks: string;
  readonly tile: number;
  /** Colour of a letter that stands on it. */
  readonly ink: string;
}

/** @param part with its density, 0 to 100 @param machine whose ink it is */
export function textureOf(
  { inkRole, ink: key, density }: Pick<Part, 'inkRole' | 'ink' | 'density'>,
  machine: Pick<Machine, 'inks'>,
): InkTexture {
  const share = density / 100;
  const ink = inkRole === 'CMYK' ? undefined : inkFor(machine, key ?? inkRole);
  switch (inkRole) {
    case 'W': {
      const r = (0.5 + 1.25 * Math.sqrt(share)).toFixed(2);
      return {
        ground: '#fdfbf5',
        marks: key
          ? `<g fill="#9aa3b5"><path d="M0 0h${r}v${r}h-${r}zM4 4h${r}v${r}h-${r}z"/></g>`
          : `<g fill="#9aa3b5"><circle cx="2" cy="2" r="${r}"/><circle cx="6" cy="6" r="${r}"/></g>`,
        tile: 8,
        ink: '#14213d',
      };
    }
    case 'S': {
      const w = (0.4 + 1.5 * share).toFixed(2);
      return {
        ground: ink?.lab ? labToCss(lighter(ink.lab)) : '#d5d8dc',
        marks: `<path d="M0 1.500H24M0 6.500H15M18 6.500H24M0 11.500H6M9 11.500H24" stroke="${ink?.lab ? labToCss(darker(ink.lab)) : '#7b828c'}" stroke-width="${w}"/>`,
        tile: 14,
        ink: '#14213d',
      };
    }
    case 'V': {
      const w = (0.4 + 0.9 * share).toFixed(2);
      return {
        ground: '#e9f1f2',
        marks: `<g fill="none" stroke="#5f8f97" stroke-width="${w}"${ink?.finish === 'matt' ? ' stroke-dasharray="2 2"' : ''}><circle cx="0" cy="16" r="5"/><circle cx="0" cy="16" r="10"/><circle cx="0" cy="16" r="15"/></g>`,
        tile: 16,
        ink: '#14213d',
      };
    }
    case 'P': {
      const w = (0.3 + 0.7 * share).toFixed(2);
      return {
        ground: '#f3efe6',
        marks: `<path d="M0 3h8M3 0v8" stroke="#a99f8b" stroke-width="${w}"/>`,
        tile: 6,
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

type Lab = readonly [number, number, number];
/** As a screen shows it, clipped to what it can. */
function labToCss(lab: Lab): string {
  const rgb = xyzToSrgb(labToXyz(lab, D50.white), D50.white);
  return `rgb(${rgb.map((value) => Math.round(255 * Math.min(1, Math.max(0, value)))).join(', ')})`;
}
/** A letter must be read on it. */
const lighter = ([l, a, b]: Lab): Lab => [Math.max(l, 72), a, b];
const darker = ([l, a, b]: Lab): Lab => [Math.max(20, Math.min(l, 72) - 25), a, b];
