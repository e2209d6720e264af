// @vitest-environment happy-dom
import { converter } from 'culori';
import { beforeEach, describe, expect, it } from 'vitest';
import { coverageRamp, labToCss } from './colour.ts';
import { area, currency, duration, length, percent, plain, size, units } from './format.ts';
import { typing } from './keys.ts';
import { useLatest } from './useLatest.ts';
import { without } from './without.ts';

describe('numbers as an operator reads them', () => {
  beforeEach(() => {
    units.value = 'mm';
  });

  it('carry their unit and no more digits than they deserve', () => {
    expect(percent(0.4837)).toBe('48.4 %');
    expect(area(25_203)).toBe('252.0 cm²');
    expect(area(252_030)).toBe('2,520 cm²');
    expect(area(3_215_570)).toBe('3.22 m²');
    expect([length(1999), length(4951)]).toEqual(['1,999 mm', '4.95 m']);
    expect(currency({ minor: 123_456, currency: 'USD' })).toBe('$1,234.56');
    expect([0, 7, 0.123456, 1.5, 1234.5, 1607043214.13, 'four'].map(plain)).toEqual([
      '0',
      '7',
      '0.1235',
      '1.50',
      '1,234.5',
      '1,607,043,214',
      'four',
    ]);
  });

  it('turn minutes into hours from one hour on, and round to the whole minute first', () => {
    expect([3.25, 42.4, 59.6, 60, 128.4].map(duration)).toEqual([
      '3.3 min',
      '42 min',
      '1 h 00 min',
      '1 h 00 min',
      '2 h 08 min',
    ]);
  });

  it('come in the preferred unit, with the other one beside it', () => {
    expect(size(90, 120)).toEqual({ text: '90.0 × 120.0 mm', other: '3.54 × 4.72 in' });
    units.value = 'in';
    expect(size(90, 120)).toEqual({ text: '3.54 × 4.72 in', other: '90.0 × 120.0 mm' });
    expect(length(1371.6)).toBe('54.0 in');
    units.value = 'cm';
    expect(size(90, 120)).toEqual({ text: '9.00 × 12.00 cm', other: '3.54 × 4.72 in' });
    expect([length(1371.6), length(4951)]).toEqual(['137.2 cm', '4.95 m']);
    units.value = 'in';
    expect(area(645.16)).toBe('1.0 in²');
  });
});

describe('coverageRamp', () => {
  const ramp = coverageRamp();
  const oklab = converter('oklab');
  const lightness = (v: number) =>
    oklab({
      mode: 'rgb',
      r: ramp[v * 3] / 255,
      g: ramp[v * 3 + 1] / 255,
      b: ramp[v * 3 + 2] / 255,
    })!.l;

  it('falls in even steps of lightness from paper to deep blue, as culori measures them', () => {
    const all = Array.from({ length: 256 }, (_, v) => lightness(v));
    expect(all[0]).toBeCloseTo(0.965, 2);
    expect(all[255]).toBeCloseTo(0.25, 2);
    // Clipping to the screen and rounding to 8 bits move a step by less than a hundredth.
    const even = (v: number) => all[0] + ((all[255] - all[0]) * v) / 255;
    expect(Math.max(...all.map((l, v) => Math.abs(l - even(v))))).toBeLessThan(0.012);
  });
});

describe('labToCss', () => {
  it('shows white as white and keeps what the screen can’t show within its range', () => {
    expect(labToCss([100, 0, 0])).toBe('rgb(255, 255, 255)');
    for (const part of labToCss([50, 120, -120]).match(/\d+/g)!)
      expect(Number(part)).toBeLessThanOrEqual(255);
  });
});

describe('useLatest', () => {
  /** A task that ends when told to. */
  function task() {
    const ends: ((value: string) => void)[] = [];
    const inputs: number[] = [];
    const run = (input: number) => {
      inputs.push(input);
      return new Promise<string>((done) => ends.push(done));
    };
    return { run, ends, inputs };
  }
  const settle = () => new Promise((done) => setTimeout(done, 0));

  it('shows every answer where a picture follows a slider', async () => {
    const { run, ends } = task();
    const shown: string[] = [];
    const { ask } = useLatest(run, (answer) => shown.push(answer), { all: true });
    void ask(1);
    void ask(2);
    ends[0]('first');
    await settle();
    ends[1]('second');
    await settle();
    expect(shown).toEqual(['first', 'second']);
  });

  it('runs one at a time, drops what was overtaken, and shows the newest answer only', async () => {
    const { run, ends, inputs } = task();
    const shown: string[] = [];
    const { ask, busy } = useLatest(run, (answer) => shown.push(answer));
    void ask(1);
    void ask(2);
    void ask(3);
    expect([inputs, busy.value]).toEqual([[1], true]);
    ends[0]('first');
    await settle();
    expect(inputs).toEqual([1, 3]);
    ends[1]('third');
    await settle();
    expect([shown, busy.value]).toEqual([['third'], false]);
  });

  it('tells a failure and goes on afterwards', async () => {
    let fail = true;
    const shown: string[] = [];
    const { ask, failed } = useLatest(
      (): Promise<string> =>
        fail ? Promise.reject(new Error('no picture')) : Promise.resolve('fine'),
      (answer) => shown.push(answer),
    );
    await ask(undefined);
    expect(failed.value).toBe('no picture');
    fail = false;
    await ask(undefined);
    expect([failed.value, shown]).toEqual([undefined, ['fine']]);
  });
});

describe('without', () => {
  it('leaves a copy that lacks the fields, and the value as it was', () => {
    const layout = { copies: 2, gap: 4, places: [1] };
    expect(without(layout, 'places', 'gap')).toEqual({ copies: 2 });
    expect(layout).toEqual({ copies: 2, gap: 4, places: [1] });
    expect('places' in without(layout, 'places')).toBe(false);
  });
});

describe('typing', () => {
  const key = (target: HTMLElement, init: KeyboardEventInit = {}) => {
    const event = new KeyboardEvent('keydown', { key: 'f', ...init });
    Object.defineProperty(event, 'target', { value: target });
    return typing(event);
  };

  it('keeps shortcuts out of fields and chords', () => {
    expect(key(document.createElement('input'))).toBe(true);
    expect(key(document.createElement('button'))).toBe(false);
    expect(key(document.createElement('button'), { ctrlKey: true })).toBe(true);
  });
});
