/** Forms separated again by another program: every patch has exactly the ink that it states. */
import { execFileSync } from 'node:child_process';
import { createWriteStream, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import {
  FORMS,
  formsFor,
  testForm,
  type FormKind,
  type FormMark,
  type Machine,
} from '@kyanos/core';
import { SHOP } from '@kyanos/demo';
import sharp from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';
import { formPdf } from './form.ts';

const [, flatbed, label] = SHOP.machines;
const [material] = SHOP.materials;
const folder = mkdtempSync(join(tmpdir(), 'forms-'));
afterAll(() => rmSync(folder, { recursive: true }));

const NAMES: Readonly<Record<string, string>> = {
  C: 'Cyan',
  M: 'Magenta',
  Y: 'Yellow',
  K: 'Black',
};

/** Ink at the middle of a place, 0 to 1, by the names of the separations; pages from 1. */
async function separated(machine: Machine, kind: FormKind, dpi = 144) {
  const form = testForm(kind, machine, material);
  const path = join(folder, `${machine.id}-${kind}.pdf`);
  const doc = formPdf({ form, machine, printedAt: new Date(0) });
  await pipeline(doc, createWriteStream(path));
  const out = join(folder, `${machine.id}-${kind}-%d.tif`);
  execFileSync('gs', [
    '-q',
    '-dSAFER',
    '-dBATCH',
    '-dNOPAUSE',
    '-sDEVICE=tiffsep',
    `-r${dpi}`,
    `-sOutputFile=${out}`,
    path,
  ]);
  const files = readdirSync(folder).filter((name) => name.startsWith(`${machine.id}-${kind}-`));
  const planes = new Map<string, { data: Buffer; width: number }>();
  for (const file of files) {
    const [, page, name] = /-(\d+)(?:\.tif)?\((.+)\)\.tif$/.exec(file) ?? [];
    if (name === undefined) continue;
    const { data, info } = await sharp(join(folder, file), { limitInputPixels: false })
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true });
    planes.set(`${page} ${name}`, { data, width: info.width });
  }
  const px = (mm: number) => Math.round((mm / 25.4) * dpi);
  const at = (page: number, name: string, x: number, y: number) => {
    const plane = planes.get(`${page} ${name}`);
    return plane ? 1 - plane.data[px(y) * plane.width + px(x)] / 255 : 0;
  };
  const spot = (key: string) =>
    NAMES[key] ?? machine.inks.find(({ channel }) => channel === key)!.spotName!;
  return { form, at, spot, pages: new Set([...planes.keys()].map((key) => key.split(' ')[0])) };
}

type Placed = Extract<FormMark, { kind: 'rect' | 'ellipse' }>;

describe.each([
  [flatbed.name, flatbed],
  [label.name, label],
])('the forms for %s', (_name, machine) => {
  it.each(formsFor(machine).filter((kind) => FORMS[kind].readBy === 'instrument'))(
    '%s has in every patch just the ink that it states, and of no other',
    async (kind) => {
      const { form, at, spot } = await separated(machine, kind);
      for (const [i, { patches }] of form.pages.entries())
        for (const { id, x, y, width, height, inks } of patches)
          for (const key of ['C', 'M', 'Y', 'K', 'W']) {
            const ink = at(i + 1, spot(key), x + width / 2, y + height / 2);
            expect(Math.abs(ink - (inks[key] ?? 0)), `${id} ${key}`).toBeLessThan(0.003);
          }
    },
    60_000,
  );

  it.each(
    formsFor(machine).filter(
      (kind) =>
        !['instrument', 'scanner'].includes(FORMS[kind].readBy) &&
        !['vernier', 'choke-ladder'].includes(kind),
    ),
  )(
    '%s lays each of its fields as it says',
    async (kind) => {
      const { form, at, spot } = await separated(machine, kind);
      const fields = form.pages[0].marks.filter(
        (mark): mark is Placed => mark.kind === 'rect' && mark.width >= 14 && mark.height >= 14,
      );
      expect(fields.length).toBeGreaterThan(4);
      for (const { x, y, width, height, inks } of fields)
        for (const [key, tint] of Object.entries(inks))
          expect(Math.abs(at(1, spot(key), x + width / 2, y + height / 2) - tint)).toBeLessThan(
            0.003,
          );
    },
    60_000,
  );
});

describe('the white and the colour of a choke ladder', () => {
  it('are apart by what each field says, at the edge of its disc', async () => {
    const { form, at, spot } = await separated(flatbed, 'choke-ladder', 720);
    const discs = form.pages[0].marks.filter((mark): mark is Placed => mark.kind === 'ellipse');
    for (const disc of discs.filter(({ inks }) => 'M' in inks)) {
      const middle = disc.y + disc.height / 2;
      const white = discs.find(({ x, inks }) => 'W' in inks && Math.abs(x - disc.x) < 1)!;
      expect(at(1, spot('M'), disc.x + 0.4, middle)).toBeGreaterThan(0.5);
      // Some pixels of the raster on either side.
      expect(at(1, spot('W'), white.x + 0.2, middle)).toBeGreaterThan(0.5);
      if (white.x - disc.x > 0.3) expect(at(1, spot('W'), white.x - 0.2, middle)).toBeLessThan(0.5);
    }
  });
});

describe('a form', () => {
  it('is no larger than the machine prints, and names what to be careful of', () => {
    for (const machine of SHOP.machines)
      for (const kind of formsFor(machine)) {
        const form = testForm(kind, machine, material);
        expect(form.widthMm, kind).toBeLessThanOrEqual(machine.maxWidth);
        expect(form.heightMm, kind).toBeLessThanOrEqual(machine.maxLength);
        expect(form.cautions.length).toBeGreaterThan(0);
      }
  });

  it('is offered only where the machine has its inks', () => {
    expect(formsFor(flatbed)).not.toContain('silver-ladder');
    expect(formsFor(label)).toContain('silver-ladder');
  });
});
