import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { artwork, measures, PLAN } from '../../test/shop.ts';
import type { ArtworkInfo } from '../artwork/index.ts';
import type { Layout, Load } from '../layout/index.ts';
import { type Measures, plateSpecs } from '../plates/index.ts';
import { calculate } from './calculate.ts';
import {
  apportion,
  listed,
  oneVersion,
  platePages,
  versionLoads,
  withCopies,
  withVersions,
} from './versions.ts';

const [{ key }] = plateSpecs(PLAN.stack);
/** Pages with so much cyan each. */
const pages = (...cyan: number[]): ArtworkInfo => {
  const info = artwork({});
  return {
    ...info,
    pages: cyan.map((share, i) => ({
      ...artwork({ Cyan: share }).pages[0],
      number: i + 1,
    })),
  };
};
/** White under all of that cyan, by page. */
const measured = (...cyan: number[]): Measures => {
  const versions = cyan.map((share, i) => ({
    page: i + 1,
    ...measures({ key, coverage: share }),
  }));
  return { ...versions[0], versions };
};
const versioned = (...copies: number[]) =>
  withVersions(
    PLAN,
    copies.map((count, i) => ({ page: i + 1, copies: count })),
  );

describe('versions of a job', () => {
  it('lay as much ink and give as many pieces as their pages would as jobs of their own', () => {
    const cyan = [0.1, 0.5, 0.9];
    const plan = versioned(30, 0, 10);
    const { work } = calculate(plan, pages(...cyan), measured(...cyan));
    const alone = plan.versions!.map((version, i) =>
      version.copies === 0
        ? undefined
        : calculate(oneVersion(plan, version), pages(...cyan), measures({ key, coverage: cyan[i] }))
            .work!,
    );
    for (const channel of ['C', 'W'] as const) {
      const laid = alone.reduce(
        (sum, own) => sum + (own?.inks.find((ink) => ink.channel === channel)?.laidMl ?? 0),
        0,
      );
      expect(work!.inks.find((ink) => ink.channel === channel)!.laidMl).toBeCloseTo(laid, 9);
    }
    expect(plan.layout.copies).toBe(40);
  });

  it('share ink and cost so that the parts add up, whatever the quantities', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.integer({ min: 0, max: 400 }), fc.double({ min: 0, max: 1, noNaN: true })),
          {
            minLength: 2,
            maxLength: 6,
          },
        ),
        fc.boolean(),
        (rows, testPrint) => {
          fc.pre(rows.some(([copies]) => copies > 0));
          const cyan = rows.map(([, share]) => share);
          const plan = {
            ...versioned(...rows.map(([copies]) => copies)),
            trips: { ...PLAN.trips, testPrint },
          };
          const { work } = calculate(plan, pages(...cyan), measured(...cyan));
          const sum = (of: readonly number[]) => of.reduce((all, one) => all + one, 0);
          expect(sum(work!.versions.map(({ cost }) => cost.minor))).toBe(work!.cost.total.minor);
          for (const { channel, ml } of work!.inks)
            expect(sum(work!.versions.map(({ inkMl }) => inkMl[channel] ?? 0))).toBeCloseTo(ml, 6);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('cost more where they lay more ink, and the same where they lay the same', () => {
    const { work } = calculate(
      versioned(50, 50, 50),
      pages(0.2, 0.9, 0.2),
      measured(0.2, 0.9, 0.2),
    );
    const [a, b, c] = work!.versions.map(({ cost }) => cost.minor);
    expect(b).toBeGreaterThan(a);
    expect(Math.abs(a - c)).toBeLessThanOrEqual(1);
  });

  it('fill the loads one after another, as laying piece by piece by hand does', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 2, maxLength: 6 }),
        fc.integer({ min: 1, max: 17 }),
        (copies, perLoad) => {
          const all = copies.reduce((sum, count) => sum + count, 0);
          const load = (times: number, count: number) => ({ times, copies: count }) as Load;
          const layout = {
            loads: [
              ...(all >= perLoad ? [load(Math.floor(all / perLoad), perLoad)] : []),
              ...(all % perLoad ? [load(1, all % perLoad)] : []),
            ],
          } as unknown as Layout;
          const versions = copies.map((count, i) => ({ page: i + 1, copies: count }));
          const runs = versionLoads(layout, versions);
          const told = runs.flatMap(({ times, pieces }) =>
            Array.from({ length: times }, () =>
              pieces.flatMap((piece) => Array.from({ length: piece.copies }, () => piece.page)),
            ),
          );
          const byHand = versions.flatMap(({ page, copies: count }) =>
            Array.from({ length: count }, () => page),
          );
          expect(told.flat()).toEqual(byHand);
          expect(told.slice(0, -1).every((pieces) => pieces.length === perLoad)).toBe(true);
          expect(runs.map(({ first }) => first)).toEqual(
            runs.map((_, i) => 1 + runs.slice(0, i).reduce((sum, { times }) => sum + times, 0)),
          );
        },
      ),
    );
  });

  it('are told on the run sheet, load by load, and counted at the end', () => {
    const { work } = calculate(versioned(3, 5), pages(0.2, 0.4), measured(0.2, 0.4));
    const values = work!.runSheet.flatMap(({ settings }) =>
      settings.map(({ label, value }) => `${label}: ${value}`),
    );
    expect(values).toEqual(
      expect.arrayContaining([
        expect.stringMatching(/^Load 1: page 1 × 3, page 2 × \d$/),
        'Of page 1: 3',
        'Of page 2: 5',
        'Page: of each version, as the loads say',
      ]),
    );
  });

  it('have what is wrong with all of them told once, and with some of them by their pages', () => {
    const info = pages(0.2, 0.2, 0.2);
    const holed = { key, coverage: 0.2, holes: { count: 4, areaMm2: 400, largest: [] } };
    const done = measured(0.2, 0.2, 0.2);
    const versions = done.versions!.map((own) =>
      own.page === 2 ? { page: 2, ...measures(holed) } : own,
    );
    const plan = versioned(1, 1, 1);
    const { findings } = calculate(plan, info, { ...done, versions });
    const own = findings.filter(({ message }) => message.startsWith('Version on page 2: '));
    expect(own.map(({ page }) => page)).toEqual([2]);
    const said = findings.map(({ code, message }) => `${code} ${message}`);
    expect(new Set(said).size).toBe(said.length);
    const all = versions.map((version) => ({ ...version, ...measures(holed) }));
    const each = calculate(plan, info, { ...done, versions: all }).findings;
    expect(each.filter(({ message }) => message.includes('Version'))).toEqual([]);
    expect(each.length).toBe(findings.length);
  });

  it('that nobody wants this time have nothing wrong with them', () => {
    const info = pages(0.2, 0.2, 0.2);
    const holed = { key, coverage: 0.2, holes: { count: 4, areaMm2: 400, largest: [] } };
    const done = measured(0.2, 0.2, 0.2);
    const versions = done.versions!.map((own) =>
      own.page === 2 ? { page: 2, ...measures(holed) } : own,
    );
    const told = (copies: number) =>
      calculate(versioned(1, copies, 1), info, { ...done, versions }).findings.map(
        ({ message }) => message,
      );
    expect(told(1).some((message) => message.startsWith('Version on page 2: '))).toBe(true);
    expect(told(0).some((message) => message.startsWith('Version on page 2: '))).toBe(false);
  });

  it('of another size are refused, with the page and what to do', () => {
    const info = pages(0.2, 0.2);
    const [first, second] = info.pages;
    const odd = { ...info, pages: [first, { ...second, widthMm: 210 }] };
    const { findings, work } = calculate(versioned(1, 1), odd, measured(0.2, 0.2));
    expect(findings).toContainEqual(
      expect.objectContaining({
        code: 'VERSION_SIZE',
        message: expect.stringContaining('take page 2 out and make it a job of its own'),
      }),
    );
    expect(work).toBeUndefined();
  });

  it('keep their shares when the number of copies changes, and need the same plates whichever is shown', () => {
    const plan = versioned(10, 30);
    expect(withCopies(plan, 100).versions!.map(({ copies }) => copies)).toEqual([25, 75]);
    const other = { ...plan, artwork: { ...plan.artwork, page: 2 } };
    expect(platePages(other)).toEqual(platePages(plan));
    expect(withVersions(plan, [{ page: 2, copies: 7 }])).toMatchObject({
      artwork: { page: 2 },
      layout: { copies: 7 },
    });
  });
});

describe('sharing a whole number', () => {
  it('adds up, and no part is more than one off its exact share', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1_000_000 }),
        fc.array(fc.double({ min: 0, max: 1000, noNaN: true }), { minLength: 1, maxLength: 9 }),
        (whole, weights) => {
          const parts = apportion(whole, weights);
          const sum = weights.reduce((all, one) => all + one, 0);
          expect(parts.reduce((all, one) => all + one, 0)).toBe(whole);
          if (sum > 1e-6)
            parts.forEach((part, i) =>
              expect(Math.abs(part - (whole * weights[i]) / sum)).toBeLessThan(1 + 1e-6),
            );
        },
      ),
    );
  });

  it('lists pages as people say them', () => {
    expect(listed([4, 1, 2, 3, 7])).toBe('1 to 4 and 7');
    expect(listed([1, 2, 5])).toBe('1, 2 and 5');
  });
});
