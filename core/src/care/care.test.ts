import { describe, expect, it } from 'vitest';
import { MACHINE } from '../../test/shop.ts';
import { DomainError } from '../errors/index.ts';
import type { Machine } from '../stack/index.ts';
import { WHITE_USE, whiteChoices, type WhiteUse } from '../whitecare/index.ts';
import {
  careDue,
  careFrom,
  CAUTIONS,
  checkCare,
  effectOf,
  lineAt,
  longestGap,
  nozzlesIn,
  NO_CARE,
  patternRows,
  patternVerdict,
  planningState,
  PROCEDURES,
  PROCEDURE_IDS,
  procedureMl,
  procedureTotals,
  proceduresFor,
  runFrom,
  secondsLeft,
  settledShare,
  stokesVelocity,
  USUAL_SETTLING,
  whiteForecast,
  type CareAct,
  type CareEvent,
  type DueInput,
} from './index.ts';

const clock = Date.UTC(2026, 10, 2, 8);
const HOUR = 3_600_000;
const told = (...acts: (readonly [hours: number, what: CareEvent['what']])[]): CareEvent[] =>
  acts.map(([hours, what], i) => ({
    id: i + 1,
    machineId: 'm',
    at: new Date(clock + hours * HOUR).toISOString(),
    by: i % 2 ? 'Ben' : 'Ann',
    what,
  }));
const at = (hours: number) => new Date(clock + hours * HOUR).toISOString();
const state = (...acts: Parameters<typeof told>) => careFrom(told(...acts), ['W']);
const printed = (white: number, wasteMl = 1): CareAct => ({
  act: 'printed',
  name: 'Job',
  ml: { C: 3, W: white },
  wasteMl,
  minutes: 20,
  source: 'estimate',
});

describe('settling', () => {
  it('is Stokes’ textbook case: a grain of quartz of 10 µm sinks 90 µm a second in water', () => {
    // 2650 kg/m³ in water of 1 mPa·s at 20 °C: v = 1650 · 9.81 · (1e-5)² / 0.018 = 8.99e-5 m/s.
    expect(stokesVelocity(10e-6, 1650, 1e-3)).toBeCloseTo(8.99e-5, 7);
  });

  it('of particles that are all alike is the share of the height that they have sunk', () => {
    const alike = { ...USUAL_SETTLING, spread: 1 };
    const speed = stokesVelocity(280e-9, 3150, 0.01);
    const day = (speed * 86_400) / 0.08;
    expect(settledShare(alike, 24)).toBeCloseTo(day, 9);
    expect(settledShare(alike, 24 / day)).toBeCloseTo(1, 6);
  });

  it('of a spread of sizes agrees with sinking a hundred thousand of them one by one', () => {
    let seed = 7;
    const uniform = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
    const hours = 24 * 60;
    const { diameterNm, spread, pigmentDensity, fluidDensity, viscosity, heightMm } =
      USUAL_SETTLING;
    let down = 0;
    const count = 100_000;
    for (let i = 0; i < count; i++) {
      const normal = Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
      const d = diameterNm * 1e-9 * spread ** normal;
      const v =
        (1000 * (pigmentDensity - fluidDensity) * 9.80665 * d * d) / (18 * viscosity * 1e-3);
      // It began somewhere between top and bottom.
      if (uniform() * heightMm * 1e-3 < v * hours * 3600) down++;
    }
    expect(settledShare(USUAL_SETTLING, hours)).toBeCloseTo(down / count, 2);
    expect(down / count).toBeGreaterThan(0.2);
  });
});

