/**
 * SVG: looked through before anything draws it, then drawn by librsvg in a process of its own. Groups that are named as a
 * special – white, silver, clear – become plates of that name, by their opacity; all else is colour.
 */
import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { DOMParser, XMLSerializer, type Document, type Element, type Node } from '@xmldom/xmldom';
import {
  BAND_ROWS,
  decimal,
  finding,
  type Finding,
  guessKind,
  isLineRole,
  type LineUse,
  mmToPx,
  PROCESS_NAMES,
  pxToMm,
  SURE,
} from '@kyanos/core';
import sharp from 'sharp';
import { CmykBands } from './cmykbands.ts';
import { layerLines } from './pdf/layerLines.ts';
import type { Source, SourceFile } from './source.ts';
import { pictureFile } from './picture.ts';
import { anchorOf } from './profile.ts';
import { checkSize, MAX_PIXELS, MAX_SPOTS, refuse } from './refusal.ts';
import { breath, run } from './run.ts';
import { t } from './texts/texts.ts';

const MAX_MB = 32;
const MAX_ELEMENTS = 400_000;
const MAX_DEPTH = 200;
const RENDER_SECONDS = 120;
/** CSS pixels to the inch. Source: CSS Values and Units 3, 6.2. */
const CSS_DPI = 96;
const UNITS: Readonly<Record<string, number>> = {
  '': 25.4 / CSS_DPI,
  px: 25.4 / CSS_DPI,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  mm: 1,
  cm: 10,
  in: 25.4,
};

export async function readSvg(source: Source): Promise<SourceFile> {
  const drawing = parse(source.path);
  const root = drawing.documentElement!;
  const elements = elementsOf(root);
  const texts = inspect(elements);
  const drawn = sizeOf(root);
  const size = {
    ...drawn,
    width: drawn.width * source.scale,
    height: drawn.height * source.scale,
  };
  const { dpi } = source;
  const [width, height] = [size.width, size.height].map((mm) => Math.round(mmToPx(mm, dpi)));
  checkSize(width, height);

  const layers = new Map<string, Element[]>();
  const found = new Set<Node>();
  const unsure = new Set<string>();
  // Outer elements come before those inside them.
  for (const element of elements) {
    const name = layerName(element);
    if (name === undefined) continue;
    const { kind, score } = guessKind(name);
    if (kind !== 'spot' && score > 0 && score < SURE) unsure.add(name);
    // Lines for a blade or a fold are kept apart as well, as they don't print.
    if (kind === 'spot' || score < SURE) continue;
    // A layer inside another special is part of it.
    if (isInside(element, found)) continue;
    found.add(element);
    const own = layers.get(name);
    if (own) own.push(element);
    else layers.set(name, [element]);
  }
  if (layers.size > MAX_SPOTS)
    refuse(
      'TOO_MANY_SPOTS',
      t('reading.drawingHasLayersNamed', { size: layers.size, most: MAX_SPOTS }),
    );
  const specials = [...layers.values()].flat();
  const base = await draw(source, drawing, 'colour', { width, height }, specials);
  source.progress(0.3);
  const planes: Buffer[] = [];
  for (const [i, own] of [...layers.values()].entries()) {
    const rest = others(elements, own);
    const path = await draw(source, drawing, `layer-${i}`, { width, height }, rest);
    planes.push(await pixelsOf(path, 'alpha'));
  }
  const lines: LineUse[] = [];
  for (const [name, own] of source.coverageOnly ? [] : layers) {
    if (!isLineRole(guessKind(name).kind)) continue;
    const path = await draw(source, drawing, 'lines', 'vectors', others(elements, own));
    lines.push(...(await layerLines(path, name, size.width, source)));
  }
  source.progress(0.5);
  const file = pictureFile(source, width, height, dpi, 1, [...PROCESS_NAMES, ...layers.keys()]);
  const bands = await CmykBands.open(file, 3, true, undefined);
  try {
    const pixels = await pixelsOf(base, 'all');
    for (let top = 0; top < height; top += BAND_ROWS) {
      await breath(source.signal);
      const rows = Math.min(BAND_ROWS, height - top);
      const [from, to] = [top * width, (top + rows) * width];
      bands.write(
        top,
        rows,
        pixels.subarray(from * 4, to * 4),
        planes.map((plane) => plane.subarray(from, to)),
      );
      source.progress(0.5 + (0.3 * (top + rows)) / height);
    }
  } finally {
    bands.close();
  }
  const notes: Finding[] = [
    bands.conversionNote(),
    ...(size.assumed
      ? [
          finding(
            'RESOLUTION_ASSUMED',
            t('reading.drawingStatesNoSize', {
              units: CSS_DPI,
              width: decimal(size.width, 1),
              height: decimal(size.height, 1),
            }),
          ),
        ]
      : []),
    ...[...unsure].map((name): Finding =>
      finding('LAYER_UNSURE', t('reading.layerMayMeantSpecial', { name })),
    ),
    ...(texts > 0
      ? [
          finding('FONT_MISSING', t('reading.textSetTypefaceSvg', { n: texts }), {
            measure: { value: texts, unit: 'count' as const },
          }),
        ]
      : []),
  ];
  return {
    colour: bands.colour,
    anchor: await anchorOf(),
    count: 1,
    pages: [
      {
        file,
        box: { left: 0, top: 0, width: pxToMm(width, dpi), height: pxToMm(height, dpi) },
        bleedDeclared: false,
        alternates: new Map(),
        ...(lines.length > 0 && { lines }),
        notes,
      },
    ],
  };
}

