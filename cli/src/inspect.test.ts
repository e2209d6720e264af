import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { copyFileSync, mkdirSync, readdirSync, symlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PRINTED } from '@kyanos/contract';
import { describe, expect, it } from 'vitest';
import { kyanos, PROGRAM, SMALL, useScratch } from '../test/kyanos.ts';

const scratch = useScratch();

describe('kyanos inspect', () => {
  it('tells sizes, separations and findings as JSON, and in words without it', () => {
    const [artwork] = scratch.demo('orchard-label');
    const report = PRINTED.inspect.parse(
      kyanos('inspect', artwork, '--json', '--dpi', '72').json(),
    );
    expect(report.pages[0].trimMm).toMatchObject({
      width: expect.closeTo(90, 1),
      height: expect.closeTo(120, 1),
    });
    expect(report.pages[0].separations.map(({ name, kind }) => [name, kind])).toContainEqual([
      'White',
      'white',
    ]);
    expect(kyanos('inspect', artwork, '--dpi', '72').stdout).toMatch(/White +white +\d+\.\d %/);
  });
});

describe('kyanos inspect for scripts', () => {
  // Fine enough for the modules of a barcode.
  const inspect = (...args: string[]) => kyanos('inspect', '--dpi', '250', ...args);

  it('tells everything that is found: knockouts, barcodes, type, layers, fonts, each with place and measure', () => {
    const [artwork] = scratch.demo('night-market');
    const { status, json } = inspect(artwork, '--json', '--fail-on', 'error');
    // Some of it is as grave as was asked.
    expect(status).toBe(1);
    const report = PRINTED.inspect.parse(json());
    expect(report.document).toMatchObject({
      version: '1.7',
      layers: [{ name: 'Board colour', shown: true, prints: false }],
      fonts: [{ name: 'Courier', embedded: false }],
    });
    const [page] = report.pages;
    const [knockout] = page.knockouts;
    expect(knockout.separation).toBe('White ');
    expect(knockout.specialLostCm2).toBeGreaterThan(80);
    expect(page.barcodes).toEqual([
      expect.objectContaining({ type: 'EAN-13', checkDigit: 'wrong', turn: 0 }),
    ]);
    const codes = [...report.findings, ...page.findings].map(({ code }) => code);
    for (const code of [
      'KNOCKOUT',
      'HAZE',
      'CHECK_DIGIT',
      'SMALL_TYPE',
      'HAIRLINES',
      'LAYER_HIDDEN',
    ])
      expect(codes).toContain(code);
    expect(page.findings.find(({ code }) => code === 'KNOCKOUT')).toMatchObject({
      measure: { unit: 'cm²' },
      place: { kind: 'cells' },
      repair: { kind: 'overprint', keep: true },
    });
  });

  it('takes many files, and one that can’t be read does not keep the others from being told', () => {
    const sound = scratch.write('sound.pdf', SMALL);
    const torn = scratch.write('torn.pdf', '%PDF-1.7 torn');
    const none = join(scratch.folder, 'none.pdf');
    const { status, json, stderr } = inspect('--json', none, sound, torn, scratch.folder);
    const [away, read, damaged, noFile] = json() as [
      { code: string },
      { pages: unknown[] },
      { file: string; code: string },
      { message: string },
    ];
    expect(away.code).toBe('FILE_UNKNOWN');
    expect(read.pages).toHaveLength(1);
    expect(damaged).toMatchObject({ file: torn, code: 'ARTWORK_DAMAGED' });
    expect(noFile.message).toContain('is a folder');
    expect(stderr).toContain(torn);
    expect(stderr).toContain(`The file ${none} does not exist`);
    expect(status).toBe(2);
  });

  it('tells the coverage alone when no more is asked, the same as when all is but for bars and hairlines', () => {
    const [label] = scratch.demo('orchard-label');
    // As fine as bars want it.
    const [dpi, finely] = ['--dpi', '200'];
    const quick = PRINTED.coverage.parse(
      inspect(label, dpi, finely, '--coverage', '--json').json(),
    );
    const whole = PRINTED.inspect.parse(inspect(label, dpi, finely, '--json').json());
    expect(quick.pages[0].separations).toEqual(
      whole.pages[0].separations.map(({ name, kind, coverageWithBleed }) => ({
        name,
        kind,
        // Bars and thin strokes are a pixel wider where they are not drawn finer.
        coverage: expect.closeTo(coverageWithBleed, 2),
      })),
    );
    const [picture] = scratch.demo('portrait-board');
    const without = PRINTED.coverage.parse(
      inspect(picture, '--dpi', '72', '--coverage', '--json').json(),
    );
    const all = PRINTED.inspect.parse(inspect(picture, '--dpi', '72', '--json').json());
    expect(without.pages[0].separations.map(({ coverage }) => coverage)).toEqual(
      all.pages[0].separations.map(({ coverageWithBleed }) =>
        expect.closeTo(coverageWithBleed, 12),
      ),
    );
    expect(inspect(label, '--coverage', '--fail-on', 'error')).toMatchObject({ status: 2 });
  });

  it('ends with 1 where something is as grave as asked, and with 0 where nothing is', () => {
    const [tag] = scratch.demo('kraft-tag');
    const ends = (severity: string) => inspect('--fail-on', severity, tag, '--dpi', '72').status;
    expect([ends('error'), ends('note')]).toEqual([0, 1]);
    expect(inspect('--fail-on', 'sometimes', tag).stderr).toContain('note, warning, error');
  });
});

