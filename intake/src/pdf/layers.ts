/** Layers (optional content) of a document and what becomes of them in print. Source: ISO 32000-2, 8.11. */
import type { FileLayer } from '@kyanos/core';
import { isReference, textOf, type PdfDict, type PdfObjects, type PdfValue } from './objects.ts';

export interface Layers {
  readonly told: readonly FileLayer[];
  /** References of the groups that don't print. */
  readonly off: ReadonlySet<string>;
}

export function readLayers(objects: PdfObjects): Layers {
  const properties = objects.dict(objects.catalog['/OCProperties']);
  const config = objects.dict(properties['/D']);
  const groups = objects.list(properties['/OCGs']).filter(isReference);
  const named = (key: string) => new Set(objects.list(config[key]).filter(isReference));
  const [on, off] = [named('/ON'), named('/OFF')];
  const base = objects.name(config['/BaseState']);
  const shown = (group: string) => (off.has(group) ? false : on.has(group) ? true : base !== 'OFF');
  const printing = forPrint(objects, config);
  const prints = (group: string) => {
    if (!printing.has(group)) return shown(group);
    const usage = objects.dict(objects.dict(objects.dict(group)['/Usage'])['/Print']);
    const state = objects.name(usage['/PrintState']);
    return state === undefined ? shown(group) : state === 'ON';
  };
  return {
    told: groups.map((group) => ({
      name: textOf(objects.resolve(objects.dict(group)['/Name'])) ?? 'without a name',
      shown: shown(group),
      prints: prints(group),
    })),
    off: new Set(groups.filter((group) => !prints(group))),
  };
}

/** Groups whose state in print follows their usage (8.11.4.4, usage application dictionaries). */
function forPrint(objects: PdfObjects, config: PdfDict): Set<string> {
  const printing = objects
    .list(config['/AS'])
    .map((entry) => objects.dict(entry))
    .filter((entry) => objects.name(entry['/Event']) === 'Print');
  return new Set(printing.flatMap((entry) => objects.list(entry['/OCGs']).filter(isReference)));
}

/** The name of the layer that keeps something out of print; nothing if it prints. Group or membership dictionary. */
export function hiddenBy(
  objects: PdfObjects,
  { off }: Layers,
  value: PdfValue | undefined,
): string | undefined {
  if (value === undefined || value === null) return undefined;
  const dict = objects.dict(value);
  const groups = dict['/OCGs'] === undefined ? [value] : membersOf(objects, dict['/OCGs']);
  const references = groups.filter(isReference);
  if (references.length === 0) return undefined;
  const visible = references.map((group) => !off.has(group));
  const shows = {
    AllOn: visible.every(Boolean),
    AnyOn: visible.some(Boolean),
    AnyOff: visible.some((v) => !v),
    AllOff: visible.every((v) => !v),
  };
  const policy = (objects.name(dict['/P']) ?? 'AnyOn') as keyof typeof shows;
  if (shows[policy] ?? shows.AnyOn) return undefined;
  const blamed = references.find((_, i) => !visible[i]) ?? references[0];
  return textOf(objects.resolve(objects.dict(blamed)['/Name'])) ?? 'without a name';
}

const membersOf = (objects: PdfObjects, value: PdfValue): readonly PdfValue[] =>
  isReference(value) && objects.dict(value)['/Type'] !== undefined ? [value] : objects.list(value);