describe('what is true of a machine', () => {
  it('follows from its logbook, and an entry that is undone counts for nothing', () => {
    const events = [
      [0, { act: 'slot', to: 'under' }],
      [1, printed(5, 2)],
      [2, { act: 'cleaned', ml: 12, minutes: 3 }],
      [3, { act: 'waste-emptied' }],
      [4, printed(0, 1.5)],
      [5, { act: 'pattern', missing: [{ channel: 'W', row: 0, nozzle: 7 }] }],
      [6, { act: 'parked' }],
    ] as const;
    const now = state(...events);
    expect(now).toMatchObject({
      whiteSlot: 'under',
      heads: 'parked',
      wasteMl: 1.5,
      whiteMovedAt: at(2),
      whitePrintedAt: at(1),
    });
    expect(planningState(now, { W: 70 })).toEqual({
      leftMl: { W: 70 },
      whiteSlot: 'under',
      headsParked: true,
    });
    const out = state([0, { act: 'flushed', channel: 'W', ml: 60, minutes: 25 }]);
    expect(planningState(out, {}).out).toEqual(['W']);
    const undone = state(
      ...events,
      [7, { act: 'undone', event: 7 }],
      [8, { act: 'undone', event: 4 }],
    );
    expect(undone).toMatchObject({ wasteMl: 15.5 });
    expect(undone.heads).toBeUndefined();
  });

  it('does not take what can’t have happened', () => {
    const parked = state([0, { act: 'parked' }]);
    expect(() => checkCare(parked, { act: 'parked' }, ['W'])).toThrow(DomainError);
    expect(() => checkCare(parked, printed(3), ['W'])).toThrow(/white heads are parked/);
    expect(() =>
      checkCare(parked, { ...printed(0), ml: { C: 2 } } as CareAct, ['W']),
    ).not.toThrow();
    // A report may name white and say that none was laid.
    expect(() => checkCare(parked, printed(0), ['W'])).not.toThrow();
    expect(() => checkCare(NO_CARE, { act: 'heads-fitted' }, ['W'])).not.toThrow();
  });
});

describe('what is due', () => {
  const machine: Machine = {
    ...MACHINE,
    care: { school: 'moving', wasteMl: 1000, nozzles: 100, movingMl: 30 },
  };
  const due = (acts: Parameters<typeof state>, hours: number, change: Partial<DueInput> = {}) =>
    careDue({
      machine,
      care: state(...acts),
      fitted: [],
      keeping: () => ({}),
      whiteTwoWeeksMl: 40,
      now: at(hours),
      ...change,
    }).map(({ code, when }) => `${code} ${when}`);

  it('follows from hours since white moved, and not from the calendar', () => {
    const moved: Parameters<typeof state> = [
      [0, printed(4)],
      [0.5, { act: 'pattern', missing: [] }],
    ];
    expect(due(moved, 23)).toEqual([]);
    expect(due(moved, 25)).toEqual(['agitate now']);
    expect(due(moved, 24 * 7)).toEqual(['stood now']);
    expect(due([...moved, [25, { act: 'agitated' }]], 30)).toEqual([]);
    // Colour alone moves no white.
    expect(due([...moved, [24, printed(0)]], 30)).toEqual(['agitate now']);
    expect(due([], 1000)).toEqual([]);
  });

  it('wants a pattern once white has stood or its slot was moved, and a cleaning where neighbours miss', () => {
    const stood: Parameters<typeof state> = [
      [0, printed(4)],
      [1, { act: 'pattern', missing: [] }],
      [60, { act: 'agitated' }],
    ];
    expect(due(stood, 61)).toEqual(['pattern now']);
    expect(due([...stood, [61, { act: 'pattern', missing: [] }]], 62)).toEqual([]);
    expect(
      due(
        [
          [0, printed(4)],
          [1, { act: 'pattern', missing: [] }],
          [2, { act: 'slot', to: 'under' }],
        ],
        3,
      ),
    ).toEqual(['pattern now']);
    const two = [3, 4].map((nozzle) => ({ channel: 'W', row: 0, nozzle }));
    expect(
      due(
        [
          [0, printed(4)],
          [1, { act: 'pattern', missing: two }],
        ],
        2,
      ),
    ).toEqual(['missing-nozzles now']);
    expect(
      due(
        [
          [0, printed(4)],
          [1, { act: 'pattern', missing: [two[0]] }],
        ],
        2,
      ),
    ).toEqual([]);
  });

  it('follows the school, the waste and the dates; nothing of white where white is out', () => {
    const moved: Parameters<typeof state> = [
      [0, printed(4)],
      [1, { act: 'pattern', missing: [] }],
    ];
    expect(due(moved, 2, { whiteTwoWeeksMl: 12 })).toEqual(['use-white soon']);
    const parking = { ...machine, care: { ...machine.care!, school: 'parking' as const } };
    expect(due(moved, 2, { whiteTwoWeeksMl: 12, machine: parking })).toEqual([]);
    const full = (ml: number): Parameters<typeof state> => [
      ...moved,
      [2, { act: 'cleaned', ml: ml - 1, minutes: 1 }],
    ];
    expect(due(full(799), 3)).toEqual([]);
    expect(due(full(800), 3)).toEqual(['waste soon']);
    expect(due(full(950), 3)).toEqual(['waste now']);
    const out: Parameters<typeof state> = [
      ...moved,
      [2, { act: 'flushed', channel: 'W', ml: 60, minutes: 25 }],
    ];
    expect(due(out, 500, { whiteTwoWeeksMl: 0 })).toEqual([]);
    const open = {
      kind: 'ink',
      name: 'White',
      expiresOn: '2026-11-20',
      madeOn: null,
      openedOn: null,
    } as never;
    expect(due(moved, 2, { fitted: [open] })).toEqual(['expiry soon']);
    expect(due(moved, 2, { fitted: [open], now: '2026-11-21T08:00:00Z' })).toContain('expiry now');
  });
});

