export { ADHESIVE, drawingOf, FILM, gapAt, type Drawing, type Gap, type Slab } from './drawing.ts';
export { cutSvg, MATERIAL_FILL, type CutOf } from './svg.ts';
export { partLetter, textureOf, type InkTexture } from './textures.ts';
