import type { Money, Sensitivity, VersionWork } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { show, words } from '../../test/screen.ts';
import type { WhatIfRow } from '../look/look.worker.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: CurveChart } = await import('./CurveChart.vue');
const { default: SensitivityBars } = await import('./SensitivityBars.vue');
const { default: VariantChart } = await import('./VariantChart.vue');
const { default: VersionTable } = await import('./VersionTable.vue');

const money = (minor: number): Money => ({ minor, currency: 'USD' });
const number = (element: Element, name: string) => Number(element.getAttribute(name));

describe('versions of a job', () => {
  it('stand with their ink and cost, a column for each ink', async () => {
    const versions = [
      { page: 1, copies: 100, inkMl: { C: 1.2, W: 3.4 }, perPiece: money(42), cost: money(4200) },
      { page: 2, copies: 20, inkMl: { C: 0.5 }, perPiece: money(61), cost: money(1220) },
    ] as unknown as VersionWork[];
    const { getAllByRole } = await show(VersionTable, { versions });
    const [head, first, second] = getAllByRole('row').map((row) =>
      [...row.children].map((cell) => words(cell)),
    );
    expect(head.slice(2, 4)).toEqual(['C', 'W']);
    expect(first.slice(1)).toEqual(['100', '1.2 mL', '3.4 mL', '$0.42', '$42.00']);
    expect(second.slice(1)).toEqual(['20', '0.5 mL', '0.0 mL', '$0.61', '$12.20']);
  });
});

describe('what drives the cost', () => {
  const one = (label: string, less: number, more: number) =>
    ({ label, less: money(less), more: money(more) }) as unknown as Sensitivity;

  it('is a bar to either side of the cost, as long as it changes that', async () => {
    const { container } = await show(SensitivityBars, {
      found: [one('Machine', 8000, 12_000), one('Ink', 9500, 10_500)],
      cost: money(10_000),
    });
    const [machine, ink] = [...container.querySelectorAll('svg > g')].map((row) =>
      [...row.querySelectorAll('rect')].map((bar) => number(bar, 'width')),
    );
    expect(machine[0]).toBeCloseTo(machine[1], 6);
    expect(machine[0] / ink[0]).toBeCloseTo(4, 6);
    const amounts = [...container.querySelectorAll('.amount')].map(words);
    expect(amounts).toEqual(['$80.00', '$120.00', '$95.00', '$105.00']);
  });

  it('has the amounts on their own side also where less of it costs more', async () => {
    const { container } = await show(SensitivityBars, {
      found: [one('Copies', 11_000, 9000)],
      cost: money(10_000),
    });
    const anchors = [...container.querySelectorAll('.amount')].map((text) =>
      text.getAttribute('text-anchor'),
    );
    expect(anchors).toEqual(['start', 'end']);
  });

  it('is no more than eight things, and says the first', async () => {
    const found = Array.from({ length: 12 }, (_, i) => one(`Thing ${i}`, 9000, 11_000));
    const { container, getByRole } = await show(SensitivityBars, { found, cost: money(10_000) });
    expect(container.querySelectorAll('svg > g')).toHaveLength(8);
    expect(getByRole('img').getAttribute('aria-label')).toContain('Thing 0');
  });
});

describe('curves of cost by quantity', () => {
  const curve = (id: string, ...each: number[]) => ({
    id,
    name: `Process ${id}`,
    against: id === 'c',
    points: each.map((value, i) => ({ copies: 10 ** i, each: value })),
  });
  const CURVES = [curve('a', 100, 20, 10), curve('b', 40, 30, 10.1), curve('c', 60, 40, 10.2)];
  const chart = (change: object = {}) =>
    show(CurveChart, {
      curves: CURVES,
      copies: 10,
      crossings: [{ copies: 3.16, each: 35 }],
      currency: 'USD',
      ...change,
    });

  it('are told apart by dashes as well as by colour', async () => {
    const { container } = await chart();
    const looks = [...container.querySelectorAll('.curve')].map((path) =>
      ['stroke', 'stroke-dasharray'].map((name) => path.getAttribute(name)).join(),
    );
    expect(new Set(looks).size).toBe(3);
    expect(container.querySelectorAll('g.against')).toHaveLength(1);
  });

  it('have their names where they end, never one on another', async () => {
    const { container } = await chart();
    const names = [...container.querySelectorAll('text.name')];
    expect(names.map(words)).toEqual(['Process a', 'Process b', 'Process c']);
    const places = names.map((name) => number(name, 'y')).toSorted((a, b) => a - b);
    for (let i = 1; i < places.length; i++)
      expect(places[i] - places[i - 1]).toBeGreaterThanOrEqual(17 - 1e-9);
    expect(places.at(-1)).toBeLessThan(380 - 44);
  });

  it('are in even ratio: ten times as many are as far apart everywhere', async () => {
    const at = async (copies: number) => {
      const { container, unmount } = await chart({ copies, crossings: [] });
      const x = number(container.querySelector('.here')!, 'x1');
      unmount();
      return x;
    };
    expect((await at(100)) - (await at(10))).toBeCloseTo((await at(10)) - (await at(1)), 6);
  });

  it('say at what quantity they cross', async () => {
    const { container } = await chart();
    expect(words(container.querySelector('.crossing')!.nextElementSibling!)).toBe('3');
  });
});

describe('variants in money and minutes', () => {
  const row = (name: string, minutes: number, cost: number, dominated = false, opacity = 0.5) =>
    ({
      name,
      density: 70,
      dominated,
      figures: { minutes, cost: money(cost), opacity, deltaE: 4 },
    }) as unknown as WhatIfRow;
  const ROWS = [
    row('Quick', 20, 9000, false, 0.9),
    row('Cheap', 60, 4000),
    row('Neither', 70, 9500, true),
  ];
  const chart = () =>
    show(VariantChart, {
      rows: ROWS,
      chosen: 'Cheap',
      looked: undefined,
      keyOf: ({ name }: WhatIfRow) => name,
    });
  const byName = (container: Element, name: string) =>
    [...container.querySelectorAll('circle')].find((circle) => words(circle).startsWith(name))!;

  it('lie further right the longer they take, and higher the more they cost', async () => {
    const { container } = await chart();
    const [quick, cheap] = ['Quick', 'Cheap'].map((name) => byName(container, name));
    expect(number(quick, 'cx')).toBeLessThan(number(cheap, 'cx'));
    expect(number(quick, 'cy')).toBeLessThan(number(cheap, 'cy'));
    // As large as it is opaque, by area.
    expect(number(quick, 'r')).toBeGreaterThan(number(cheap, 'r'));
  });

  it('that others are better than in every way are rings below the others', async () => {
    const { container } = await chart();
    const circles = [...container.querySelectorAll('circle')];
    expect(words(circles[0])).toMatch(/^Neither/);
    expect(circles.map((circle) => circle.getAttribute('fill') === 'none')).toEqual([
      true,
      false,
      false,
    ]);
    expect(byName(container, 'Cheap').classList.contains('chosen')).toBe(true);
  });

  it('are looked at under the pointer, and chosen with a click', async () => {
    const { container, user, emitted } = await chart();
    const quick = byName(container, 'Quick');
    await user.hover(quick);
    await user.unhover(quick);
    await user.click(quick);
    expect(emitted<[string | undefined]>('look').slice(0, 2)).toEqual([['Quick'], [undefined]]);
    expect(emitted('choose')).toEqual([[ROWS[0]]]);
    expect(words(quick)).toContain('$90.00');
  });
});
