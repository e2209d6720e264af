/** Layers (optional content) of a document and what becomes of them in print. Source: ISO 32000-2, 8.11. */
import { guessKind, isLineRole, SURE, type FileLayer } from '@kyanos/core';
import { isReference, textOf, type PdfDict, type PdfObjects, type PdfValue } from './objects.ts';

export interface Layers {
  readonly all: readonly FileLayer[];
  /** References of the groups that don't print. */
  readonly off: ReadonlySet<string>;
  /** Names of those that hold lines for a blade, a fold or a jig: they never print. */
  readonly lines: ReadonlySet<string>;
  /** Names of those that print and are named as a special. */
  readonly specials: ReadonlySet<string>;
}

const kindOfLayer = (name: string) => {
  const { kind, score } = guessKind(name);
  return score >= SURE ? kind : 'spot';
};

export function readLayers(objects: PdfObjects): Layers {
  const properties = objects.dict(objects.catalog['/OCProperties']);
  const config = objects.dict(properties['/D']);
  const groups = objects.list(properties['/OCGs']).filter(isReference);
  const listed = (key: string) => new Set(objects.list(config[key]).filter(isReference));
  const [on, off] = [listed('/ON'), listed('/OFF')];
  const base = objects.name(config['/BaseState']);
  const shown = (group: string) => (off.has(group) ? false : on.has(group) ? true : base !== 'OFF');
  const printing = forPrint(objects, config);
  const prints = (group: string) => {
    if (!printing.has(group)) return shown(group);
    const usage = objects.dict(objects.dict(objects.dict(group)['/Usage'])['/Print']);
    const state = objects.name(usage['/PrintState']);
    return state === undefined ? shown(group) : state === 'ON';
  };
  const all = groups.map((group) => {
    const name = textOf(objects.resolve(objects.dict(group)['/Name'])) ?? 'without a name';
    const kind = kindOfLayer(name);
    const lines = isLineRole(kind) ? kind : undefined;
    return {
      name,
      shown: shown(group),
      prints: prints(group) && !lines,
      ...(lines && { lines }),
    };
  });
  const named = (wanted: (layer: (typeof all)[number]) => boolean) =>
    new Set(all.filter(wanted).map(({ name }) => name));
  return {
    all,
    off: new Set(groups.filter((_, i) => !all[i].prints)),
    lines: named(({ lines }) => lines !== undefined),
    specials: named(
      ({ name, prints }) => prints && ['white', 'metallic', 'clear'].includes(kindOfLayer(name)),
    ),
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

/** The name of the printing special's layer that something lies on, if it does. */
export function specialLayer(
  objects: PdfObjects,
  { specials }: Layers,
  value: PdfValue | undefined,
): string | undefined {
  if (value === undefined || value === null) return undefined;
  const name = textOf(objects.resolve(objects.dict(value)['/Name']));
  return name !== undefined && specials.has(name) ? name : undefined;
}
