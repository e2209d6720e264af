/**
 * Changes to a document before it is turned into plates, written as qpdf's own JSON. The file that came is never touched.
 */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Corners } from './boxes.ts';
import type { Layers } from './layers.ts';
import {
  isDict,
  isList,
  isReference,
  type PdfDict,
  type PdfObjects,
  type PdfValue,
  MAX_NESTING,
} from './objects.ts';

/** Objects by their reference: new values, or new streams. */
export type Patch = Map<string, { value: PdfValue } | { stream: { dict: PdfDict; data?: string } }>;

const changed = (objects: PdfObjects, patch: Patch, reference: string): PdfDict => {
  const entry = patch.get(reference);
  if (!entry) return objects.dict(reference);
  return 'stream' in entry ? entry.stream.dict : (entry.value as PdfDict);
};
export function put(objects: PdfObjects, patch: Patch, reference: string, dict: PdfDict): void {
  patch.set(reference, objects.isStream(reference) ? { stream: { dict } } : { value: dict });
}

/**
 * What the interpreter would not do by itself: layers by their state in print; process ink and grey that come with a profile
 * as the ink they are, since a print is made of it; and page groups blended in the inks that are printed where there are
 * specials, as any other space turns those into colour. Pages without specials are blended in the space they state.
 */
export function forPrint(objects: PdfObjects, layers: Layers, hasSpots: boolean): Patch {
  const patch: Patch = new Map();
  bakeLayers(objects, layers, patch);
  inkAsItIs(objects, patch);
  if (!hasSpots) return patch;
  for (const reference of objects.pages) {
    const page = changed(objects, patch, reference);
    const group = objects.dict(page['/Group']);
    if (group['/CS'] !== undefined && objects.name(group['/CS']) !== 'DeviceCMYK')
      put(objects, patch, reference, { ...page, '/Group': { ...group, '/CS': '/DeviceCMYK' } });
  }
  return patch;
}

/** Colour spaces with a profile of four components or of one are process ink or black. */
function inkAsItIs(objects: PdfObjects, patch: Patch): void {
  for (const [reference, value] of objects.all) {
    const next = withoutProfiles(objects, value);
    if (next === value) continue;
    if (isDict(next)) put(objects, patch, reference, next);
    else patch.set(reference, { value: next });
  }
}

const DEVICE: Readonly<Record<number, string>> = { 1: '/DeviceGray', 4: '/DeviceCMYK' };
const DEFAULTS = ['/DefaultCMYK', '/DefaultGray'];

/** The same value where there is nothing to change. */
function withoutProfiles(objects: PdfObjects, value: PdfValue, depth = 0): PdfValue {
  if (depth > MAX_NESTING) return value;
  if (isList(value)) {
    if (value.length === 2 && value[0] === '/ICCBased')
      return DEVICE[Number(objects.resolve(objects.dict(value[1])['/N']))] ?? value;
    const next = value.map((entry) => withoutProfiles(objects, entry, depth + 1));
    return next.some((entry, i) => entry !== value[i]) ? next : value;
  }
  if (!isDict(value)) return value;
  let next: Record<string, PdfValue | undefined> | undefined;
  for (const [key, entry] of Object.entries(value)) {
    if (entry === undefined) continue;
    const becomes = DEFAULTS.includes(key) ? undefined : withoutProfiles(objects, entry, depth + 1);
    if (becomes === entry) continue;
    next ??= { ...value };
    if (becomes === undefined) delete next[key];
    else next[key] = becomes;
  }
  return next ?? value;
}

function bakeLayers(objects: PdfObjects, { off, all }: Layers, patch: Patch): void {
  if (all.length === 0) return;
  const properties = objects.dict(objects.catalog['/OCProperties']);
  const groups = objects.list(properties['/OCGs']).filter(isReference);
  const config = {
    ...objects.dict(properties['/D']),
    '/BaseState': '/ON',
    '/ON': groups.filter((group) => !off.has(group)),
    '/OFF': groups.filter((group) => off.has(group)),
    '/AS': [],
  };
  const { root } = objects;
  if (isReference(root))
    put(objects, patch, root, {
      ...objects.catalog,
      '/OCProperties': { ...properties, '/D': config },
    });
}

/** A page, and the part of it that is to be all of it. */
export interface Part {
  readonly reference: string;
  readonly frame: Corners;
  /** Points to a unit of it. */
  readonly unit: number;
}

/** What a document needs to be printed by; outlines, tags and links keep other pages alive. */
const CATALOG = ['/Type', '/Version', '/OCProperties', '/OutputIntents', '/AcroForm'];
const INHERITED = ['/Resources', '/MediaBox', '/Rotate'];