describe('nozzle patterns', () => {
  it('draw a line for each nozzle of each row, no two in one place', () => {
    const rows = patternRows(
      [
        { channel: 'C', name: 'Cyan' },
        { channel: 'W', name: 'White', rows: 2 },
      ],
      180,
    );
    expect(rows.map(({ channel, row }) => `${channel}${row}`)).toEqual(['C0', 'W0', 'W1']);
    const places = Array.from({ length: 180 }, (_, n) => lineAt(n)).map(
      ({ step, down }) => `${step},${down}`,
    );
    expect(new Set(places).size).toBe(180);
  });

  it('are told by numbers as a person writes them', () => {
    expect(nozzlesIn('3, 17-19 and 180; 181, 0', 180)).toEqual([2, 16, 17, 18, 179]);
    expect(nozzlesIn('none', 180)).toEqual([]);
  });

  it('are judged by neighbours and by share of a row, row by row', () => {
    const missing = (...nozzles: number[]) =>
      nozzles.map((nozzle) => ({ channel: 'W', row: 1, nozzle }));
    expect(longestGap(missing(9, 3, 5, 4))).toBe(3);
    expect(longestGap([...missing(3), { channel: 'W', row: 0, nozzle: 4 }])).toBe(1);
    expect(patternVerdict([], 180).verdict).toBe('whole');
    expect(patternVerdict(missing(10), 180).verdict).toBe('few');
    expect(patternVerdict(missing(10, 11), 180).verdict).toBe('clean');
    expect(
      patternVerdict(missing(...Array.from({ length: 18 }, (_, i) => i * 3)), 180).verdict,
    ).toBe('service');
  });
});