const damaged = () => refuse('ARTWORK_DAMAGED', t('reading.svgDamagedEndsToo'));
const unsafe = (what: string) => refuse('SVG_UNSAFE', t('reading.svgWhichNotFollowed', { what }));

function parse(path: string): Document {
  const size = statSync(path).size;
  if (size > MAX_MB * 1024 * 1024)
    refuse(
      'ARTWORK_TOO_LARGE',
      t('reading.svgHasMbMost', { size: Math.ceil(size / 1024 / 1024), most: MAX_MB }),
    );
  const text = readFileSync(path, 'utf8');
  // An entity can stand for a file, or for another entity a billion times.
  if (/<!ENTITY/i.test(text)) unsafe(t('reading.declaresEntities'));
  if (/<\?xml-stylesheet/i.test(text)) unsafe(t('reading.takesStyleFromAnother'));
  try {
    const drawing = new DOMParser({
      onError: (level, message) => {
        if (level !== 'warning') throw new Error(message);
      },
    }).parseFromString(text, 'image/svg+xml');
    if (drawing.documentElement?.localName !== 'svg') return damaged();
    return drawing;
  } catch {
    return damaged();
  }
}

/** Every element, root first, without recursion: a hostile file may be as deep as it is long. */
function elementsOf(root: Element): Element[] {
  const out: Element[] = [];
  const waiting: [Element, number][] = [[root, 0]];
  while (waiting.length > 0) {
    const [element, depth] = waiting.pop()!;
    out.push(element);
    if (depth > MAX_DEPTH || out.length > MAX_ELEMENTS)
      return refuse(
        'ARTWORK_TOO_LARGE',
        t('reading.svgHasMoreThan', { most: MAX_ELEMENTS / 1000, depth: MAX_DEPTH }),
      );
    for (let child: Node | null = element.lastChild; child; child = child.previousSibling)
      if (child.nodeType === 1) waiting.push([child as Element, depth + 1]);
  }
  return out;
}

