import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PROCESS_NAMES, type Band } from '@kyanos/core';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readHere } from '../../test/here.ts';
import { pdf } from '../../test/pdf.ts';
import { planarRaster } from '../planar.ts';
import { pageBoxes } from './boxes.ts';
import { gradientSteps } from './gradients.ts';
import { PdfObjects } from './objects.ts';
import { separate } from './plates.ts';

/** Large enough to be worth it: 4.4 megapixels. */
const [SIDE, DPI] = [504, 300];
/** Pixels of a row: strips that touch share one. */
const ROW = (SIDE / 72) * DPI;

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'gradients-test-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

const CMYK = '/ColorSpace /DeviceCMYK';
const linear = (from: string, to: string, exponent = 1) =>
  `<< /FunctionType 2 /Domain [0 1] /C0 [${from}] /C1 [${to}] /N ${exponent} >>`;
/** Of so many samples, each a byte a component. */
const samples = Uint8Array.from({ length: 64 * 4 }, (_, i) =>
  i % 4 === 3 ? 0 : 127 + 127 * Math.sin((i - (i % 4)) / 24 + (i % 4)),
);
/** Even, rising, and a hard stop. */
const stops = `<< /FunctionType 3 /Domain [0 1] /Bounds [0.3 0.62] /Encode [0 1 0 1 0 1]
  /Functions [${linear('0 0 0 0', '0 0 0 0')} ${linear('0 0 0 0', '1 0.2 0 0')} ${linear('0 1 1 0', '0 0 0.5 0.3')}] >>`;

/** What is painted, in order from the top: one strip each. */
const GRADIENTS: Readonly<Record<string, string>> = {
  'from colour to colour': `${CMYK} /Coords [40 0 460 0] /Extend [true true] /Function ${linear('0.6 0.1 0 0', '0 0.4 0.8 0.1')}`,
  'out of nothing, and on beyond both ends': `${CMYK} /Coords [150 0 350 0] /Extend [true true] /Function ${linear('0 0 0 0', '1 0 0 0')}`,
  'that begins slowly': `${CMYK} /Coords [0 0 504 0] /Function ${linear('0 0 0 0', '1 0.5 0 1', 3)}`,
  'with stops, one of them hard': `${CMYK} /Coords [0 0 504 0] /Function ${stops}`,
  'of samples': `${CMYK} /Coords [0 0 504 0] /Function 10 0 R`,
  'with a function for each ink, at an angle': `${CMYK} /Coords [20 60 480 120] /Extend [true true] /Function [${linear('0', '1')} ${linear('1', '0')} ${linear('0.2', '0.2')} ${linear('0', '0.3', 2)}]`,
  'of a special': `/ColorSpace [/Separation /White /DeviceCMYK ${linear('0 0 0 0', '0.3 0 0 0')}] /Coords [0 0 504 0] /Extend [true true] /Function ${linear('0', '1')}`,
  'of light': `/ColorSpace /DeviceRGB /Coords [0 0 504 0] /Function ${linear('1 1 1', '0.1 0.3 0.6')}`,
};

/** Ghostscript's own limit of error, by which it draws what is no straight line in its plates. PLRM 3, setsmoothness; from memory. */
const SMOOTHNESS = 0.02;
const CURVED = ['that begins slowly', 'of samples', 'of light'];

function sheet(gradients: readonly string[]): string {
  const high = SIDE / gradients.length;
  const content = gradients
    .map((_, i) => `q 0 ${i * high} ${SIDE} ${high} re W n /S${i} sh Q\n`)
    .join('');
  const shadings = gradients.map((one, i) => `/S${i} << /ShadingType 2 ${one} >>`).join(' ');
  const path = join(folder, `sheet-${gradients.length}.pdf`);
  const sampled =
    '/FunctionType 0 /Domain [0 1] /Size [64] /BitsPerSample 8 /Range [0 1 0 1 0 1 0 1]';
  writeFileSync(
    path,
    pdf({
      content,
      resources: `/Shading << ${shadings} >>`,
      objects: [[sampled, samples]],
      size: [SIDE, SIDE],
    }),
  );
  return path;
}

/** All planes of a page, as Ghostscript makes them of the file as it lies. */
async function asItLies(path: string): Promise<Map<string, Uint8Array>> {
  const source = {
    path,
    dpi: DPI,
    scale: 1,
    pages: undefined,
    tmp: folder,
    coverageOnly: false,
    signal: new AbortController().signal,
    progress: () => undefined,
  };
  const pages = pageBoxes(await PdfObjects.read(path, folder, undefined), 1);
  const [{ flag }] = pages;
  const interpreted = {
    path,
    name: 'as-it-lies',
    flag,
    rule: 'touched',
    inkProfile: true,
  } as const;
  const [plates] = await separate(source, pages, interpreted);
  const file = await plates();
  await file.written?.(Infinity);
  return planes(planarRaster(file));
}

function planes(raster: ReturnType<typeof planarRaster>): Map<string, Uint8Array> {
  const { width, height, channels } = raster;
  const all = new Map(channels.map((name) => [name, new Uint8Array(width * height)]));
  for (const { top, planes: rows } of raster.bands() as Iterable<Band>)
    channels.forEach((name, i) => all.get(name)!.set(rows[i], top * width));
  return all;
}

