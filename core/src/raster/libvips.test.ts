import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { chokeStream, spreadStream } from './index.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'libvips-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

const [WIDTH, HEIGHT] = [200, 150];

/** Discs and specks of either kind. */
const mask = Uint8Array.from({ length: WIDTH * HEIGHT }, (_, i) => {
  const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
  const disc = ((x % 50) - 25) ** 2 + ((y % 50) - 25) ** 2 < 400;
  return (i * 2654435761) % 4294967296 < 4e7 ? (disc ? 0 : 255) : disc ? 255 : 0;
});

/** libvips' morphology with a disc: every pixel whose middle lies within the radius. */
function byLibvips(radius: number, operation: 'erode' | 'dilate'): Uint8Array {
  const at = (name: string) => join(folder, name);
  const reach = Math.floor(radius);
  const side = 2 * reach + 1;
  const rows = Array.from({ length: side }, (_, y) =>
    Array.from({ length: side }, (_cell, x) =>
      (x - reach) ** 2 + (y - reach) ** 2 <= radius ** 2 ? 255 : 128,
    ).join(' '),
  );
  writeFileSync(at('disc.mat'), [`${side} ${side}`, ...rows, ''].join('\n'));
  writeFileSync(at('mask'), mask);
  const vips = (...args: string[]) => execFileSync('vips', args);
  vips('rawload', at('mask'), at('in.v'), String(WIDTH), String(HEIGHT), '1');
  vips('morph', at('in.v'), at('out.v'), at('disc.mat'), operation);
  vips('rawsave', at('out.v'), at('out'));
  return new Uint8Array(readFileSync(at('out')));
}

/** What lies further from the edge of the sheet than the radius: libvips goes on with its last pixel there. */
const inside = (rows: Uint8Array, radius: number) =>
  rows.filter((_, i) => {
    const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
    return Math.min(x, y, WIDTH - 1 - x, HEIGHT - 1 - y) > radius;
  });

it.each([1, 2, 3, 4.5, 7])(
  'choke and spread are libvips’ erosion and dilation by a disc of %s pixels',
  (radius) => {
    for (const [stream, operation] of [
      [chokeStream(WIDTH, radius), 'erode'],
      [spreadStream(WIDTH, radius), 'dilate'],
    ] as const) {
      const ours = Uint8Array.of(...stream.push(mask), ...stream.finish());
      expect(inside(ours, radius), operation).toEqual(inside(byLibvips(radius, operation), radius));
    }
  },
  60_000,
);
