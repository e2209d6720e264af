// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import { DARK, MACHINE, MATERIAL, WIDE_MACHINE } from '../../test/shop.ts';
import { inkName, parseStack, type Machine, type Material } from '../stack/index.ts';
import { cutSvg, drawingOf } from './index.ts';

interface Wanted {
  readonly stack?: string;
  readonly machine?: Machine;
  readonly material?: Material;
  readonly eyes?: readonly ('front' | 'back')[];
}
const svgOf = ({
  stack = 'film | W@image / CMYK',
  machine = MACHINE,
  material = MATERIAL,
  eyes = ['front'],
}: Wanted = {}) => cutSvg({ stack: parseStack(stack), machine, material, eyes });
/** As a browser reads it: what is no XML has no elements. */
function read(wanted: Wanted = {}) {
  const document = new DOMParser().parseFromString(svgOf(wanted), 'image/svg+xml');
  return {
    texts: [...document.querySelectorAll('text')].map((one) => one.textContent),
    rects: [...document.querySelectorAll('rect')],
    patterns: [...document.querySelectorAll('pattern')].map(({ id }) => id),
  };
}

describe('a stack cut through', () => {
  it('names each layer with its ink, how strong and how often it is laid, and the material', () => {
    const { texts } = read({ stack: 'film | Wx2@image / CMYK60' });
    const all = texts.join(' | ');
    expect(all).toContain('2 × 100 %');
    expect(all).toContain('60 %');
    expect(all).toContain('Clear film');
    const [{ parts }] = parseStack('film | W@image / CMYK').front;
    expect(all).toContain(inkName(parts[0], MACHINE));
  });

  it('has every layer from the front down, back ones below the film', () => {
    const { texts } = read({ stack: 'W~@image / CMYK~ | film | V@sheet' });
    const at = (text: string) => texts.findIndex((one) => one?.includes(text));
    expect(at('Clear film')).toBeGreaterThan(-1);
    const { slabs, film } = drawingOf(parseStack('W~@image / CMYK~ | film | V@sheet'), false);
    expect(slabs.filter(({ y }) => y < film).map(({ side }) => side)).toEqual(['front']);
    expect(slabs.filter(({ y }) => y > film).map(({ side }) => side)).toEqual(['back', 'back']);
  });

  it('fills each part with a texture of its own, and refers to no other', () => {
    const svg = svgOf({ stack: 'film | W@art + S@art / CMYK', machine: WIDE_MACHINE });
    const ids = read({ stack: 'film | W@art + S@art / CMYK', machine: WIDE_MACHINE }).patterns;
    expect(new Set(ids).size).toBe(3);
    const used = [...svg.matchAll(/url\(#([^)]+)\)/g)].map(([, id]) => id);
    expect(used.toSorted()).toEqual([...ids].toSorted());
  });

  it('has an eye on each side from which it is looked at', () => {
    const eyes = (wanted: Wanted['eyes']) =>
      svgOf({ eyes: wanted }).match(/translate\(96 /g)?.length ?? 0;
    expect([eyes([]), eyes(['front']), eyes(['front', 'back'])]).toEqual([0, 1, 2]);
  });

  it('shows adhesive where the material has some', () => {
    const count = (adhesive: boolean) => read({ material: { ...MATERIAL, adhesive } }).rects.length;
    expect(count(true)).toBe(count(false) + 1);
  });

  it('can be read whatever a material is called, and on dark material', () => {
    const name = 'Film <5 µm> & "best"';
    const { texts } = read({ material: { ...DARK, name } });
    expect(texts).toContain(name);
    expect(svgOf({ material: DARK })).toContain('fill="#f4efe4"');
  });
});
