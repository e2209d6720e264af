import { describe, expect, it } from 'vitest';
import { artwork, MACHINE, MATERIAL, measures, PLAN } from '../../test/shop.ts';
import type { Repair } from '../findings/index.ts';
import { parseStack, type MachineState } from '../stack/index.ts';
import { changed, calculate, inkMl, type PrintPlan } from './index.ts';

const HALF = { key: 'W:front:image', coverage: 0.5, areaMm2: 10_000 };
const done = (change: Partial<PrintPlan>, state?: MachineState) =>
  calculate({ ...PLAN, ...change }, artwork({ Cyan: 0.5 }), measures(HALF), state);
const codes = (change: Partial<PrintPlan>) => done(change).findings.map(({ code }) => code);
const repairOf = (repair: Repair | undefined) => {
  if (repair?.kind !== 'plan') throw new Error('No repair of the plan.');
  return repair.change;
};

describe('what layout and finishing say against a plan', () => {
  it('stops a print that the bed can’t carry, the head would strike or no blade can cut', () => {
    const board = { ...MATERIAL, form: 'board' as const, width: 1200, length: 500 };
    const bed = { ...MACHINE, overhang: 100 };
    for (const [code, change] of [
      ['OVERHANG', { machine: bed, material: board }],
      ['HEAD_CLEARANCE', { machine: { ...MACHINE, clearance: 0.05 } }],
      ['NO_CUTTER', { cutting: { cutMm: 600, creaseMm: 0 } }],
    ] as const) {
      const result = done(change);
      expect(result.findings.map((finding) => finding.code)).toContain(code);
      expect([code, result.work]).toEqual([code, undefined]);
    }
    expect(codes({ machine: { ...bed, overhang: 200 }, material: board })).not.toContain(
      'OVERHANG',
    );
  });

  it('keeps the layout of a print that can’t be made, so that a hand can put it right', () => {
    const places = [0, 50].map((left) => ({ left, top: 0, turned: false }));
    const result = done({ layout: { ...PLAN.layout, copies: 2, places } });
    expect(result.findings.map(({ code }) => code)).toEqual(['PLACED_OVERLAP']);
    expect([result.work, result.layout?.loads[0].copies]).toEqual([undefined, 2]);
    const plan = { ...PLAN, layout: { ...PLAN.layout, copies: 2, places } };
    const anew = changed(plan, repairOf(result.findings[0].repair));
    expect(anew.layout.places).toBeUndefined();
    expect(done(anew).work).toBeDefined();
  });

  it('cuts a roll into loads that stay in register over two trips', () => {
    const long: PrintPlan = {
      ...PLAN,
      layout: { ...PLAN.layout, copies: 60 },
      trips: { ...PLAN.trips, split: 'apart', waitMinutes: 15 },
    };
    const found = done(long).findings.find(({ code }) => code === 'TWO_TRIP_LENGTH');
    const mended = done(changed(long, repairOf(found?.repair)));
    expect(mended.findings).toEqual([]);
    expect(mended.layout!.longest).toBeLessThanOrEqual(1000);
    expect(mended.work!.drift).not.toBe('high');
  });

  it('asks a label without bleed to be drawn larger, unless it is cut already', () => {
    const label = { ...MACHINE, kind: 'label' as const };
    const info = artwork({ Cyan: 0.5 });
    const bare = { ...info, pages: [{ ...info.pages[0], bleedDeclared: false }] };
    const found = (material = { ...MATERIAL, label: null as typeof MATERIAL.label }) =>
      calculate({ ...PLAN, machine: label, material }, bare, measures(HALF)).findings.map(
        ({ code }) => code,
      );
    expect(found()).toContain('NO_OVERSIZE');
    expect(found(MATERIAL)).not.toContain('NO_OVERSIZE');
  });

  it('tells the container that runs out on the way, and how many have to stand by', () => {
    const machine = {
      ...MACHINE,
      inks: MACHINE.inks.map((ink) => ({ ...ink, container: { ml: 0.15 } })),
    };
    const found = done({ machine }, { leftMl: { C: 0.1, W: 0.1 } }).findings.filter(
      ({ code }) => code === 'CONTAINER_SHORT',
    );
    // 0.4 mL of cyan and of white: two more of 0.15 each.
    expect(found.map(({ message }) => message)).toEqual([
      expect.stringContaining('have 2 of'),
      expect.stringContaining('have 2 of'),
    ]);
  });
});

