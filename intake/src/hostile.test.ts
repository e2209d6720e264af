/** Small files that once held everybody up, and limits that a reader may not pass. */
import { execFileSync, spawnSync } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { DEMO_JOBS } from '@kyanos/demo';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { pdf, spot } from '../test/pdf.ts';
import { openArtwork, readArtwork } from './index.ts';
import { functionStreams, makeFunction } from './pdf/functions.ts';
import { PdfObjects } from './pdf/objects.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'hostile-'));
  chmodSync(folder, 0o755);
});
afterAll(() => rmSync(folder, { recursive: true }));

const write = (name: string, bytes: string | Uint8Array) => {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
};

describe('a file of a few bytes', () => {
  it('of comments is no drawing, and is told so at once', async () => {
    const comments = '<!-- --> '.repeat(40);
    await expect(readArtwork(write('comments.svg', comments))).rejects.toThrow('This is not a PDF');
    const drawing = `${comments}<svg xmlns="http://www.w3.org/2000/svg" width="9mm" height="9mm"/>`;
    expect((await readArtwork(write('drawing.svg', drawing), { dpi: 72 })).pages).toHaveLength(1);
  });

  it('of fifty thousand groups named as a special is read', async () => {
    const groups = '<g id="White"/>'.repeat(50_000);
    const path = write(
      'groups.svg',
      `<svg xmlns="http://www.w3.org/2000/svg" width="9mm" height="9mm">${groups}</svg>`,
    );
    const { pages } = await readArtwork(path, { dpi: 72 });
    expect(pages[0].separations.map(({ name }) => name)).toContain('White');
  });

  it('of eight functions, each put together sixty times of the next, is not gone through', async () => {
    const [deep, wide] = [8, 60];
    const parts = (of: number) => `${of} 0 R `.repeat(wide);
    const bounds = Array.from({ length: wide - 1 }, (_, i) => ((i + 1) / wide).toFixed(4)).join(
      ' ',
    );
    const objects = Array.from(
      { length: deep },
      (_, i) =>
        `<< /FunctionType 3 /Domain [0 1] /Functions [${parts(11 + i)}] /Bounds [${bounds}] /Encode [${'0 1 '.repeat(wide)}] >>`,
    );
    const path = write(
      'functions.pdf',
      pdf({ content: '', objects: [...objects, '<< /FunctionType 2 /N 1 >>'] }),
    );
    const read = await PdfObjects.read(path, folder, undefined);
    expect(functionStreams(read, '10 0 R')).toEqual([]);
    expect(makeFunction(read, '10 0 R', new Map())).toBeUndefined();
    // The last two are few enough.
    expect(makeFunction(read, '17 0 R', new Map())!([30.5 / wide])[0]).toBeCloseTo(0.5, 2);
  });

  it('whose TIFF directory counts more than the file can hold is refused before anything is fetched', async () => {
    const tags = [
      [256, 4, 1, 10],
      [257, 4, 1, 10],
      [258, 3, 1, 8],
      [262, 3, 1, 1],
      [273, 4, 2 ** 31, 200],
      [279, 4, 1, 100],
    ];
    const bytes = Buffer.alloc(400);
    bytes.write('II*\0', 0, 'latin1');
    bytes.writeUInt32LE(8, 4);
    bytes.writeUInt16LE(tags.length, 8);
    tags.forEach(([tag, type, count, value], i) => {
      bytes.writeUInt16LE(tag, 10 + 12 * i);
      bytes.writeUInt16LE(type, 12 + 12 * i);
      bytes.writeUInt32LE(count, 14 + 12 * i);
      bytes.writeUInt32LE(value, 18 + 12 * i);
    });
    await expect(readArtwork(write('counts.tif', bytes))).rejects.toThrow(
      'its tag 273 has 2147483648 values',
    );
  });

  it('with a calculator nested ten thousand deep is read, without its stand-in', async () => {
    const program = `${'{'.repeat(10_000)} 0 ${'}'.repeat(10_000)}`;
    const path = write(
      'nested.pdf',
      pdf({
        content: '/W cs 1 scn 0 0 30 30 re f',
        resources: '/ColorSpace << /W 10 0 R >>',
        objects: [
          '[/Separation /White /DeviceCMYK 11 0 R]',
          ['/FunctionType 4 /Domain [0 1] /Range [0 1 0 1 0 1 0 1]', program],
        ],
      }),
    );
    const told = await readArtwork(path, { dpi: 72 }).then(
      ({ pages }) => pages[0].separations.length,
      (error: Error) => error.message,
    );
    // The interpreter may refuse it; it may not crash us.
    expect(String(told)).toMatch(/^\d$|^Page 1 can’t be turned into plates/);
  });
});