const REFERENCE = /url\(\s*['"]?([^'")]*)/gi;
const isOwn = (target: string) => /^\s*(#|data:)/i.test(target) || target.trim() === '';

/** Refuses what runs or reaches outside. @returns how many texts there are */
function inspect(elements: readonly Element[]): number {
  let texts = 0;
  for (const element of elements) {
    const name = (element.localName ?? '').toLowerCase();
    if (name === 'script') unsafe(t('reading.holdsScript'));
    if (name === 'foreignobject') unsafe(t('reading.holdsPageAnotherKind'));
    if (name === 'text' && (element.textContent ?? '').trim() !== '') texts++;
    if (name === 'style' && /@import/i.test(element.textContent ?? ''))
      unsafe(t('reading.takesStyleFromAnother'));
    const values = name === 'style' ? [element.textContent ?? ''] : [];
    for (let i = 0; i < element.attributes.length; i++) {
      const attribute = element.attributes.item(i)!;
      const key = attribute.name.toLowerCase();
      if (/^on[a-z]+$/.test(key)) unsafe(t('reading.holdsScript'));
      if (/(^|:)href$/.test(key) && name !== 'a' && !isOwn(attribute.value))
        unsafe(t('reading.pointsAnotherFile', { attribute: attribute.value.slice(0, 60) }));
      values.push(attribute.value);
    }
    for (const value of values)
      for (const [, target] of value.matchAll(REFERENCE))
        if (!isOwn(target))
          unsafe(t('reading.pointsToAnotherFile', { target: target.slice(0, 60) }));
  }
  return texts;
}

function sizeOf(root: Element): { width: number; height: number; assumed: boolean } {
  const length = (name: string) => {
    const found = /^\s*([\d.]+(?:e[+-]?\d+)?)\s*([a-z]*)\s*$/i.exec(root.getAttribute(name) ?? '');
    const unit = found && UNITS[found[2].toLowerCase()];
    return found && unit !== undefined && unit !== null
      ? { mm: Number(found[1]) * unit, px: found[2] === '' || found[2] === 'px' }
      : undefined;
  };
  const [width, height] = [length('width'), length('height')];
  const box = (root.getAttribute('viewBox') ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const boxed = box.length === 4 && box[2] > 0 && box[3] > 0;
  if (width && height) return { width: width.mm, height: height.mm, assumed: width.px };
  if (boxed) {
    // One side given, the other by the shape of the drawing.
    if (width) return { width: width.mm, height: (width.mm * box[3]) / box[2], assumed: width.px };
    if (height)
      return { width: (height.mm * box[2]) / box[3], height: height.mm, assumed: height.px };
    return { width: box[2] * UNITS.px, height: box[3] * UNITS.px, assumed: true };
  }
  return refuse('SVG_NO_SIZE', t('reading.svgStatesNeitherSize'));
}

/** The name of a layer: a group's label, else its id, with the escapes that exporters write undone. */
function layerName(element: Element): string | undefined {
  if (element.localName !== 'g') return undefined;
  for (let i = 0; i < element.attributes.length; i++) {
    const { name, value } = element.attributes.item(i)!;
    if (/(^|:)label$/.test(name) || name === 'data-name') return value;
  }
  return element
    .getAttribute('id')
    ?.replace(/_x([0-9A-F]{2,4})_/gi, (_, hex: string) => String.fromCharCode(parseInt(hex, 16)))
    .replace(/_/g, ' ');
}

/** Whether one of these elements is above it. */
function isInside(element: Node, outer: ReadonlySet<Node>): boolean {
  for (let node = element.parentNode; node; node = node.parentNode)
    if (outer.has(node)) return true;
  return false;
}

/** What to hide so that only these elements are drawn: every neighbour on the way up from them. */
function others(elements: readonly Element[], own: readonly Element[]): Element[] {
  const path = new Set<Node>();
  for (const element of own)
    for (let node: Node | null = element; node; node = node.parentNode) path.add(node);
  const inside = new Set<Node>(own);
  return elements.filter((element) => {
    const parent = element.parentNode;
    return parent && path.has(parent) && !inside.has(parent) && !path.has(element);
  });
}

/** Hides an element. @returns what undoes it */
function hide(element: Element): () => void {
  const [style, display] = ['style', 'display'].map((name) => element.getAttribute(name));
  element.setAttribute('style', `${style ?? ''};display:none !important`);
  return () => {
    if (style === null) element.removeAttribute('style');
    else element.setAttribute('style', style);
    if (display !== null) element.setAttribute('display', display);
  };
}

/** Draws what is left after hiding some elements. @returns the path of a PNG of that size in pixels, or of a PDF */
async function draw(
  { tmp, signal }: Source,
  drawing: Document,
  name: string,
  size: { readonly width: number; readonly height: number } | 'vectors',
  hidden: readonly Element[],
): Promise<string> {
  const format = size === 'vectors' ? 'pdf' : 'png';
  const [svg, out] = [join(tmp, `${name}.svg`), join(tmp, `${name}.${format}`)];
  const undo = hidden.map((element) => hide(element));
  try {
    writeFileSync(svg, new XMLSerializer().serializeToString(drawing));
  } finally {
    for (const step of undo) step();
  }
  const sized = size === 'vectors' ? [] : [`--width=${size.width}`, `--height=${size.height}`];
  const mb = size === 'vectors' ? 4 * MAX_MB : (size.width * size.height * 4) / 1024 / 1024;
  const args = [`--format=${format}`, ...sized, '-o', out, svg];
  const { code, timedOut } = await run('rsvg-convert', args, {
    tmp,
    signal,
    limits: { seconds: RENDER_SECONDS, fileMb: Math.ceil(mb) + 16 },
  });
  if (timedOut) refuse('SVG_TOO_SLOW', t('reading.svgTookMoreThan', { seconds: RENDER_SECONDS }));
  if (code !== 0) damaged();
  return out;
}

/** The drawn picture may be of another shape than asked by a pixel; it is brought to size by cutting. */
async function pixelsOf(path: string, what: 'all' | 'alpha'): Promise<Buffer> {
  const image = sharp(path, { limitInputPixels: MAX_PIXELS }).ensureAlpha();
  return (what === 'alpha' ? image.extractChannel('alpha') : image.toColourspace('srgb'))
    .raw()
    .toBuffer();
}
