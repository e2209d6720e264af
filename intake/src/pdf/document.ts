/** What a PDF says of itself as a whole. */
import type { DocumentStructure, Font } from '@kyanos/core';
import { SUBSET } from './fonts.ts';
import type { Layers } from './layers.ts';
import { isDict, isReference, textOf, type PdfDict, type PdfObjects } from './objects.ts';

/** Streams that {@link documentStructure} reads. */
export const documentStreams = (objects: PdfObjects): string[] =>
  [objects.catalog['/Metadata'], outputIntent(objects)['/DestOutputProfile']].filter(isReference);

/** @param used names of the fonts that type is set in; all count where that is not known */
export function documentStructure(
  objects: PdfObjects,
  layers: Layers,
  streams: ReadonlyMap<string, Uint8Array>,
  used: ReadonlySet<string> | undefined,
): DocumentStructure {
  const intent = outputIntent(objects);
  const text = (key: string) => textOf(objects.resolve(intent[key]));
  return {
    version: objects.name(objects.catalog['/Version']) ?? objects.version,
    claims: claims(objects, streams),
    outputIntent: text('/Info') ?? text('/OutputConditionIdentifier') ?? null,
    layers: layers.all,
    fonts: fonts(objects).filter(({ name }) => used?.has(name) ?? true),
  };
}

/** The profile of the printing condition that the file was made for. */
export function intentProfile(
  objects: PdfObjects,
  streams: ReadonlyMap<string, Uint8Array>,
): Uint8Array | undefined {
  const profile = outputIntent(objects)['/DestOutputProfile'];
  return isReference(profile) ? streams.get(profile) : undefined;
}

/** The one for print, else the first (ISO 32000-2, 14.11.5). */
function outputIntent(objects: PdfObjects): PdfDict {
  const intents = objects
    .list(objects.catalog['/OutputIntents'])
    .map((entry) => objects.dict(entry));
  return intents.find((entry) => objects.name(entry['/S']) === 'GTS_PDFX') ?? intents[0] ?? {};
}

/** ISO 15930 keeps its claim in the information dictionary up to X-3, in the metadata from X-4 on; ISO 19005 in the metadata. */
function claims(objects: PdfObjects, streams: ReadonlyMap<string, Uint8Array>): string[] {
  const info = objects.information;
  const metadata = objects.catalog['/Metadata'];
  const xml =
    (isReference(metadata) &&
      streams.get(metadata) &&
      Buffer.from(streams.get(metadata)!).toString('utf8')) ||
    '';
  const inXml = (name: string) =>
    new RegExp(`${name}\\s*(?:=\\s*["']|>)\\s*([^"'<]+)`).exec(xml)?.[1].trim();
  const x =
    textOf(objects.resolve(info['/GTS_PDFXConformance'])) ??
    textOf(objects.resolve(info['/GTS_PDFXVersion'])) ??
    inXml('pdfxid:GTS_PDFXVersion') ??
    inXml('pdfx:GTS_PDFXVersion');
  const part = inXml('pdfaid:part');
  return [
    ...(x ? [x] : []),
    ...(part ? [`PDF/A-${part}${(inXml('pdfaid:conformance') ?? '').toLowerCase()}`] : []),
  ];
}

const FILES = ['/FontFile', '/FontFile2', '/FontFile3'];

/** Every font there is, by its name without the tag of a subset. */
function fonts(objects: PdfObjects): Font[] {
  const found = new Map<string, Font>();
  const descendants = new Set(
    objects.all.flatMap(([, value]) =>
      objects.list(objects.dict(value)['/DescendantFonts']).filter(isReference),
    ),
  );
  const direct = objects.all.flatMap(([, value]) => {
    const dict = objects.dict(value);
    const named = objects.dict(objects.dict(dict['/Resources'])['/Font']);
    return Object.values(named).filter(isDict);
  });
  const indirect = objects.all.flatMap(([reference, value]) =>
    descendants.has(reference) || !isDict(value) ? [] : [value],
  );
  for (const dict of [...indirect, ...direct]) {
    if (objects.name(dict['/Type']) !== 'Font') continue;
    const kind = objects.name(dict['/Subtype']) ?? 'unknown';
    const inner = kind === 'Type0' ? objects.dict(objects.list(dict['/DescendantFonts'])[0]) : dict;
    const descriptor = objects.dict(inner['/FontDescriptor']);
    const embedded = kind === 'Type3' || FILES.some((key) => descriptor[key] !== undefined);
    const name = (objects.name(dict['/BaseFont']) ?? 'without a name').replace(SUBSET, '');
    const key = `${name}/${embedded}`;
    found.set(key, { name, kind, embedded });
  }
  return [...found.values()];
}