describe('names', () => {
  it('in Latin-1 are read as what they are, with NUL and half characters taken out', async () => {
    const named = (name: string) =>
      pdf({
        content: '/W cs 1 scn 0 0 30 30 re f',
        resources: '/ColorSpace << /W 10 0 R >>',
        objects: [spot(name)],
      });
    const names = async (name: string) =>
      (await readArtwork(write('name.pdf', named(name)), { dpi: 72 })).pages[0].separations
        .slice(4)
        .map((one) => one.name);
    expect(await names('Wei#df')).toEqual(['Weiß']);
    expect(await names('Wei#c3#9f')).toEqual(['Weiß']);
  });
});

describe('limits', () => {
  it('of disk end the reading with a sentence, and leave nothing behind', async () => {
    const sign = write('sign.pdf', await DEMO_JOBS.find(({ id }) => id === 'hanging-sign')!.draw());
    const tmp = join(folder, 'tmp');
    mkdirSync(tmp);
    const program = fileURLToPath(new URL('../../.cache/programs/cli.js', import.meta.url));
    const { status, stderr } = spawnSync('node', [program, 'inspect', sign, '--dpi', '600'], {
      encoding: 'utf8',
      env: { ...process.env, TMPDIR: tmp, KYANOS_TEMP_MB: '20' },
    });
    expect([status, stderr]).toEqual([
      2,
      expect.stringContaining('The plates of this file take more than'),
    ]);
    expect(stderr.trim().split('\n')).toHaveLength(1);
    expect(readdirSync(tmp)).toEqual([]);
  });

  it('let a hundred pages through, one after another', async () => {
    const one = write('one.pdf', pdf({ content: '0 0 0 1 k 20 20 30 30 re f', size: [200, 200] }));
    const many = join(folder, 'many.pdf');
    execFileSync('qpdf', [
      '--empty',
      '--pages',
      ...Array<string[]>(100).fill([one, '1']).flat(),
      '--',
      many,
    ]);
    let most = 0;
    let pages = 0;
    await readArtwork(many, { dpi: 300 }, async ({ page }) => {
      pages++;
      most = Math.max(most, page.widthPx);
    });
    expect([pages, most]).toEqual([100, 833]);
  });
});

describe('a reader', () => {
  it('that is let go before it has started is not started', async () => {
    const stop = new AbortController();
    const reading = openArtwork(write('early.pdf', pdf({ content: '', size: [200, 200] })), {
      signal: stop.signal,
    });
    stop.abort(new Error('nobody waits'));
    await expect(reading).rejects.toThrow('nobody waits');
  });

  it('that is let go kills all that it started', async () => {
    const sign = write('gone.pdf', await DEMO_JOBS.find(({ id }) => id === 'hanging-sign')!.draw());
    const stop = new AbortController();
    const reading = openArtwork(sign, { dpi: 1187, signal: stop.signal });
    // Others read at other resolutions meanwhile.
    const running = () => spawnSync('pgrep', ['-f', 'psdcmyk.*r1187']).status === 0;
    while (!running()) await new Promise((done) => setTimeout(done, 20));
    stop.abort(new Error('nobody waits'));
    await expect(reading).rejects.toThrow('nobody waits');
    await expect.poll(running).toBe(false);
  });
});
