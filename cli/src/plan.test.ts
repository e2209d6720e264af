import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { PRINTED } from '@kyanos/contract';
import { DEMO_JOBS } from '@kyanos/demo';
import { describe, expect, it } from 'vitest';
import { kyanos, useScratch } from '../test/kyanos.ts';

const scratch = useScratch();

describe('kyanos plan', () => {
  it('lists the ways out, carries one out, and keeps the plan that comes of it', () => {
    const [artwork, plan] = scratch.demo('cafe-window');
    const run = (...args: string[]) =>
      kyanos('plan', artwork, '--dpi', '72', '--plan', plan, ...args);
    const { repairs } = PRINTED.repairs.parse(run('--list-repairs', '--json').json());
    const [{ code, repair }] = repairs;
    expect(run('--list-repairs').stdout).toContain(`${code}: ${repair.label}`);
    const out = join(scratch.folder, 'repaired.json');
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
    const [artwork, plan] = scratch.demo('cafe-window');
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
    const [artwork, plan] = scratch.demo('cafe-window');
    const value = JSON.parse(readFileSync(plan, 'utf8')) as Record<string, object>;
    const refusal = (part: string, change: object) => {
      const file = scratch.write(
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
    const [artwork, plan] = scratch.demo('privacy-band');
    const out = join(scratch.folder, 'plates');
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
    const [artwork, planFile] = scratch.demo('privacy-band');
    const both = join(scratch.folder, 'both.pdf');
    // The same band, its second page on its head.
    execFileSync('qpdf', ['--empty', '--pages', artwork, '1', artwork, '1', '--', both]);
    execFileSync('qpdf', ['--rotate=+180:2', '--replace-input', both]);
    const value = JSON.parse(readFileSync(planFile, 'utf8')) as { layout: object };
    const versions = [
      { page: 1, copies: 30 },
      { page: 2, copies: 90 },
    ];
    const plan = (copies: number) =>
      scratch.write(
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
    const out = join(scratch.folder, 'versions');
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

describe('--fail-on', () => {
  it('is taken by plan, look and plates as by inspect: 1 for what is found, 0 where nothing is as grave', () => {
    const [file, plan] = scratch.demo('cafe-window');
    const ends = (command: string, severity: string, ...more: string[]) =>
      kyanos(command, file, '--plan', plan, '--dpi', '72', '--fail-on', severity, ...more).status;
    expect([ends('plan', 'error'), ends('plan', 'note'), ends('plan', 'never')]).toEqual([0, 1, 2]);
    expect(ends('look', 'note', '--px', '60')).toBe(1);
    expect(ends('plates', 'note', '--out', join(scratch.folder, 'failing'))).toBe(1);
  });
});
