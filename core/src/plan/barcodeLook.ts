/** Barcodes of a print as a scanner sees them, at the resolution of the plates: graded and read, with white under them and without. */
import {
  barcodeGround,
  ContentMeter,
  isMatrix,
  PROCESS_NAMES,
  type ArtworkInfo,
  type ArtworkPage,
  type Barcode,
  type MmBox,
} from '../artwork/index.ts';
import {
  facingPicture,
  LookTable,
  gradeLinear,
  gradeMatrix,
  scanPicture,
  thinnedBars,
  type DrawnMatrix,
  type Grey,
  type Scene,
  type SymbolGrade,
  type View,
} from '../look/index.ts';
import { plateSpecs } from '../plates/index.ts';
import type { Band, PixelBox, Raster } from '../raster/index.ts';
import { mapSources, parseRule, type Shape, type PagePoint } from '../rule/index.ts';
import { inkFor, usesInkRole, type Stack, type StackLayer } from '../stack/index.ts';
import { pxToMm } from '../units/index.ts';
import { sceneOf } from './model.ts';
import { pageOf, type PrintPlan } from './plan.ts';
import { lookAt, printPixels, type PrintPixels } from './printLook.ts';

/** Contents of the codes in a picture, 0 dark to 255 light. */
export type Decoder = (picture: Grey) => Promise<string[]>;

export interface Scanned extends SymbolGrade {
  /** A decoder reads what the artwork says. */
  readonly decodes: boolean;
}

export interface BarcodeLook {
  readonly barcode: Barcode;
  readonly planned: Scanned;
  /** With white at full cover under its ground, and with none; nothing where the machine lays no white. */
  readonly withWhite: Scanned | undefined;
  readonly withoutWhite: Scanned | undefined;
  /** The simulated scan of the plan. */
  readonly picture: Grey;
}

/** Round a code, so that chokes and fills see its neighbourhood, mm. */
const MARGIN = 3;

/** A part of a page at full resolution. */
export type Parts = (page: number, box: PixelBox) => Promise<Raster>;

/** Barcodes of the page that is seen from a side. @param view whose side and surroundings count */
export async function barcodeLooks(
  plan: PrintPlan,
  info: ArtworkInfo,
  parts: Parts,
  view: View,
  decode: Decoder,
): Promise<BarcodeLook[]> {
  const page = pageOf(plan, info, facingPicture(plan.stack, view.side));
  const looks: BarcodeLook[] = [];
  for (const barcode of page.barcodes)
    looks.push(await barcodeLook(plan, info, parts, page, barcode, view, decode));
  return looks;
}

/** Modules that a quiet zone may lack by the way it is measured. */
const QUIET_SLACK = 0.5;

/** A UPC-A is an EAN-13 that begins with 0, and decoders report it as either. */
const says = (text: string, { content }: Barcode): boolean =>
  text === content || text === `0${content}`;

