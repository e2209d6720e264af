import { execFileSync, spawn, spawnSync } from 'node:child_process';
import {
  chmodSync,
  copyFileSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { PRINTED } from '@kyanos/contract';
import { DEMO_JOBS } from '@kyanos/demo';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { pdf } from '../../intake/test/pdf.ts';

const PROGRAM = fileURLToPath(new URL('../../.cache/programs/cli.js', import.meta.url));
let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'cli-test-'));
  // Files are read by nobody where root runs the tests.
  chmodSync(folder, 0o755);
});
afterAll(() => rmSync(folder, { recursive: true }));

function kyanos(...args: string[]) {
  const { status, stdout, stderr } = spawnSync('node', [PROGRAM, ...args], { encoding: 'utf8' });
  return { status, stdout, stderr, json: () => JSON.parse(stdout) as unknown };
}
const write = (name: string, content: string | Uint8Array) => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};
/** Where it is not the file that is asked about. */
const SMALL = pdf({ content: '1 0 0 0 k 20 20 30 30 re f' });
const drawn = new Map<string, [artwork: string, plan: string]>();
/** Draws a job of the demo, once. */
function demo(name: string): [artwork: string, plan: string] {
  if (!drawn.has(name))
    drawn.set(
      name,
      kyanos('demo', name, '--out', folder).stdout.trim().split('\n') as [string, string],
    );
  return drawn.get(name)!;
}

describe('kyanos demo', () => {
  it('lists every job', () => {
    const listed = kyanos('demo', '--list')
      .stdout.trim()
      .split('\n')
      .map((line) => line.split(' ')[0]);
    expect(listed).toEqual(DEMO_JOBS.map(({ id }) => id));
  });

  it.each(DEMO_JOBS.map(({ id }) => id))(
    'writes artwork and plan of %s, ready for plan',
    (name) => {
      const [artwork, plan] = demo(name);
      const { status, json, stderr } = kyanos(
        'plan',
        artwork,
        '--plan',
        plan,
        '--json',
        '--dpi',
        '72',
      );
      expect([status, stderr]).toEqual([0, '']);
      const report = PRINTED.plan.parse(json());
      // One came from a customer as customers send them.
      const errors = report.findings.filter(({ severity }) => severity === 'error');
      expect(errors.length > 0).toBe(name === 'night-market');
      expect(report.minutes).toBeGreaterThan(0);
    },
  );
});

describe('kyanos inspect', () => {
  it('tells sizes, separations and findings as JSON, and in words without it', () => {
    const [artwork] = demo('orchard-label');
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
    const [artwork] = demo('night-market');
    const report = PRINTED.inspect.parse(inspect(artwork, '--json').json());
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
    const sound = write('sound.pdf', SMALL);
    const torn = write('torn.pdf', '%PDF-1.7 torn');
    const none = join(folder, 'none.pdf');
    const { status, json, stderr } = inspect('--json', none, sound, torn, folder);
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
    const [label] = demo('orchard-label');
    const quick = PRINTED.coverage.parse(inspect(label, '--coverage', '--json').json());
    const whole = PRINTED.inspect.parse(inspect(label, '--json').json());
    expect(quick.pages[0].separations).toEqual(
      whole.pages[0].separations.map(({ name, kind, coverageWithBleed }) => ({
        name,
        kind,
        // Bars and thin strokes are a pixel wider where they are not drawn finer.
        coverage: expect.closeTo(coverageWithBleed, 2),
      })),
    );
    const [picture] = demo('portrait-board');
    const without = PRINTED.coverage.parse(inspect(picture, '--coverage', '--json').json());
    const all = PRINTED.inspect.parse(inspect(picture, '--json').json());
    expect(without.pages[0].separations.map(({ coverage }) => coverage)).toEqual(
      all.pages[0].separations.map(({ coverageWithBleed }) =>
        expect.closeTo(coverageWithBleed, 12),
      ),
    );
    expect(inspect(label, '--coverage', '--fail-on', 'error')).toMatchObject({ status: 2 });
  });

  it('ends with 1 where something is as grave as asked, and with 0 where nothing is', () => {
    const [faulty] = demo('night-market');
    const [tag] = demo('kraft-tag');
    const ends = (file: string, severity: string) => inspect('--fail-on', severity, file).status;
    expect([ends(faulty, 'error'), ends(tag, 'error'), ends(tag, 'note')]).toEqual([1, 0, 1]);
    expect(inspect('--fail-on', 'sometimes', tag).stderr).toContain('note, warning, error');
  });
});

