import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { InspectReport, PlanReport } from '@kyanos/contract';
import { DEMO_JOBS } from '@kyanos/demo';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

const PROGRAM = fileURLToPath(new URL('../../.cache/programs/cli.js', import.meta.url));
let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'cli-test-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

function kyanos(...args: string[]) {
  const { status, stdout, stderr } = spawnSync('node', [PROGRAM, ...args], { encoding: 'utf8' });
  return { status, stdout, stderr, json: () => JSON.parse(stdout) as unknown };
}
const write = (name: string, content: string) => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};
const demo = (name: string) =>
  kyanos('demo', name, '--out', folder).stdout.trim().split('\n') as [string, string];

describe('kyanos demo', () => {
  it('lists every job, and writes its artwork and its plan, ready for plan', () => {
    const listed = kyanos('demo', '--list')
      .stdout.trim()
      .split('\n')
      .map((line) => line.split(' ')[0]);
    expect(listed).toEqual(DEMO_JOBS.map(({ id }) => id));
    for (const name of listed) {
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
      expect([name, status, stderr]).toEqual([name, 0, '']);
      const report = PlanReport.parse(json());
      expect(report.findings.filter(({ severity }) => severity === 'error')).toEqual([]);
      expect(report.minutes).toBeGreaterThan(0);
    }
  });
});

describe('kyanos inspect', () => {
  it('tells sizes, separations and findings as JSON, and in words without it', () => {
    const [artwork] = demo('orchard-label');
    const report = InspectReport.parse(kyanos('inspect', artwork, '--json', '--dpi', '72').json());
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

describe('kyanos plan', () => {
  it('adds up: the parts of the minutes, and the price of the ink', () => {
    const [artwork, plan] = demo('cafe-window');
    const report = PlanReport.parse(
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
      'not a PDF, TIFF, PNG, JPEG, WebP or SVG',
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
  it('prints JSON Schema of the plan file and of every report', () => {
    const schema = kyanos('schema').json() as Record<string, { properties?: object }>;
    expect(Object.keys(schema)).toEqual(['planFile', 'inspect', 'plan', 'bench']);
    expect(schema.planFile.properties).toHaveProperty('stack');
  });
});
