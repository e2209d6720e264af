/** The stacks of the trade, written in the notation. A shop can add its own the same way. */
import { parseStack } from './notation.ts';
import type { Stack } from './stack.ts';

export interface CatalogueEntry {
  readonly id: string;
  readonly name: string;
  readonly notation: string;
  /** What it is chosen for. */
  readonly use: string;
  /** The one thing to watch. */
  readonly watch: string;
  /** Whether the finished print is read through the material. */
  readonly secondSurface: boolean;
}

export const CATALOGUE: readonly CatalogueEntry[] = [
  {
    id: 'colour-only',
    name: 'Colour only',
    notation: 'film | CMYK',
    use: 'white media, wanted metal shine, frosted look',
    watch: 'dull on dark and metallic material',
    secondSurface: false,
  },
  {
    id: 'white-only',
    name: 'White only',
    notation: 'film | W@art',
    use: 'clings, privacy film, dark board',
    watch: 'paper-white parts of the picture stay bare',
    secondSurface: false,
  },
  {
    id: 'beside',
    name: 'White beside colour',
    notation: 'film | W@art+CMYK',
    use: 'accents on wood, metal and kraft',
    watch: 'white and colour must not overlap: they mix on the sheet',
    secondSurface: false,
  },
  {
    id: 'under',
    name: 'White under colour',
    notation: 'film | W@image(choke 0.2) / CMYK',
    use: 'dark, coloured and metallic material, and clear seen from the front',
    watch: 'white need not be edge to edge; choke it so that it does not peek out',
    secondSurface: false,
  },
  {
    id: 'over',
    name: 'White over colour, read through',
    notation: 'W~@sheet / CMYK~ | film',
    use: 'clear material seen from the other side: windows, acrylic',
    watch: 'printed mirrored on the back',
    secondSurface: true,
  },
  {
    id: 'three-layer',
    name: 'Three layers, day and night',
    notation: 'film | CMYK60 / W@sheet / CMYK',
    use: 'light boxes seen by day and by night',
    watch: 'the hidden colour is laid weaker on purpose, or the night picture is over-saturated',
    secondSurface: false,
  },
  {
    id: 'five-layer',
    name: 'Five layers, two pictures',
    notation: 'film | CMYK:rear~ / W:rear~@image / B@image / W@image / CMYK',
    use: 'two different pictures on clear, one from each side',
    watch: 'very slow; few printers can; charge for it',
    secondSurface: false,
  },
  {
    id: 'double',
    name: 'Front and back of one sheet',
    notation: 'W~@image / CMYK~ | film | CMYK',
    use: 'clear sheets and acrylic with depth: colour on the front, colour and white behind it',
    watch: 'two sides: turn the sheet and register it; the back is printed mirrored',
    secondSurface: false,
  },
  {
    id: 'silver-spot',
    name: 'Silver beside colour',
    notation: 'film | CMYK+S@art',
    use: 'logos and rules in metal, as the artist drew them',
    watch: 'silver and colour share a layer: they must not overlap',
    secondSurface: false,
  },
  {
    id: 'silver-under',
    name: 'Silver under colour',
    notation: 'film | S35@image / CMYK',
    use: 'a pearl effect on clear or white',
    watch: 'silver at 30–40 %, never full: it stays wet and the colours turn muddy',
    secondSurface: false,
  },
  {
    id: 'silver-white',
    name: 'White, then colour with silver',
    notation: 'film | W@image(choke 0.2) / CMYK+S@art',
    use: 'labels on clear with metallic accents',
    watch: 'silver and colour share a layer: they must not overlap',
    secondSurface: false,
  },
  {
    id: 'clear-on-top',
    name: 'Clear on top',
    notation: 'film | W@image(choke 0.2) / CMYK / V@art',
    use: 'gloss effects and raised accents',
    watch: 'skip the clear when the print will be laminated',
    secondSurface: false,
  },
  {
    id: 'clear-texture',
    name: 'Clear texture',
    notation: 'film | W@image(choke 0.2) / CMYK / Vx3@art',
    use: 'raised patterns that are felt, in several hits of clear',
    watch: 'every hit of clear takes the time of a layer; nothing for a laminate',
    secondSurface: false,
  },
];

export const catalogueStack = (id: string): Stack | undefined => {
  const entry = CATALOGUE.find((candidate) => candidate.id === id);
  return entry && parseStack(entry.notation);
};
