/**
 * The demo's prints, pixel by pixel against pictures that were looked at when they were kept. What changes them on purpose
 * writes them anew with KYANOS_LOOKS=write, and whoever does looks at them again.
 */
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  lookAt,
  printPixels,
  sceneOf,
  screened,
  shrunkArtwork,
  viewsOf,
  type View,
} from '@kyanos/core';
import { DEMO_JOBS } from '@kyanos/demo';
import { openArtwork } from '@kyanos/intake';
import sharp from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';

const folder = mkdtempSync(join(tmpdir(), 'looks-test-'));
afterAll(() => rmSync(folder, { recursive: true }));

const LONGEST = 220;
const DPI = 100;
/** Levels of 255 that a channel may be off, the share of pixels that may be off by more, and the mean over all. */
const TOLERANCE = { levels: 3, beyond: 0.005, mean: 0.25 };

/** Prints on clear, dark, metallic and natural material, by day, by night and with something that shines. */
const PRINTS: readonly (readonly [id: string, name: string, change: Partial<View>])[] = [
  ['cafe-window', 'cafe-window', {}],
  ['cafe-window', 'cafe-window-by-night', { place: 'night' }],
  ['orchard-label', 'orchard-label', {}],
  ['night-market', 'night-market', {}],
  ['hanging-sign', 'hanging-sign', {}],
  ['brushed-plate', 'brushed-plate-in-the-lamp', { glint: 1 }],
  ['kraft-tag', 'kraft-tag', {}],
];

describe('the print of the demo', () => {
  it.each(PRINTS)('%s looks as it did: %s', async (id, name, change) => {
    const job = DEMO_JOBS.find((one) => one.id === id)!;
    const file = join(folder, job.fileName);
    writeFileSync(file, await job.draw());
    const artwork = await openArtwork(file, { dpi: DPI });
    try {
      const view = { ...viewsOf(job.plan.viewing).day, ...change };
      const small = await shrunkArtwork(job.plan, artwork, LONGEST);
      const print = await printPixels(job.plan, small);
      const look = lookAt(sceneOf(job.plan, artwork.info), print, view.side);
      const { width, height, pixels } = screened(look, view);
      const kept = new URL(`../test/looks/${name}.png`, import.meta.url).pathname;
      if (process.env.KYANOS_LOOKS === 'write' || !existsSync(kept)) {
        expect(process.env.KYANOS_LOOKS, `${name}.png is missing`).toBe('write');
        await sharp(Buffer.from(pixels.buffer), { raw: { width, height, channels: 4 } })
          .removeAlpha()
          .png({ compressionLevel: 9 })
          .toFile(kept);
      }
      const { data, info } = await sharp(kept)
        .removeAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true });
      expect([info.width, info.height]).toEqual([width, height]);
      let [sum, beyond] = [0, 0];
      for (let i = 0; i < width * height; i++) {
        const off = [0, 1, 2].map((k) => Math.abs(pixels[4 * i + k] - data[3 * i + k]));
        sum += off[0] + off[1] + off[2];
        if (Math.max(...off) > TOLERANCE.levels) beyond++;
      }
      expect(beyond / (width * height)).toBeLessThan(TOLERANCE.beyond);
      expect(sum / (3 * width * height)).toBeLessThan(TOLERANCE.mean);
    } finally {
      await artwork.close();
    }
  });
});
