/** What a spot becomes in process ink where it can't be printed as itself: the file's own tint transform, in steps. */
import type { Alternate } from '@kyanos/core';
import { toProcess } from '../profile.ts';
import { colourSpace, namedInks, type ColourSpace } from './colours.ts';
import { functionStreams, makeFunction } from './functions.ts';
import type { PdfDict, PdfObjects, PdfValue } from './objects.ts';

/** Even steps of the tint, both ends included. */
const STEPS = 17;

type InkSpace = Extract<ColourSpace, { kind: 'inks' }>;

/** Each named colourant of the document once, with the space that says most of it: its own rather than one it shares. */
export function spotSpaces(objects: PdfObjects): ReadonlyMap<string, InkSpace> {
  const found = new Map<string, InkSpace>();
  const consider = (resources: PdfDict) => {
    for (const [name, space] of namedInks(objects, resources)) {
      const known = found.get(name);
      if (!known || known.names.length > space.names.length) found.set(name, space);
      for (const [key, value] of Object.entries(
        objects.dict(objects.dict(space.attributes)['/Colorants']),
      )) {
        const own = colourSpace(objects, value, {});
        if (own.kind === 'inks') found.set(key.replace(/^\/|^n:\//, ''), own);
      }
    }
  };
  for (const [, value] of objects.all) {
    const dict = objects.dict(value);
    if (dict['/Resources'] !== undefined) consider(objects.dict(dict['/Resources']));
    if (dict['/ColorSpace'] !== undefined || dict['/Shading'] !== undefined) consider(dict);
  }
  return found;
}

export const alternateStreams = (
  objects: PdfObjects,
  spaces: ReadonlyMap<string, InkSpace>,
): string[] => [...spaces.values()].flatMap(({ tint }) => functionStreams(objects, tint));

export async function alternateOf(
  objects: PdfObjects,
  name: string,
  space: InkSpace,
  streams: ReadonlyMap<string, Uint8Array>,
): Promise<Alternate | undefined> {
  const transform = makeFunction(objects, space.tint, streams);
  const alternate = colourSpace(objects, space.alternate, {});
  if (!transform || !(alternate.kind in CONVERT)) return undefined;
  const convert = await CONVERT[alternate.kind as keyof typeof CONVERT]();
  const at = space.names.indexOf(name);
  const ramp = Array.from({ length: STEPS }, (_, i) =>
    convert(transform(space.names.map((__, k) => (k === at ? i / (STEPS - 1) : 0)))),
  );
  if (ramp.some((colour) => colour.some((ink) => !Number.isFinite(ink)))) return undefined;
  return { space: spaceName(objects, space.alternate), ramp };
}

type Inks = readonly [c: number, m: number, y: number, k: number];
type Convert = (colour: readonly number[]) => Inks;

const unit = (value = 0) => Math.min(1, Math.max(0, value));
const CONVERT: Readonly<Record<'cmyk' | 'gray' | 'rgb' | 'lab', () => Promise<Convert>>> = {
  cmyk: async () => (colour) => [0, 1, 2, 3].map((i) => unit(colour[i])) as unknown as Inks,
  gray: async () => (colour) => [0, 0, 0, 1 - unit(colour[0])],
  rgb: () => toProcess('rgb'),
  lab: () => toProcess('lab'),
};

const spaceName = (objects: PdfObjects, value: PdfValue): string =>
  objects.name(value) ?? objects.name(objects.list(value)[0]) ?? 'unknown';