describe('the run sheet of finished work', () => {
  const sheet = (change: Partial<PrintPlan>) => done(change).work!.runSheet;
  const step = (change: Partial<PrintPlan>, title: string) =>
    sheet(change).find((one) => one.title === title);

  it('puts back what the next job must not find: hits, drying, careful white', () => {
    const trips = { ...PLAN.trips, waitMinutes: 3, careful: [{ speed: 300 }] };
    const last = step(
      { stack: parseStack('film | Wx2@image'), trips },
      'Put the machine back for the next job',
    )!;
    expect(last.settings.map(({ label, value }) => `${label}: ${value}`)).toEqual([
      'Hits: from 2 back to 1',
      'Drying: back to 0 min',
      'Special ink: back to 500 mm/s, 4 passes, both directions',
    ]);
    expect(step({}, 'Put the machine back for the next job')).toBeUndefined();
  });

  it('creases before ink and cuts after it, and says which tool is in', () => {
    const machine = { ...MACHINE, cutter: { speed: 100, swapMinutes: 4 } };
    const titles = sheet({ machine, cutting: { cutMm: 600, creaseMm: 200 } }).map(
      ({ title }) => title,
    );
    const [crease, trip, cut] = ['Crease', 'Trip 1: white, then colour', 'Cut'].map((title) =>
      titles.indexOf(title),
    );
    expect(crease).toBeGreaterThan(-1);
    expect(crease).toBeLessThan(trip);
    expect(trip).toBeLessThan(cut);
    const knife = step({ machine, cutting: { cutMm: 600, creaseMm: 200 } }, 'Cut')!;
    expect(knife.checks).toContain('The creasing wheel is out and the knife is in.');
    expect(knife.cautions.join()).toContain('Blades');
  });

  it('has the white moved to the slot that the stack wants, and containers at hand', () => {
    const machine = {
      ...MACHINE,
      whiteSlot: { minutes: 10 },
      inks: MACHINE.inks.map((ink) => ({ ...ink, container: { ml: 0.15 } })),
    };
    const state = { whiteSlot: 'other' as const, leftMl: { C: 0.1, W: 0.1 } };
    const first = done({ machine }, state).work!.runSheet.find(
      ({ title }) => title === 'Get the machine ready',
    )!;
    expect(first.settings.find(({ label }) => label === 'Slot of the white')!.value).toContain(
      'MOVE it there',
    );
    expect(first.checks.filter((check) => check.includes('stand by'))).toHaveLength(2);
  });

  it('counts the changeovers from the state that the machine is in, and says what is due before the first trip', () => {
    const machine = { ...MACHINE, fitting: { minutes: 25, lossMl: 60, cleaning: 900 } };
    const lot = {
      lot: 'OLD',
      place: 'rack 2',
      free: 50,
      width: MATERIAL.width,
      age: 'over',
      until: '2026-10-01',
    } as const;
    const state: MachineState = {
      leftMl: {},
      headsParked: true,
      out: ['W'],
      due: [{ says: 'Agitate it.', white: true }],
      shelf: { today: '2026-11-27', lots: [lot] },
    };
    const plain = done({ machine }).work!;
    const { work } = done({ machine, lot: 'OLD' }, state);
    const steps = work!.phases.map(({ step: name }) => name);
    expect(steps.slice(0, 4)).toEqual(['setup', 'fitting', 'heads', 'check']);
    expect(work!.minutes - plain.minutes).toBeCloseTo(25 + 4, 6);
    expect(inkMl(work!).W! - inkMl(plain).W!).toBeCloseTo(60, 6);
    expect(work!.cost.total.minor).toBeGreaterThan(plain.cost.total.minor);
    const [ready, load] = work!.runSheet;
    expect(ready.checks.join(' ')).toMatch(/Agitate it\./);
    expect(load.settings.find(({ label }) => label === 'Lot')!.value).toBe(
      'OLD, rack 2, OVER-AGE since 1 Oct 2026',
    );
    // Colour alone asks for none of it.
    const colour = done({ machine, stack: parseStack('film | CMYK') }, state).work!;
    expect(colour.phases.map(({ step: name }) => name)).not.toContain('fitting');
    expect(colour.runSheet[0].checks.join(' ')).not.toMatch(/Agitate/);
  });

  it('names the jobs that share the loads, and the work that is still to do', () => {
    const layout = {
      ...PLAN.layout,
      companions: [{ name: 'Tag for a neighbour', width: 40, height: 30, copies: 3 }],
    };
    const extras = [
      { name: 'Pack in tens', kind: 'labour' as const, minutes: 5, minor: 0, per: 'job' as const },
    ];
    const load = step({ layout }, 'Load the material')!;
    expect(load.settings.map(({ value }) => value)).toContain('Tag for a neighbour');
    expect(step({ extras }, 'Finish and count')!.checks).toContain('Pack in tens.');
  });
});

describe('jobs that share loads', () => {
  it('share material, machine and labour by area, and each pays its own ink', () => {
    const alone = done({}).work!.cost;
    // As large again: half of everything that is shared.
    const companions = [{ name: 'Twin', width: 200, height: 100, copies: 4 }];
    const shared = done({ layout: { ...PLAN.layout, companions } }).work!;
    expect(shared.layout.share).toBeCloseTo(0.5, 12);
    const amount = (group: string, cost = shared.cost) =>
      cost.lines
        .filter((line) => line.group === group)
        .reduce((sum, line) => sum + line.amount.minor, 0);
    expect(amount('ink')).toBe(amount('ink', alone));
    expect(amount('labour')).toBeCloseTo(amount('labour', alone) / 2, -1);
    const [setup] = shared.cost.lines.filter(({ label }) => label === 'Labour: setting up');
    expect(setup.amount.minor).toBe(250);
  });
});