describe('where a file lies', () => {
  it('does not matter: beside us, with blanks, in other scripts, behind a link, with a dash or a percent sign', () => {
    const small = scratch.write('small.pdf', SMALL);
    const place = join(scratch.folder, 'a place%d Größe 見本');
    mkdirSync(place);
    const names = ['--dash.pdf', 'Größe 見本 (1).pdf', "50% 'off'.pdf", 'link.pdf'];
    for (const name of names.slice(0, 3)) copyFileSync(small, join(place, name));
    symlinkSync(small, join(place, 'link.pdf'));
    const pictures = ['white.png', 'white.tif', 'white.svg'];
    writeFileSync(
      join(place, 'white.svg'),
      '<svg xmlns="http://www.w3.org/2000/svg" width="9mm" height="9mm"/>',
    );
    execFileSync('vips', ['black', join(place, 'white.png'), '9', '9']);
    execFileSync('vips', ['black', join(place, 'white.tif'), '9', '9']);
    const { status, stdout, stderr } = spawnSync(
      'node',
      [PROGRAM, 'inspect', '--json', '--dpi', '72', '--', ...names, ...pictures],
      { encoding: 'utf8', cwd: place, env: { ...process.env, TMPDIR: place } },
    );
    expect([status, stderr]).toEqual([0, '']);
    const reports = JSON.parse(stdout) as { pages: unknown[] }[];
    expect(reports.map(({ pages }) => pages.length)).toEqual(Array(7).fill(1));
    // As the README has it.
    const line = spawnSync(
      'bash',
      ['-c', `exec node "${PROGRAM}" inspect --json --fail-on error -- *.pdf *.tif`],
      { cwd: place },
    );
    expect(line.status).toBe(0);
  });
});

describe('an interrupted command', () => {
  it('leaves no file and no program behind', async () => {
    const [artwork] = scratch.demo('hanging-sign');
    const tmp = join(scratch.folder, 'tmp');
    mkdirSync(tmp);
    const env = { ...process.env, TMPDIR: tmp };
    const child = spawn('node', [PROGRAM, 'inspect', artwork, '--dpi', '1200'], {
      env,
      stdio: 'ignore',
    });
    const running = () => spawnSync('pgrep', ['-f', `psdcmyk.*${tmp}`]).status === 0;
    while (!running()) await new Promise((done) => setTimeout(done, 20));
    child.kill('SIGINT');
    expect(await new Promise((done) => child.once('exit', done))).toBe(130);
    expect(readdirSync(tmp)).toEqual([]);
    await expect.poll(running).toBe(false);
  });
});
