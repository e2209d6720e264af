import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PRINTED } from '@kyanos/contract';
import { describe, expect, it } from 'vitest';
import { kyanos, useScratch } from '../test/kyanos.ts';

const scratch = useScratch();

describe('kyanos look', () => {
  it('writes the print as it will look, and tells what is seen of it', () => {
    const [artwork, plan] = scratch.demo('orchard-label');
    const out = join(scratch.folder, 'looks', 'label.png');
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
    const [artwork, plan] = scratch.demo('harbour-lightbox');
    const { json } = kyanos(
      'look',
      artwork,
      '--plan',
      plan,
      '--view',
      'box:800',
      '--dpi',
      '72',
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
    const { stdout } = kyanos('look', artwork, '--plan', plan, '--dpi', '72', '--px', '300');
    expect(stdout).toContain('makes night most like day');
    expect(stdout).toContain('A simulation, not a contract proof: make a test print.');
  });

  it('refuses a view that there is not, and a size out of range', () => {
    const [artwork, plan] = scratch.demo('brushed-plate');
    const wrong = kyanos('look', artwork, '--plan', plan, '--view', 'upside-down');
    expect([wrong.status, wrong.stderr]).toEqual([
      2,
      expect.stringContaining('There is no view "upside-down"'),
    ]);
    expect(kyanos('look', artwork, '--plan', plan, '--px', '9').stderr).toContain('50 to 8000');
  });

  it('says why what is asked for can’t be written, and the way out, before it reads the artwork', () => {
    const [artwork, plan] = scratch.demo('brushed-plate');
    const torn = scratch.write('unread.pdf', '%PDF-1.7 torn');
    for (const [command, out, why] of [
      ['look', scratch.folder, 'it is a folder'],
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
