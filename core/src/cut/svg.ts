/** A stack cut through, as a picture of its own: for pages and papers. */
import { inkName, SIDE_NAMES, type Machine, type Material, type Stack } from '../stack/index.ts';
import { ADHESIVE, drawingOf, FILM } from './drawing.ts';
import { partLetter, textureOf } from './textures.ts';

const WIDTH = 268;
const LEFT = 8;
const SLAB = WIDTH - 2 * LEFT;
const FOOT = 44;

/** How a material is drawn, by its class. */
export const MATERIAL_FILL: Readonly<Record<Material['class'], string>> = {
  white: '#f7f6f2',
  clear: '#cfe2ea',
  dark: '#262a33',
  metallic: '#b9bec6',
  natural: '#bd9468',
};

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;');

export interface CutOf {
  readonly stack: Stack;
  readonly machine: Pick<Machine, 'inks'>;
  readonly material: Pick<Material, 'class' | 'adhesive' | 'name'>;
  /** Sides from which it is looked at. */
  readonly eyes: readonly ('front' | 'back')[];
}

/** Returns SVG, 268 wide. */
export function cutSvg({ stack, machine, material, eyes }: CutOf): string {
  const { slabs, film, bottom } = drawingOf(stack, material.adhesive);
  const defs: string[] = [];
  const drawn: string[] = [];
  for (const { layer, index, y, height } of slabs) {
    const wide = SLAB / layer.parts.length;
    layer.parts.forEach((part, k) => {
      const { ground, marks, tile } = textureOf(part, machine);
      const id = `ink-${index}-${k}`;
      const x = LEFT + k * wide;
      defs.push(
        `<pattern id="${id}" width="${tile}" height="${tile}" patternUnits="userSpaceOnUse"><rect width="${tile}" height="${tile}" fill="${ground}"/>${marks}</pattern>`,
      );
      const amount = `${layer.hits > 1 ? `${layer.hits} × ` : ''}${part.density} %`;
      drawn.push(
        `<rect x="${x}" y="${y}" width="${wide}" height="${height}" fill="url(#${id})"/>`,
        `<rect x="${x + 6}" y="${y + height / 2 - 10}" width="${wide - 12}" height="20" rx="3" fill="#faf7f0" opacity="0.88"/>`,
        `<text x="${x + 12}" y="${y + height / 2 + 5}"><tspan font-weight="700">${escaped(partLetter(part))}</tspan>${layer.parts.length === 1 ? `<tspan dx="5">${escaped(inkName(part, machine))}</tspan>` : ''}</text>`,
        `<text x="${x + wide - 12}" y="${y + height / 2 + 5}" text-anchor="end">${amount}</text>`,
      );
    });
    drawn.push(
      `<rect x="${LEFT}" y="${y}" width="${SLAB}" height="${height}" rx="3" fill="none" stroke="#5b6478"/>`,
    );
  }
  const dark = material.class === 'dark';
  drawn.push(
    `<rect x="${LEFT}" y="${film}" width="${SLAB}" height="${FILM}" rx="3" fill="${MATERIAL_FILL[material.class]}" stroke="#5b6478"/>`,
    `<text x="${LEFT + 12}" y="${film + FILM / 2 + 5}"${dark ? ' fill="#f4efe4"' : ''}>${escaped(material.name)}</text>`,
  );
  if (material.adhesive)
    drawn.push(
      `<rect x="${LEFT}" y="${bottom - ADHESIVE - 3}" width="${SLAB}" height="${ADHESIVE}" fill="#d9c27a"/>`,
    );
  const eye = (side: 'front' | 'back', y: number) =>
    `<text x="8" y="${y + 5}" fill="#5b6478">${SIDE_NAMES[side]}</text>${eyes.includes(side) ? `<g transform="translate(96 ${y})" stroke="#14213d" fill="none" stroke-width="2"><path d="M-20 0 Q0 -15 20 0 Q0 15 -20 0 Z"/><circle r="6" fill="#14213d"/></g>` : ''}`;
  const height = bottom + FOOT;
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${height}" width="${WIDTH}" height="${height}" font-family="sans-serif" font-size="13" fill="#14213d"><defs>${defs.join('')}</defs>${eye('front', 22)}${drawn.join('')}${eye('back', bottom + 24)}</svg>\n`;
}