describe('procedures', () => {
  it('take the times of common practice: half an hour in, ten minutes of cooling, a minute of hands, ten for the slot', () => {
    const total = (id: keyof typeof PROCEDURES) => procedureTotals(PROCEDURES[id]);
    expect(total('put-white-in').waiting).toBe(20);
    expect(total('put-white-in').minutes).toBeGreaterThan(25);
    expect(total('put-white-in').minutes).toBeLessThanOrEqual(32);
    expect(total('take-white-out').waiting).toBe(20);
    expect(total('park-heads').waiting).toBe(10);
    const fit = PROCEDURES['fit-heads'].steps
      .slice(0, 2)
      .reduce((sum, step) => sum + step.minutes, 0);
    expect(fit).toBeGreaterThanOrEqual(65 / 60);
    expect(fit).toBeLessThanOrEqual(71 / 60);
    expect(total('move-slot').minutes).toBeLessThanOrEqual(10);
    expect(
      procedureMl(PROCEDURES['put-white-in'], {
        fitting: { minutes: 25, lossMl: 60, cleaning: 0 },
      }),
    ).toBe(60);
  });

  it('show a caution wherever ink, carriage, heat or waste is touched, and end in plain sentences', () => {
    const touches = /container out|empty the waste|drain|lift|wipe|carriage|charge/i;
    for (const id of PROCEDURE_IDS)
      for (const step of PROCEDURES[id].steps) {
        expect(step.do, id).toMatch(/[.?]$/);
        if (touches.test(step.do))
          expect([id, step.do, step.cautions?.length ?? 0]).not.toEqual([id, step.do, 0]);
      }
    for (const text of Object.values(CAUTIONS)) expect(text).toMatch(/\.$/);
    expect(CAUTIONS.waste).toMatch(/safety data sheet and local codes/);
  });

  it('are offered where the machine can do them', () => {
    const ids = (machine: Machine) => proceduresFor(machine, PROCEDURES);
    expect(ids({ ...MACHINE, whiteSlot: { minutes: 10 } })).toContain('move-slot');
    expect(ids(MACHINE)).not.toContain('move-slot');
    expect(ids(MACHINE)).not.toContain('park-heads');
    expect(
      ids({ ...MACHINE, care: { school: 'parking', wasteMl: 1000, nozzles: 90, movingMl: 0 } }),
    ).toContain('fit-heads');
    expect(
      ids({ ...MACHINE, inks: MACHINE.inks.filter(({ role }) => role === 'process') }),
    ).not.toContain('has-stood');
    expect(proceduresFor(MACHINE, { ...PROCEDURES, ours: PROCEDURES.daily })).toContain('ours');
  });

  it('are left by one and taken up by another, timers and all', () => {
    const { steps } = PROCEDURES['take-white-out'];
    const run = 'r1';
    const events = told(
      [0, { act: 'run-started', run, procedure: 'take-white-out', title: 'Take white out' }],
      [0.1, { act: 'run-step', run, step: 0, wrote: {} }],
      [0.2, { act: 'run-step', run, step: 1, wrote: {} }],
      [0.3, { act: 'run-step', run, step: 2, wrote: {} }],
      [1, { act: 'run-timer', run, step: 3 }],
      [9, { act: 'run-step', run: 'other', step: 3, wrote: {} }],
    );
    const now = runFrom(events, run, steps.length);
    expect([now.at, now.startedBy, now.steps[2].by]).toEqual([3, 'Ann', 'Ben']);
    const seconds = (hours: number) => secondsLeft(steps[3], now.steps[3], Date.parse(at(hours)));
    expect(seconds(1 + 2 / 60)).toBeCloseTo(180, 6);
    expect(seconds(5)).toBe(0);
    expect(secondsLeft(steps[3], now.steps[2], 0)).toBeUndefined();
    expect(() => runFrom(events, 'none', 2)).toThrow(DomainError);
    expect(careFrom(events, ['W']).running).toEqual([run]);
  });

  it('write into the logbook what was done: the slot to where it is not, a cleaning only if one was run', () => {
    const input = {
      machine: MACHINE,
      care: state([0, { act: 'slot', to: 'under' }]),
      procedure: PROCEDURES['move-slot'],
      minutes: 9,
      wrote: {},
    };
    const effect = (name: 'slot' | 'cleaned' | 'filled' | 'parked', change: object = {}) =>
      effectOf({ do: '', minutes: 0, effect: name }, { ...input, ...change });
    expect(effect('slot')).toEqual({ act: 'slot', to: 'other' });
    expect(effect('cleaned')).toBeUndefined();
    expect(effect('cleaned', { wrote: { ml: 12 } })).toEqual({
      act: 'cleaned',
      ml: 12,
      minutes: 0,
    });
    expect(effect('parked', { care: state([0, { act: 'parked' }]) })).toBeUndefined();
  });
});

