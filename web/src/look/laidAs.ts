/** What the core sample says of each ink of a layer. */
import type { Part, StackLayer } from '@kyanos/core';

/** Says what stands at a part of a layer. Returns undefined where its density and hits do. */
export type SampleFigure = (layer: StackLayer, part: Part) => string | undefined;

/** The figure of the stage that is open, or density and hits. */
export const laidAs = (layer: StackLayer, part: Part, figure?: SampleFigure): string =>
  figure?.(layer, part) ?? `${part.density} %${layer.hits > 1 ? ` ×${layer.hits}` : ''}`;