/** The document with these parts of its pages alone, each once or more, in this order. */
export function partsOf(objects: PdfObjects, parts: readonly Part[], begin: Patch): Patch {
  const patch: Patch = new Map(begin);
  const first = Math.max(objects.highestNumber, ...[...patch.keys()].map(parseFloat)) + 1;
  const reference = (i: number) => `${first + i} 0 R`;
  const tree = reference(parts.length);
  for (const [i, part] of parts.entries()) {
    const dict = changed(objects, patch, part.reference);
    const {
      '/BleedBox': _,
      '/TrimBox': __,
      '/ArtBox': ___,
      '/UserUnit': ____,
      ...kept
    } = {
      ...Object.fromEntries(
        INHERITED.map((key) => [key, dict[key] ?? objects.inherited(dict, key)]).filter(
          ([, value]) => value !== null,
        ),
      ),
      ...dict,
    } as PdfDict;
    patch.set(reference(i), {
      value: {
        ...kept,
        '/Parent': tree,
        '/CropBox': [...part.frame],
        ...(part.unit === 1 ? {} : { '/UserUnit': part.unit }),
      },
    });
  }
  patch.set(tree, {
    value: {
      '/Type': '/Pages',
      '/Kids': parts.map((_, i) => reference(i)),
      '/Count': parts.length,
    },
  });
  const { root } = objects;
  if (isReference(root)) {
    const catalog = changed(objects, patch, root);
    const kept = CATALOG.filter((key) => catalog[key] !== undefined).map((key) => [
      key,
      catalog[key],
    ]);
    put(objects, patch, root, { ...Object.fromEntries(kept), '/Pages': tree } as PdfDict);
  }
  return patch;
}

const OVER = '/KyanosOver';

/**
 * The same pages as if nothing erased a special and no special erased colour: every object overprints, in the mode in which
 * process colour still replaces process colour (OPM 0), so that colour over colour stays as it is. Objects that overprint
 * already keep their own mode. Source: ISO 32000-2, 8.6.7 and table 152.
 */
export function overprintAll(objects: PdfObjects, pages: readonly string[], begin: Patch): Patch {
  const patch: Patch = new Map(begin);
  const states = new Set<string>();
  for (const [reference, original] of objects.all) {
    if (!isDict(original)) continue;
    const dict = changed(objects, patch, reference);
    const next = overprinting(objects, dict, states) as PdfDict;
    if (next !== dict) put(objects, patch, reference, next);
  }
  for (const reference of states)
    put(objects, patch, reference, overprintState(changed(objects, patch, reference)));

  const prefix = `${objects.highestNumber + 1} 0 R`;
  patch.set(prefix, {
    stream: { dict: {}, data: Buffer.from(`${OVER} gs\n`).toString('base64') },
  });
  for (const page of pages) {
    const dict = changed(objects, patch, page);
    const own = dict['/Resources'] ?? objects.inherited(dict, '/Resources');
    const resources = isReference(own) ? changed(objects, patch, own) : isDict(own) ? own : {};
    const map = resources['/ExtGState'];
    const known = isReference(map) ? changed(objects, patch, map) : isDict(map) ? map : {};
    const contents =
      isReference(dict['/Contents']) && objects.list(dict['/Contents']).length === 0
        ? [dict['/Contents']]
        : objects.list(dict['/Contents']);
    put(objects, patch, page, {
      ...dict,
      '/Resources': { ...resources, '/ExtGState': { ...known, [OVER]: overprintState({}) } },
      '/Contents': [prefix, ...contents],
    });
  }
  return patch;
}

/** The same value where it holds no graphics state; states behind a reference are collected in `states`. */
function overprinting(
  objects: PdfObjects,
  value: PdfValue,
  states: Set<string>,
  depth = 0,
): PdfValue {
  if (depth > MAX_NESTING) return value;
  if (isList(value)) {
    const next = value.map((entry) => overprinting(objects, entry, states, depth + 1));
    return next.some((entry, i) => entry !== value[i]) ? next : value;
  }
  if (!isDict(value)) return value;
  let next: Record<string, PdfValue | undefined> | undefined;
  for (const [key, entry] of Object.entries(value)) {
    if (entry === undefined) continue;
    const becomes =
      key === '/ExtGState' && isDict(entry)
        ? stateMap(entry, states)
        : key === '/ExtGState' && isReference(entry)
          ? stateMap(objects.dict(entry), states)
          : isTransparencyGroup(objects, key, entry)
            ? { ...objects.dict(entry), '/I': false }
            : overprinting(objects, entry, states, depth + 1);
    if (becomes !== entry) (next ??= { ...value })[key] = becomes;
  }
  return next ?? value;
}

/** An isolated group begins without what lies under it, and so erases it. */
const isTransparencyGroup = (objects: PdfObjects, key: string, entry: PdfValue): boolean =>
  key === '/Group' && objects.resolve(objects.dict(entry)['/I']) === true;

function stateMap(map: PdfDict, states: Set<string>): PdfDict {
  return Object.fromEntries(
    Object.entries(map).map(([name, entry]) => {
      if (isReference(entry)) states.add(entry);
      return [name, isDict(entry) ? overprintState(entry) : entry];
    }),
  );
}

function overprintState(state: PdfDict): PdfDict {
  const [stroke, fill] = [state['/OP'], state['/op'] ?? state['/OP']];
  return {
    ...state,
    '/OP': true,
    '/op': true,
    ...(stroke === true && fill === true ? {} : { '/OPM': 0 }),
  };
}

/** Writes a patch as a file that qpdf reads. */
export function writePatch(
  objects: PdfObjects,
  patch: Patch,
  folder: string,
  name: string,
): string {
  const path = join(folder, `${name}.json`);
  const header = {
    jsonversion: 2,
    pushedinheritedpageresources: false,
    calledgetallpages: false,
    maxobjectid: Math.max(objects.highestNumber, ...[...patch.keys()].map(parseFloat)),
  };
  const entries = Object.fromEntries(
    [...patch].map(([reference, entry]) => [`obj:${reference}`, entry]),
  );
  writeFileSync(path, JSON.stringify({ qpdf: [header, entries] }));
  return path;
}
