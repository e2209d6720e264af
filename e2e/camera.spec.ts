/** A label is read by the camera of a tablet: a picture of a printed label stands in for what it sees. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from './shop.ts';

const folder = mkdtempSync(join(tmpdir(), 'e2e-camera-'));
const film = join(folder, 'seen.mjpeg');
test.afterAll(() => rmSync(folder, { recursive: true }));

test.use({
  permissions: ['camera'],
  launchOptions: {
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${film}`,
    ],
  },
});

test.beforeAll(async ({ shop }) => {
  const answer = await fetch(`${shop.url}/api/stock/labels.pdf?codes=L2`);
  writeFileSync(join(folder, 'label.pdf'), Buffer.from(await answer.arrayBuffer()));
  const out = join(folder, 'label');
  // As near as one holds a tablet: the label fills the picture.
  const box = ['-x', '0', '-y', '0', '-W', '640', '-H', '480'];
  execFileSync('pdftoppm', [
    '-jpeg',
    '-r',
    '200',
    '-singlefile',
    ...box,
    join(folder, 'label.pdf'),
    out,
  ]);
  const frame = readFileSync(`${out}.jpg`);
  writeFileSync(film, Buffer.concat(Array.from({ length: 10 }, () => frame)));
});

test('the camera finds the line of a label in the stocktake', async ({ page }) => {
  await page.goto('/stock/count');
  await page.getByRole('button', { name: 'Scan' }).click();
  await expect(page.getByLabel(/ L2, counted in m/)).toBeFocused();
  // The camera is off again.
  await expect(page.getByRole('button', { name: 'Scan' })).toBeVisible();
});
