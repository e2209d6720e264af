export { modesFor, obstacles, specialsOf, type Obstacle } from './capability.ts';
export { CATALOGUE, catalogueStack, type CatalogueEntry } from './catalogue.ts';
export { CHANNELS, channelOf, inkOf, printableWidth } from './machine.ts';
export type { Channel, Ink, Machine, Material, Mode } from './machine.ts';
export { formatStack, parseStack } from './notation.ts';
export { PRESETS, type Preset } from './presets.ts';
export { allLayers, LAY_NAMES, layerName, LAYS, usesLay } from './stack.ts';
export type { Lay, Part, Picture, Special, Stack, StackLayer } from './stack.ts';
