/** Colour spaces of a page: which colourants they paint. Source: ISO 32000-2, 8.6. */
import { PROCESS_NAMES } from '@kyanos/core';
import type { Operand } from './content.ts';
import { isDict, isList, nameOf, type PdfDict, type PdfObjects, type PdfValue } from './objects.ts';

export type ColourSpace =
  | { readonly kind: 'gray' | 'rgb' | 'cmyk' | 'lab' | 'none' }
  /** Separation or DeviceN. */
  | {
      readonly kind: 'inks';
      readonly names: readonly string[];
      readonly alternate: PdfValue;
      readonly tint: PdfValue;
      readonly attributes: PdfValue;
    }
  | { readonly kind: 'indexed'; readonly base: ColourSpace }
  | { readonly kind: 'pattern'; readonly base: ColourSpace };

const NONE: ColourSpace = { kind: 'none' };

const DEVICE: Readonly<Record<string, ColourSpace['kind']>> = {
  DeviceGray: 'gray',
  CalGray: 'gray',
  G: 'gray',
  DeviceRGB: 'rgb',
  CalRGB: 'rgb',
  RGB: 'rgb',
  DeviceCMYK: 'cmyk',
  CMYK: 'cmyk',
  Lab: 'lab',
};

/** @param resources where a name that is no device space is looked up */
export function colourSpace(
  objects: PdfObjects,
  value: PdfValue | undefined,
  resources: PdfDict,
  depth = 0,
): ColourSpace {
  if (depth > 8) return NONE;
  const resolved = objects.resolve(value);
  const name = nameOf(resolved);
  if (name !== undefined) {
    if (Object.hasOwn(DEVICE, name)) return { kind: DEVICE[name] } as ColourSpace;
    if (name === 'Pattern') return { kind: 'pattern', base: NONE };
    const named = objects.dict(resources['/ColorSpace'])[`/${name}`];
    return named === undefined ? NONE : colourSpace(objects, named, {}, depth + 1);
  }
  if (!isList(resolved)) return NONE;
  const [family, first, second, third, fourth] = resolved;
  const inner = (base: PdfValue | undefined) => colourSpace(objects, base, resources, depth + 1);
  const kind = objects.name(family) ?? '';
  switch (kind) {
    case 'ICCBased':
      return {
        kind:
          ({ 1: 'gray', 3: 'rgb', 4: 'cmyk' } as const)[
            Number(objects.resolve(objects.dict(first)['/N']))
          ] ?? 'none',
      };
    case 'Separation':
    case 'DeviceN':
      return {
        kind: 'inks',
        names:
          kind === 'Separation'
            ? [objects.name(first) ?? '']
            : objects.list(first).map((entry) => objects.name(entry) ?? ''),
        alternate: second ?? null,
        tint: third ?? null,
        attributes: fourth ?? null,
      };
    case 'Indexed':
    case 'I':
      return { kind: 'indexed', base: inner(first) };
    case 'Pattern':
      return { kind: 'pattern', base: inner(first) };
    default:
      return Object.hasOwn(DEVICE, kind) ? ({ kind: DEVICE[kind] } as ColourSpace) : NONE;
  }
}

/** What a colour puts on paper. */
export interface Paint {
  /** Colourants with a tint above nothing. */
  readonly inks: readonly string[];
  /** Colourants that are set, to nothing or more. */
  readonly set: readonly string[];
  readonly rgb: boolean;
  /** In every separation there is, as printers' marks are. */
  readonly all: boolean;
}

export const NO_PAINT: Paint = { inks: [], set: [], rgb: false, all: false };
const PROCESS: readonly string[] = PROCESS_NAMES;
export const BLACK: Paint = { inks: ['Black'], set: PROCESS, rgb: false, all: false };

/** The colourants of a colour, or all that a space can paint where no components are given, as in a picture. */
export function paintOf(space: ColourSpace, components?: readonly Operand[]): Paint {
  const value = (i: number) => (components ? Number(components[i]) : NaN);
  /** A component that is not known may be anything. */
  const above = (i: number, blank: number) => !(value(i) === blank);
  switch (space.kind) {
    case 'gray':
      return { ...NO_PAINT, set: PROCESS, inks: above(0, 1) ? ['Black'] : [] };
    case 'rgb':
    case 'lab': {
      const white =
        space.kind === 'rgb' ? [0, 1, 2].every((i) => value(i) === 1) : value(0) === 100;
      return { ...NO_PAINT, set: PROCESS, inks: white ? [] : PROCESS, rgb: space.kind === 'rgb' };
    }
    case 'cmyk':
      return { ...NO_PAINT, set: PROCESS, inks: PROCESS.filter((_, i) => above(i, 0)) };
    case 'inks': {
      const known = space.names.filter((name) => name !== 'None');
      return {
        inks: space.names.filter((name, i) => name !== 'None' && name !== 'All' && above(i, 0)),
        set: known,
        rgb: false,
        all: known.includes('All') && above(known.indexOf('All'), 0),
      };
    }
    case 'indexed':
      return paintOf(space.base);
    default:
      return NO_PAINT;
  }
}

/** Every named colourant of a resource dictionary's colour spaces, with the space that defines it. */
export function namedInks(
  objects: PdfObjects,
  resources: PdfDict,
): readonly (readonly [name: string, space: Extract<ColourSpace, { kind: 'inks' }>])[] {
  const found = (space: ColourSpace): Extract<ColourSpace, { kind: 'inks' }>[] =>
    space.kind === 'inks' ? [space] : 'base' in space ? found(space.base) : [];
  const spaces = [
    ...Object.values(objects.dict(resources['/ColorSpace'])),
    ...['/Shading', '/XObject'].flatMap((kind) =>
      Object.values(objects.dict(resources[kind])).map((entry) => {
        const dict = objects.dict(entry);
        return isDict(dict) ? dict['/ColorSpace'] : undefined;
      }),
    ),
  ];
  return spaces.flatMap((value) =>
    value === undefined
      ? []
      : found(colourSpace(objects, value, resources)).flatMap((space) =>
          space.names
            .filter((name) => !PROCESS.includes(name) && name !== 'None' && name !== 'All')
            .map((name) => [name, space] as const),
        ),
  );
}

/** As a person calls it. */
export const spaceName = (space: ColourSpace): string =>
  space.kind === 'inks'
    ? space.names.join(', ')
    : space.kind === 'indexed'
      ? `indexed ${spaceName(space.base)}`
      : { gray: 'grey', rgb: 'RGB', cmyk: 'CMYK', lab: 'Lab', none: 'unknown', pattern: 'pattern' }[
          space.kind
        ];