describe('--fail-on', () => {
  it('is taken by plan, look and plates as by inspect: 1 for what is found, 0 where nothing is as grave', () => {
    const [file, plan] = demo('cafe-window');
    const ends = (command: string, severity: string, ...more: string[]) =>
      kyanos(command, file, '--plan', plan, '--dpi', '72', '--fail-on', severity, ...more).status;
    expect([ends('plan', 'error'), ends('plan', 'note'), ends('plan', 'never')]).toEqual([0, 1, 2]);
    expect(ends('look', 'note', '--px', '60')).toBe(1);
    expect(ends('plates', 'note', '--out', join(folder, 'failing'))).toBe(1);
  });
});

describe('where a file lies', () => {
  it('does not matter: beside us, with blanks, in other scripts, behind a link, with a dash or a percent sign', () => {
    const small = write('small.pdf', SMALL);
    const place = join(folder, 'a place%d Größe 見本');
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

describe('kyanos plan', () => {
  it('lists the ways out, carries one out, and keeps the plan that comes of it', () => {
    const [artwork, plan] = demo('cafe-window');
    const run = (...args: string[]) =>
      kyanos('plan', artwork, '--dpi', '72', '--plan', plan, ...args);
    const { repairs } = PRINTED.repairs.parse(run('--list-repairs', '--json').json());
    const [{ code, repair }] = repairs;
    expect(run('--list-repairs').stdout).toContain(`${code}: ${repair.label}`);
    const out = join(folder, 'repaired.json');
    const report = PRINTED.plan.parse(run('--repair', code, '--out', out, '--json').json());
    expect(report.findings.map((finding) => finding.code)).not.toContain(code);
    const again = kyanos('plan', artwork, '--dpi', '72', '--plan', out, '--json').json();
    expect(PRINTED.plan.parse(again)).toEqual(report);
    expect(run('--repair', code, '--plan', out)).toMatchObject({
      status: 2,
      stderr: expect.stringContaining(`${code} was not found`),
    });
    expect(run('--repair', 'HALO').stderr).toContain('There is no finding "HALO"');
  });

  it('adds up: the parts of the minutes, and the price of the ink', () => {
    const [artwork, plan] = demo('cafe-window');
    const report = PRINTED.plan.parse(
      kyanos('plan', artwork, '--plan', plan, '--json', '--dpi', '72').json(),
    );
    expect(report.trips.map(({ layers }) => layers)).toEqual([['CMYK'], ['W']]);
    expect(
      report.trips.reduce((sum, { minutes, waitMinutes }) => sum + minutes + waitMinutes, 0),
    ).toBeLessThan(report.minutes!);
    const { machine } = DEMO_JOBS.find(({ id }) => id === 'cafe-window')!.plan;
    const minor = machine.inks.reduce(
      (sum, { channel, pricePerLitre }) =>
        sum + Math.round(((report.inkMl[channel] ?? 0) * pricePerLitre) / 1000),
      0,
    );
    expect(report.inkCost).toEqual({ minor, currency: 'USD' });
    expect(report.costLines.reduce((sum, { amount }) => sum + amount.minor, 0)).toBe(
      report.cost!.minor,
    );
    const { interval } = report;
    expect(interval!.level).toBe(0.8);
    const within = (value: number, { low, high }: { low: number; high: number }) =>
      low < value && value < high;
    expect(within(report.minutes!, interval!.minutes)).toBe(true);
    for (const [channel, ml] of Object.entries(report.inkMl))
      if (ml > 0) expect([channel, within(ml, interval!.inkMl[channel])]).toEqual([channel, true]);
  });

  it('refuses what is unknown or wrong in a plan by the name of its field', () => {
    const [artwork, plan] = demo('cafe-window');
    const value = JSON.parse(readFileSync(plan, 'utf8')) as Record<string, object>;
    const refusal = (part: string, change: object) => {
      const file = write(
        'changed.json',
        JSON.stringify({ ...value, [part]: { ...value[part], ...change } }),
      );
      const { status, stderr } = kyanos('plan', artwork, '--plan', file, '--json', '--dpi', '72');
      return `${status} ${stderr}`;
    };
    expect(refusal('trips', { careful: [{ hurry: true }] })).toMatch(
      /^2 .*"hurry".*trips\.careful/,
    );
    expect(
      refusal('layout', { companions: [{ name: 'x', width: 0, height: 1, copies: 1 }] }),
    ).toMatch(/^2 .*layout\.companions\.0\.width/);
    expect(refusal('prices', { pricing: 'guess' })).toMatch(/^2 .*prices\.pricing/);
  });
});

describe('kyanos plates', () => {
  it('writes the files for the machine, and tells them with their cover as plan does', () => {
    const [artwork, plan] = demo('privacy-band');
    const out = join(folder, 'plates');
    const { files } = PRINTED.plates.parse(
      kyanos('plates', artwork, '--plan', plan, '--out', out, '--json', '--dpi', '72').json(),
    );
    expect(files.map(({ kind, path }) => `${kind} ${path.slice(out.length + 1)}`)).toEqual([
      'pdf 01-front.pdf',
      'plate 01-front-White.tif',
      'look 01-front-White.png',
    ]);
    expect(readdirSync(out)).toHaveLength(3);
    const report = PRINTED.plan.parse(
      kyanos('plan', artwork, '--plan', plan, '--json', '--dpi', '72').json(),
    );
    // Laid at 70 %: the file is as much lighter, to the rounding of each pixel.
    expect(files[0].plates[0].coverage).toBeCloseTo(0.7 * report.plates[0].coverage, 2);
  });
});

describe('versions', () => {
  it('are planned together and written page by page, in the order of printing', () => {
    const [artwork, planFile] = demo('orchard-label');
    const both = join(folder, 'both.pdf');
    // The same label, its second page on its head.
    execFileSync('qpdf', ['--empty', '--pages', artwork, '1', artwork, '1', '--', both]);
    execFileSync('qpdf', ['--rotate=+180:2', '--replace-input', both]);
    const value = JSON.parse(readFileSync(planFile, 'utf8')) as { layout: object };
    const versions = [
      { page: 1, copies: 30 },
      { page: 2, copies: 90 },
    ];
    const plan = (copies: number) =>
      write(
        `versions-${copies}.json`,
        JSON.stringify({ ...value, versions, layout: { ...value.layout, copies } }),
      );
    const planned = (file: string, use: string) =>
      PRINTED.plan.parse(kyanos('plan', file, '--plan', use, '--json', '--dpi', '72').json());
    const report = planned(both, plan(120));
    const alone = planned(artwork, planFile);
    expect(report.plates[0].coverage).toBeCloseTo(alone.plates[0].coverage, 3);
    expect(report.versionLoads[0].pieces[0]).toMatchObject({ page: 1 });
    const [one, three] = report.versions;
    expect(three.inkMl.W / one.inkMl.W).toBeCloseTo(3, 1);
    expect(one.cost.minor + three.cost.minor).toBe(report.cost!.minor);
    const { status, stderr } = kyanos('plan', both, '--plan', plan(100), '--dpi', '72');
    expect(`${status} ${stderr}`).toMatch(/^2 .*layout\.copies: is 100, .* add up to 120/);
    const out = join(folder, 'versions');
    const { files } = PRINTED.plates.parse(
      kyanos('plates', both, '--plan', plan(120), '--out', out, '--json', '--dpi', '72').json(),
    );
    expect(files.filter(({ kind }) => kind === 'pdf').map(({ path }) => basename(path))).toEqual([
      'page-1-01-front.pdf',
      'page-2-01-front.pdf',
    ]);
    expect(new Set(files.map(({ page }) => page))).toEqual(new Set([1, 2]));
  });
});

describe('bad input', () => {
  it.each<[string, string, () => string[]]>([
    ['no command', 'There is no command ""', () => []],
    ['a command there is not', 'There is no command "print"', () => ['print']],
    ['no file', 'Name a file', () => ['inspect']],
    ['a file that does not exist', 'does not exist', () => ['inspect', join(folder, 'none.pdf')]],
    ['a folder', 'is a folder', () => ['inspect', folder]],
    [
      'not a picture',
      'not a PDF, TIFF, SVG, PNG, JPEG or WebP',
      () => ['inspect', write('x.pdf', 'hello')],
    ],
    [
      'a resolution out of range',
      '36 to 1200',
      () => ['inspect', write('y.pdf', '%PDF-'), '--dpi', '9000'],
    ],
    ['an option there is not', "Unknown option '--colour'", () => ['inspect', 'x', '--colour']],
    ['no plan', 'Name a plan file', () => ['plan', write('z.pdf', 'x')]],
    [
      'a plan that is not JSON',
      'is not JSON',
      () => ['plan', write('z.pdf', 'x'), '--plan', write('p.json', '{')],
    ],
    [
      'a plan with a field too many',
      'no field "extra"',
      () => {
        const [artwork, plan] = demo('kraft-tag');
        const value = JSON.parse(readFileSync(plan, 'utf8')) as object;
        return [
          'plan',
          artwork,
          '--plan',
          write('extra.json', JSON.stringify({ ...value, extra: 1 })),
        ];
      },
    ],
  ])('%s gets one sentence on standard error and exit code 2', (_, sentence, args) => {
    const { status, stdout, stderr } = kyanos(...args());
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr).toContain(sentence);
    expect(stderr.trim().split('\n')).toHaveLength(1);
  });
});

describe('an interrupted command', () => {
  it('leaves no file and no program behind', async () => {
    const [artwork] = demo('hanging-sign');
    const tmp = join(folder, 'tmp');
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
    await expect.poll(running, { timeout: 10_000 }).toBe(false);
  });
});

describe('kyanos schema', () => {
  it('prints JSON Schema of the plan file, of a job’s ticket and of every report', () => {
    const schema = kyanos('schema').json() as Record<string, { properties?: object }>;
    expect(Object.keys(schema)).toEqual([
      'planFile',
      'stateFile',
      'shopFile',
      'jobFile',
      'exercise',
      'jobTicket',
      ...Object.keys(PRINTED),
    ]);
    expect(schema.planFile.properties).toHaveProperty('stack');
    expect(schema.jobTicket.properties).toHaveProperty('trips');
  });
});

describe('kyanos look', () => {
  it('writes the print as it will look, and tells what is seen of it', () => {
    const [artwork, plan] = demo('orchard-label');
    const out = join(folder, 'looks', 'label.png');
    const told = kyanos(
      'look',
      artwork,
      '--plan',
      plan,
      '--view',
      'front,wood',
      '--out',
      out,
      '--json',
    );
    expect([told.status, told.stderr]).toEqual([0, '']);
    const report = PRINTED.look.parse(told.json());
    expect(report.view).toMatchObject({ side: 'front', place: 'wood' });
    // What white hides, over what is printed: silver on a twentieth of it changes nothing of the middle.
    expect(report.opacity.printed!.median).toBeGreaterThan(0.55);
    expect(report.opacity.printed!.median).toBeLessThan(0.8);
    expect(report.opacity.material).toBeLessThan(0.1);
    expect(report.deltaE!.median).toBeLessThanOrEqual(report.deltaE!.p95);
    expect(report.showThrough.front).toMatchObject({ of: 'ground' });
    expect(report.showThrough.front.most).toBeGreaterThan(report.showThrough.front.deltaE);
    // The artist drew white under the code: as good as a white box, and better than none.
    const [code] = report.barcodes;
    expect(code).toMatchObject({ type: 'EAN-13', decodes: true });
    expect(code.symbolContrast).toBeCloseTo(code.withWhite!.symbolContrast, 1);
    expect(code.symbolContrast).toBeGreaterThan(code.withoutWhite!.symbolContrast + 0.1);
    expect(code.grade < code.withoutWhite!.grade).toBe(true);
    const png = readFileSync(out);
    expect(png.subarray(1, 4).toString()).toBe('PNG');
    expect([png.readUInt32BE(16), png.readUInt32BE(20)]).toEqual([
      report.picture!.width,
      report.picture!.height,
    ]);
  });

  it('solves for the hidden colour of a light box, and words what it finds', () => {
    const [artwork, plan] = demo('harbour-lightbox');
    const { json } = kyanos(
      'look',
      artwork,
      '--plan',
      plan,
      '--view',
      'box:800',
      '--px',
      '500',
      '--json',
    );
    const report = PRINTED.look.parse(json());
    expect(report.view).toMatchObject({ place: 'box', behind: 800 });
    const { density, asGood } = report.rearStrength!;
    expect(density).toBeGreaterThan(40);
    expect(density).toBeLessThan(60);
    expect([asGood.from <= density, asGood.to >= density]).toEqual([true, true]);
    expect(report.dayNight!.median).toBeLessThan(5);
    const { stdout } = kyanos('look', artwork, '--plan', plan, '--px', '300');
    expect(stdout).toContain('makes night most like day');
    expect(stdout).toContain('A simulation, not a contract proof: make a test print.');
  });

  it('refuses a view that there is not, and a size out of range', () => {
    const [artwork, plan] = demo('brushed-plate');
    const wrong = kyanos('look', artwork, '--plan', plan, '--view', 'upside-down');
    expect([wrong.status, wrong.stderr]).toEqual([
      2,
      expect.stringContaining('There is no view "upside-down"'),
    ]);
    expect(kyanos('look', artwork, '--plan', plan, '--px', '9').stderr).toContain('50 to 8000');
  });

  it('says why what is asked for can’t be written, and the way out, before it reads the artwork', () => {
    const [artwork, plan] = demo('brushed-plate');
    const torn = write('unread.pdf', '%PDF-1.7 torn');
    for (const [command, out, why] of [
      ['look', folder, 'it is a folder'],
      ['look', join(artwork, 'look.png'), 'a part of its path is a file'],
      ['plan', join(artwork, 'plan.json'), 'a part of its path is a file'],
      ['plates', artwork, 'a part of its path is a file'],
    ]) {
      const { status, stderr } = kyanos(command, torn, '--plan', plan, '--out', out);
      expect([status, stderr]).toEqual([
        2,
        `${out} can’t be written: ${why}. Name another place with --out.\n`,
      ]);
    }
  });
});