describe('keep white or flush it out', () => {
  const use: Omit<WhiteUse, 'weeks'> = {
    ...WHITE_USE,
    containers: [{ ml: 220, price: 4000 }],
    labourRate: 3600,
    currency: 'USD',
  };
  const base = { jobs: [], past: [], today: '2026-11-27', weeks: 12, use, parks: true };

  it('is asked of jobs by their week and their chance, and of past weeks beyond the order book', () => {
    const { weeks } = whiteForecast({
      ...base,
      jobs: [
        { name: 'a', ml: 30, due: '2026-11-27', chance: 1 },
        { name: 'b', ml: 20, due: '2026-12-05', chance: 0.5 },
        { name: 'late', ml: 7, due: '2026-11-01', chance: 1 },
        { name: 'far', ml: 99, due: '2027-06-01', chance: 1 },
      ],
      past: [
        { ml: 10, jobs: 1 },
        { ml: 0, jobs: 0 },
      ],
    });
    expect(weeks.map(({ ml }) => ml)).toEqual([37, 10, 0, 5, 5, 5, 5, 5, 5, 5, 5, 5]);
  });

  it('costs what an independent sum of its hours, fluid and lost ink comes to', () => {
    // One job of 30 mL in week 1, nothing else: white is put in once and flushed once.
    const weeks = Array.from({ length: 12 }, (_, i) => ({
      ml: i === 0 ? 30 : 0,
      jobs: i === 0 ? 1 : 0,
    }));
    const flush = whiteChoices({ ...use, weeks }).find(({ id }) => id === 'flush')!;
    const lines = Object.fromEntries(flush.lines.map(({ label, amount }) => [label, amount.minor]));
    // A week of care of 15 min and two swaps of 25 min at 36.00 an hour; two fillings of fluid at 9.00.
    expect(lines.labour).toBe(Math.round(((15 + 2 * 25) / 60) * 3600));
    expect(lines['cleaning fluid']).toBe(2 * 900);
    expect(flush.lostMl).toBe(2 * 60);
    expect(flush.total.minor).toBe(flush.lines.reduce((sum, { amount }) => sum + amount.minor, 0));
  });

  it('says how sure it is, the same each time, and when to send white work out', () => {
    const rare = whiteForecast({
      ...base,
      past: Array.from({ length: 12 }, (_, i) => ({ ml: i === 5 ? 8 : 0, jobs: i === 5 ? 1 : 0 })),
    });
    expect(rare).toEqual(
      whiteForecast({
        ...base,
        past: Array.from({ length: 12 }, (_, i) => ({
          ml: i === 5 ? 8 : 0,
          jobs: i === 5 ? 1 : 0,
        })),
      }),
    );
    expect(Object.values(rare.cheapestIn).reduce((a, b) => a + b, 0)).toBeGreaterThanOrEqual(98);
    const busy = whiteForecast({
      ...base,
      past: Array.from({ length: 12 }, () => ({ ml: 60, jobs: 5 })),
      jobs: [
        { name: 'a', ml: 60, due: '2026-11-28', chance: 1 },
        { name: 'b', ml: 60, due: '2026-12-05', chance: 1 },
        { name: 'c', ml: 60, due: '2026-12-12', chance: 1 },
      ],
    });
    expect(busy.choices[0].id).toBe('keep');
    expect(busy.says).toMatch(/^Keep it moving. Sure: it is the cheapest in 10 of 10/);
    expect(
      whiteForecast({ ...base, parks: false, past: [{ ml: 5, jobs: 1 }] }).choices.map(
        ({ id }) => id,
      ),
    ).not.toContain('park');
  });
});
