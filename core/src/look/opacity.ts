/** Opacity of special layers and of the whole print, as contrast ratios: 0 clear, 1 opaque. */
import { contrastRatio, turned } from '../optics/index.ts';
import { D65, spectrumToXyz } from '../spectrum/index.ts';
import { allLayers, layerName, type Part } from '../stack/index.ts';
import { partLayer, seen, type Point, type Scene } from './scene.ts';
import { plateSpecs } from '../plates/index.ts';

export interface LayerOpacity {
  readonly layer: string;
  readonly lay: Part['lay'];
  readonly density: number;
  readonly hits: number;
  /** Free layer over a black and a white ground (ASTM D2805). */
  readonly contrastRatio: number;
}

export interface Opacity {
  readonly layers: readonly LayerOpacity[];
  /** The whole print where every special is full and no colour lies, seen over black and over white. */
  readonly whole: number;
}

export function opacityOf(scene: Scene, side: 'front' | 'back'): Opacity {
  const layers = allLayers(scene.stack).flatMap((layer) =>
    layer.parts
      .filter(({ lay }) => lay !== 'CMYK')
      .map((part) => ({
        layer: layerName(layer),
        lay: part.lay,
        density: part.density,
        hits: layer.hits,
        contrastRatio: contrastRatio(turned(partLayer(scene, part, layer.hits, 1))),
      })),
  );
  const bare = [0, 0, 0, 0];
  const point: Point = {
    process: { front: bare, rear: bare },
    plates: new Map(plateSpecs(scene.stack).map(({ key }) => [key, 1])),
  };
  const luminance = (backing: 'black' | 'white') =>
    spectrumToXyz(seen(scene, point, { side, place: backing }), D65)[1];
  return { layers, whole: luminance('black') / luminance('white') };
}