async function barcodeLook(
  plan: PrintPlan,
  info: ArtworkInfo,
  parts: Parts,
  page: ArtworkPage,
  barcode: Barcode,
  view: View,
  decode: Decoder,
): Promise<BarcodeLook> {
  const whole = { width: page.widthPx, height: page.heightPx };
  const part = partOf(whole, page, around(barcodeGround(barcode), MARGIN));
  const raster = await parts(page.number, part.pixels);
  const moved = partPlan(plan, info, page, part.mm);
  const print = await printPixels(moved.plan, { info: moved.info, raster: () => raster });
  const ground = barcodeGround(movedBy(barcode, part.mm));
  const box = partOf(raster, moved.page, ground).pixels;
  const size = { width: box.right - box.left, height: box.bottom - box.top };
  const seen = (scene: Scene, pixels: PrintPixels) => reflectances(scene, pixels, view, box);

  const pictureOf = (reflectance: Float32Array): Grey => ({
    ...size,
    pixels: scanPicture(reflectance),
  });
  const drawn = await drawnMatrix(raster, box, barcode, async (tried) =>
    (await decode(tried)).some((text) => says(text, barcode)),
  );
  const scanned = async (
    reflectance: Float32Array,
    picture = pictureOf(reflectance),
  ): Promise<Scanned> => {
    const upright = Math.abs(Math.round(barcode.turn / 90)) % 2 === 0;
    const reads = async (tried: Grey) => (await decode(tried)).some((text) => says(text, barcode));
    const decodes = (await reads(picture)) || (await reads(thinnedBars(picture)));
    const values = { values: reflectance, ...size, pixelMm: pxToMm(1, page.dpi) };
    const { moduleMm, type, quiet, quietWanted } = barcode;
    const quietFree = quiet.every((blank, i) => blank >= quietWanted[i] - QUIET_SLACK);
    return {
      ...(isMatrix(type)
        ? gradeMatrix(values, { moduleMm }, decodes, Math.max(...quietWanted), drawn)
        : gradeLinear(values, { type, moduleMm, upright }, decodes, quietFree)),
      decodes,
    };
  };
  const scene = sceneOf(moved.plan, info);
  const own = seen(scene, print);
  const variant = async (stack: Stack, cover: number) => {
    if (!inkFor(moved.plan.machine, 'W')) return undefined;
    const other = sceneOf({ ...moved.plan, stack }, info);
    return scanned(seen(other, whiteOf(print, stack, cover)));
  };
  const { stack } = moved.plan;
  const boxed = usesInkRole(stack, 'W') ? stack : withWhiteUnder(stack);
  const picture = pictureOf(own);
  return {
    barcode,
    planned: await scanned(own, picture),
    withWhite: await variant(boxed, 255),
    withoutWhite: await variant(boxed, 0),
    picture,
  };
}

/** A matrix code as the artwork has it, in process ink or in one of its other plates; undefined where it is not known. */
async function drawnMatrix(
  raster: Raster,
  box: PixelBox,
  { type, errorCorrection }: Barcode,
  reads: (picture: Grey) => Promise<boolean>,
): Promise<DrawnMatrix | undefined> {
  if (!isMatrix(type) || errorCorrection === undefined) return undefined;
  const { width, height, channels } = raster;
  const process = PROCESS_NAMES.map((name) => channels.indexOf(name));
  const seen = [-1, ...channels.keys()].filter((i) => !process.includes(i) || i < 0);
  const meter = new ContentMeter(width, height, process);
  const size = { width: box.right - box.left, height: box.bottom - box.top };
  const lights = seen.map(() => new Uint8Array(size.width * size.height));
  const row = new Uint8Array(width * height);
  for await (const { top, rows, planes } of raster.bands() as AsyncIterable<Band>) {
    const light = row.subarray(0, rows * width);
    if (!process.includes(-1)) meter.add({ top, rows, planes }, light);
    for (let y = Math.max(top, box.top); y < Math.min(top + rows, box.bottom); y++)
      seen.forEach((plane, i) => {
        const from = (y - top) * width + box.left;
        const to = (y - box.top) * size.width;
        for (let x = 0; x < size.width; x++)
          lights[i][to + x] = plane < 0 ? light[from + x] : 255 - planes[plane][from + x];
      });
  }
  for (const light of lights)
    if (await reads({ ...size, pixels: light })) return { light, errorCorrection };
  return undefined;
}

/** Reflectances at 660 nm in a box of the picture. */
function reflectances(scene: Scene, print: PrintPixels, view: View, box: PixelBox): Float32Array {
  const { table, means, pixels, reversed } = lookAt(scene, print, view.side);
  table.fill(scene, { side: view.side, place: view.place }, means);
  const values = table.look();
  const { numbers } = table;
  const width = box.right - box.left;
  const out = new Float32Array(width * (box.bottom - box.top));
  for (let y = box.top, i = 0; y < box.bottom; y++)
    for (let x = 0; x < width; x++, i++) {
      const at = reversed ? box.right - 1 - x : box.left + x;
      out[i] = values[numbers[y * pixels.width + at] * 4 + LookTable.SCANNER];
    }
  table.release();
  return out;
}

