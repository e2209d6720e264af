/**
 * How soon the picture follows the slider of a layer's density: from the key to the drawing of the print, the median over six
 * prints of the demo. The reference is the same way without the print: a key, a worker that fills as many pixels, the drawing.
 */
import type { Page } from '@playwright/test';
import { expect, test } from './shop.ts';

const JOBS = ['Café window', 'Fruit card', 'Hanging sign', 'Harbour', 'Kraft tag', 'Orchard'];
const TICKS = 24;
const EVERY_MS = 180;
const WIDTH = 800;
const HEIGHT = 560;

declare global {
  interface Window {
    keyAt: number;
    drawnAt: number;
  }
}

/** Tells when a key was pressed, and when a canvas of a print's size was last drawn on. */
const watchDrawing = (page: Page) =>
  page.addInitScript(() => {
    addEventListener('keydown', () => (window.keyAt = performance.now()), true);
    for (const name of ['drawImage', 'putImageData'] as const) {
      const own = CanvasRenderingContext2D.prototype[name] as (...all: unknown[]) => void;
      CanvasRenderingContext2D.prototype[name] = function (...all: unknown[]) {
        if (Math.max(this.canvas.width, this.canvas.height) > 450)
          window.drawnAt = performance.now();
        own.apply(this, all);
      };
    }
  });

const middle = (all: number[]) => all.toSorted((a, b) => a - b)[all.length >> 1];

/** Presses the arrow again and again. @returns ms from each key to its picture */
async function ticks(page: Page): Promise<number[]> {
  const times: number[] = [];
  for (let i = 0; i < TICKS; i++) {
    await page.keyboard.press(i % 12 < 6 ? 'ArrowLeft' : 'ArrowRight');
    await page.waitForTimeout(EVERY_MS);
    const { keyAt, drawnAt } = await page.evaluate(() => ({
      keyAt: window.keyAt,
      drawnAt: window.drawnAt,
    }));
    if (i > 3 && drawnAt > keyAt) times.push(drawnAt - keyAt);
  }
  return times;
}

test('the picture follows the slider within 50 ms', async ({ page }) => {
  await watchDrawing(page);
  await page.goto('about:blank');
  await page.evaluate(
    ([width, height]) => {
      const code = `onmessage = () => { const p = new Uint8ClampedArray(${width * height * 4}).fill(200); postMessage(p, [p.buffer]); }`;
      const worker = new Worker(URL.createObjectURL(new Blob([code])));
      const canvas = new OffscreenCanvas(width, height);
      worker.onmessage = ({ data }: MessageEvent<Uint8ClampedArray<ArrayBuffer>>) => {
        const image = new ImageData(data, width, height);
        canvas.getContext('2d')!.putImageData(image, 0, 0);
        window.drawnAt = performance.now();
      };
      addEventListener('keydown', () => worker.postMessage(0));
    },
    [WIDTH, HEIGHT],
  );
  const reference = middle(await ticks(page));

  const medians: number[] = [];
  for (const name of JOBS) {
    await page.goto('/');
    await page.getByRole('link', { name: new RegExp(name) }).click();
    const sample = page.getByRole('figure', { name: 'Core sample' });
    await sample.getByRole('button', { name: /White/ }).first().click();
    await expect(page.getByTestId('look').first()).toBeVisible();
    await page.waitForTimeout(1500);
    await page.getByRole('slider', { name: /White/ }).first().focus();
    const median = middle(await ticks(page));
    console.log(`${name}: ${median.toFixed(0)} ms, ${(median / reference).toFixed(1)} times`);
    medians.push(median);
  }
  console.log(
    `median of all ${middle(medians).toFixed(0)} ms; reference ${reference.toFixed(1)} ms`,
  );
  expect(middle(medians)).toBeLessThan(50);
});
