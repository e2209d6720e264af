/** Opacity of special layers and of the print as it is laid, as contrast ratios: 0 clear, 1 opaque. */
import { contrastRatio } from '../optics/index.ts';
import { D65, spectrumToXyz } from '../spectrum/index.ts';
import { allLayers, layerName, type Part } from '../stack/index.ts';
import { looker, partLayer, type Point, type Scene } from './scene.ts';

export interface LayerOpacity {
  readonly layer: string;
  readonly inkRole: Part['inkRole'];
  readonly density: number;
  readonly hits: number;
  /** Free solid layer over a black and a white ground (ASTM D2805). */
  readonly contrastRatio: number;
}

/** A part of the printed area on which the special plates have the same values. */
export interface SpecialArea {
  /** Cover of each plate, 0 to 1, by key. */
  readonly plates: ReadonlyMap<string, number>;
  /** Of all printed area, 0 to 1. */
  readonly share: number;
}

/** A figure over an area. */
export interface AreaSpread {
  /** The least that more than a thousandth of the area has, and what half of it has or more. */
  readonly least: number;
  readonly median: number;
  /** From the least to the most. */
  readonly parts: readonly { readonly value: number; readonly share: number }[];
}

export interface Opacity {
  /** Each special alone, where it is solid. */
  readonly layers: readonly LayerOpacity[];
  /** What the bare material hides by itself. */
  readonly material: number;
  /** What material and specials hide together, without colour, over everything printed; absent where nothing is. */
  readonly printed?: AreaSpread;
}

/** Less of an area is the edge of a shape. */
const EDGE = 0.001;

/** @param parts in any order */
export function areaSpread(
  parts: readonly { readonly value: number; readonly share: number }[],
): AreaSpread | undefined {
  const sorted = parts.filter(({ share }) => share > 0).toSorted((a, b) => a.value - b.value);
  const all = sorted.reduce((sum, { share }) => sum + share, 0);
  if (!(all > 0)) return undefined;
  const at = (share: number) => {
    let sum = 0;
    return (sorted.find((part) => (sum += part.share) >= share * all) ?? sorted.at(-1)!).value;
  };
  return {
    least: at(EDGE),
    median: at(0.5),
    parts: sorted.map(({ value, share }) => ({ value, share: share / all })),
  };
}

/** Share of the area on which a figure is at least what is wanted. */
export const shareFrom = ({ parts }: AreaSpread, wanted: number): number =>
  parts.reduce((sum, { value, share }) => sum + (value >= wanted ? share : 0), 0);

const BARE = [0, 0, 0, 0];
/** A point with specials and no colour. */
export const withoutColour = (plates: SpecialArea['plates']): Point => ({
  process: { front: BARE, rear: BARE },
  plates,
});

/** @param areas of the printed area, by what specials they have */
export function opacityOf(
  scene: Scene,
  side: 'front' | 'back',
  areas: readonly SpecialArea[],
): Opacity {
  const layers = allLayers(scene.stack).flatMap((layer) =>
    layer.parts
      .filter(({ inkRole }) => inkRole !== 'CMYK')
      .map((part) => ({
        layer: layerName(layer, scene),
        inkRole: part.inkRole,
        density: part.density,
        hits: layer.hits,
        contrastRatio: contrastRatio(partLayer(scene, part, layer.hits, 1)),
      })),
  );
  const [black, white] = (['black', 'white'] as const).map((place) =>
    looker(scene, { side, place }),
  );
  const at = (plates: SpecialArea['plates']) => {
    const point = withoutColour(plates);
    const luminance = (look: typeof black) => spectrumToXyz(look(point), D65)[1];
    return Math.min(1, luminance(black) / luminance(white));
  };
  const printed = areaSpread(areas.map(({ plates, share }) => ({ value: at(plates), share })));
  return { layers, material: at(new Map()), ...(printed && { printed }) };
}

/** What the print hides in the middle: the material alone where nothing is printed. */
export const middleOpacity = ({ material, printed }: Opacity): number =>
  printed?.median ?? material;