/** The same print with the same white everywhere. */
function whiteOf(print: PrintPixels, stack: Stack, cover: number): PrintPixels {
  const whites = plateSpecs(stack).filter(({ inkRole }) => inkRole === 'W');
  const pictures = { ...print.pictures };
  for (const picture of ['front', 'rear'] as const) {
    const own = whites.filter((spec) => spec.picture === picture);
    const { plates, size } = pictures[picture];
    pictures[picture] = {
      ...pictures[picture],
      plates: new Map([
        ...plates,
        ...own.map(({ key }) => [key, new Uint8Array(size).fill(cover)] as const),
      ]),
    };
  }
  return { ...print, pictures };
}

/** White below the first colour of a stack that has none. */
function withWhiteUnder({ front, back }: Stack): Stack {
  const add = (layers: readonly StackLayer[]): StackLayer[] => {
    const at = layers.findIndex(({ parts }) => parts.some(({ inkRole }) => inkRole === 'CMYK'));
    if (at < 0) return [...layers];
    const white: StackLayer = {
      parts: [{ inkRole: 'W', density: 100, rule: parseRule('image') }],
      hits: 1,
      mirror: layers[at].mirror,
      picture: layers[at].picture,
    };
    return [...layers.slice(0, at), white, ...layers.slice(at)];
  };
  return { front: add(front), back: add(back) };
}

const around = ({ left, top, width, height }: MmBox, by: number): MmBox => ({
  left: left - by,
  top: top - by,
  width: width + 2 * by,
  height: height + 2 * by,
});

/** A part of a page in whole pixels of its raster, and exactly that part in mm. */
function partOf(
  raster: Pick<Raster, 'width' | 'height'>,
  page: Pick<ArtworkPage, 'widthMm' | 'heightMm'>,
  { left, top, width, height }: MmBox,
): { pixels: PixelBox; mm: MmBox } {
  const [x, y] = [raster.width / page.widthMm, raster.height / page.heightMm];
  const clamp = (value: number, most: number) => Math.min(most, Math.max(0, value));
  const pixels = {
    left: clamp(Math.floor(left * x), raster.width - 1),
    top: clamp(Math.floor(top * y), raster.height - 1),
    right: clamp(Math.ceil((left + width) * x), raster.width),
    bottom: clamp(Math.ceil((top + height) * y), raster.height),
  };
  const mm = {
    left: pixels.left / x,
    top: pixels.top / y,
    width: (pixels.right - pixels.left) / x,
    height: (pixels.bottom - pixels.top) / y,
  };
  return { pixels, mm };
}

const movedBy = (code: Barcode, { left, top }: MmBox): Barcode => ({
  ...code,
  box: { ...code.box, left: code.box.left - left, top: code.box.top - top },
});

/** Plan and artwork as if the page were only that part of it. */
function partPlan(plan: PrintPlan, info: ArtworkInfo, page: ArtworkPage, part: MmBox) {
  const small: ArtworkPage = {
    ...page,
    widthMm: part.width,
    heightMm: part.height,
    barcodes: page.barcodes.map((code) => movedBy(code, part)),
  };
  const layers = (side: readonly StackLayer[]) =>
    side.map((layer) => ({
      ...layer,
      parts: layer.parts.map((one) =>
        one.rule
          ? {
              ...one,
              rule: mapSources(one.rule, (from) =>
                from.kind === 'shape'
                  ? { ...from, shape: movedShape(from.shape, -part.left, -part.top) }
                  : from,
              ),
            }
          : one,
      ),
    }));
  return {
    page: small,
    plan: {
      ...plan,
      // A scanner sees one side: what is printed for the other does not show through at its resolution.
      artwork: { ...plan.artwork, page: page.number, rearPage: null },
      stack: { front: layers(plan.stack.front), back: layers(plan.stack.back) },
    },
    info: {
      ...info,
      pages: info.pages.map((other) => (other.number === page.number ? small : other)),
    },
  };
}

function movedShape(shape: Shape, x: number, y: number): Shape {
  if ('points' in shape)
    return {
      ...shape,
      points: shape.points.map((spot): PagePoint => ({ x: spot.x + x, y: spot.y + y })),
    };
  return { ...shape, left: shape.left + x, top: shape.top + y };
}