describe('an axial gradient in steps', () => {
  it('is on every plate what Ghostscript makes of it pixel by pixel, to one step of 255 or to what it leaves itself', async () => {
    const path = sheet(Object.values(GRADIENTS));
    const artwork = await readHere(path, DPI);
    const own = planes(artwork.raster(1) as ReturnType<typeof planarRaster>);
    await artwork.close();
    const theirs = await asItLies(path);
    expect([...theirs.keys()]).toEqual([...PROCESS_NAMES, 'White']);
    const strips = Object.keys(GRADIENTS);
    for (const [name, other] of theirs) {
      const plane = own.get(name)!;
      const area = plane.length / strips.length;
      // The first is painted at the bottom.
      for (const [i, strip] of strips.toReversed().entries()) {
        const most = CURVED.includes(strip) ? SMOOTHNESS * 255 + 1 : 1;
        let sum = 0;
        let further = 0;
        for (let o = Math.ceil(i * area) + ROW; o < Math.floor((i + 1) * area) - ROW; o++) {
          sum += plane[o] - other[o];
          if (Math.abs(plane[o] - other[o]) > most) further++;
        }
        // At a hard stop a pixel may be of either side.
        expect([strip, name, further / area < 0.0005]).toEqual([strip, name, true]);
        expect([strip, name, Math.abs(sum / area) < 0.004 * 255]).toEqual([strip, name, true]);
      }
    }
  });

  it('is what its function says, to one step of 255, where Ghostscript draws straight lines between places of its own', async () => {
    const strips = ['that begins slowly', 'of samples'] as const;
    const artwork = await readHere(sheet(strips.map((strip) => GRADIENTS[strip])), DPI);
    const raster = artwork.raster(1);
    const own = planes(raster as ReturnType<typeof planarRaster>);
    await artwork.close();
    const truths: readonly ((at: number) => readonly number[])[] = [
      (at) => [at ** 3, 0.5 * at ** 3, 0, at ** 3],
      (at) => {
        const place = Math.min(62.999, 63 * at);
        const [before, share] = [Math.floor(place), place % 1];
        return [0, 1, 2, 3].map(
          (ink) =>
            (samples[4 * before + ink] * (1 - share) + samples[4 * before + 4 + ink] * share) / 255,
        );
      },
    ];
    for (const [i, truth] of truths.entries()) {
      // The first is painted at the bottom.
      const row = Math.floor(((strips.length - i - 0.5) / strips.length) * raster.height);
      PROCESS_NAMES.forEach((name, ink) => {
        for (let x = 0; x < raster.width; x++) {
          const said = 255 * truth((x + 0.5) / raster.width)[ink];
          const printed = own.get(name)![row * raster.width + x];
          expect([strips[i], name, x, Math.abs(printed - said) < 2]).toEqual([
            strips[i],
            name,
            x,
            true,
          ]);
        }
      });
    }
  });

  it('leaves blank what is blank, before it begins and on its even parts', async () => {
    const only = [
      GRADIENTS['out of nothing, and on beyond both ends'],
      GRADIENTS['with stops, one of them hard'],
    ];
    const artwork = await readHere(sheet(only), DPI);
    const raster = artwork.raster(1);
    const own = planes(raster as ReturnType<typeof planarRaster>);
    await artwork.close();
    const [x0, x1] = [0, Math.floor((150 / SIDE) * raster.width) - 1];
    for (const name of PROCESS_NAMES)
      for (const y of [100, raster.height - 100])
        expect(
          Math.max(...own.get(name)!.subarray(y * raster.width + x0, y * raster.width + x1)),
        ).toBe(0);
  });

  it('changes by a 320th at most within a step, and jumps where the gradient jumps', () => {
    const share = fc.integer({ min: 0, max: 1000 }).map((n) => n / 1000);
    const part = fc.record({
      from: share,
      to: share,
      exponent: fc.constantFrom(1, 1, 2.2, 5),
      length: share.map((n) => Math.max(0.01, n)),
    });
    fc.assert(
      fc.property(
        fc.array(part, { minLength: 1, maxLength: 5 }),
        fc.array(share, { minLength: 20, maxLength: 20 }),
        (parts, places) => {
          const edges = parts.map((_, i) =>
            parts.slice(0, i + 1).reduce((sum, { length }) => sum + length, 0),
          );
          const high = edges.at(-1)!;
          const at = (place: number): number[] => {
            const past = edges.findIndex((edge) => place < edge);
            const i = past < 0 ? parts.length - 1 : past;
            const { from, to, exponent, length } = parts[i];
            const share = Math.min(1, (place - (edges[i - 1] ?? 0)) / length);
            return [from + share ** exponent * (to - from), from];
          };
          const steps = gradientSteps(at, 0, high)!;
          expect(steps[0].colour).toEqual(at(0));
          expect(steps.at(-1)!).toEqual({ to: high, colour: at(high) });
          for (const place of places.map((one) => one * high)) {
            if (edges.some((edge) => Math.abs(edge - place) < 2e-6 * high)) continue;
            const step = steps.find(({ to }) => place <= to)!;
            at(place).forEach((value, i) =>
              expect(Math.abs(step.colour[i] - value)).toBeLessThanOrEqual(1 / 320 + 1e-9),
            );
          }
        },
      ),
    );
  });

  it('keeps the very colour of what is even, before and after what rises and falls', () => {
    const at = (t: number) => [
      t < 0.25 ? 0.5 : t < 0.5 ? 2 * (0.5 - t) : t < 0.75 ? 0 : 4 * (t - 0.75),
    ];
    const steps = gradientSteps(at, 0, 1)!;
    const colourAt = (t: number) => steps.find(({ to }) => t <= to)!.colour[0];
    for (const t of [0.01, 0.1, 0.2, 0.24, 0.51, 0.6, 0.7, 0.74])
      expect([t, colourAt(t)]).toEqual([t, at(t)[0]]);
  });

  it('is left as it is where a colour is no number, or too much of it', () => {
    expect(gradientSteps((t) => [1 / t], 0, 1)).toBeUndefined();
    expect(gradientSteps((t) => [Math.sin(1e5 * t)], 0, 1)).toBeUndefined();
  });
});
