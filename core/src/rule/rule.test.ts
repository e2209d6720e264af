import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  DEFAULT_RULE,
  formatRule,
  isWholeSheet,
  mapSources,
  parseRule,
  ruleWords,
  usesSource,
  WISHES,
  type PlateRule,
  type Recipe,
  type Source,
  type Step,
} from './index.ts';

const number = (min: number, max: number, digits = 2) =>
  fc
    .double({ min, max, noNaN: true })
    .map((value) => Number(value.toFixed(digits)))
    .filter((value) => value >= min && value <= max)
    .map((value) => (value === 0 ? 0 : value));
const spot = fc.record({ x: number(-50, 900), y: number(-50, 900) });
const spots = fc.array(spot, { maxLength: 3 });
const box = {
  left: number(-9, 99),
  top: number(-9, 99),
  width: number(0, 99),
  height: number(0, 9),
};
const shape = fc.oneof(
  fc.record({ shape: fc.constantFrom('box' as const, 'ellipse' as const), ...box }),
  fc.record({
    shape: fc.constant('polygon' as const),
    points: fc.array(spot, { minLength: 3, maxLength: 6 }),
  }),
  fc.record({
    shape: fc.constant('brush' as const),
    width: number(0.05, 30),
    points: fc.array(spot, { minLength: 1, maxLength: 6 }),
  }),
);
const haze = number(0, 50, 1);
const source: fc.Arbitrary<Source> = fc.oneof(
  fc.constantFrom<Source>({ kind: 'art' }, { kind: 'sheet' }, { kind: 'light' }, { kind: 'vivid' }),
  fc.record({
    kind: fc.constantFrom('image' as const, 'outside' as const, 'paper' as const),
    haze,
  }),
  fc.record({ kind: fc.constant('separation' as const), name: fc.string() }),
  fc.record({
    kind: fc.constant('cleaned' as const),
    haze,
    highlight: number(0.01, 90),
    white: spots,
    bare: spots,
  }),
  fc.record({ kind: fc.constant('solveForLightness' as const), within: number(0.5, 50) }),
  fc.record({
    kind: fc.constant('ink' as const),
    ink: fc.constantFrom('C' as const, 'M' as const, 'Y' as const, 'K' as const),
    above: number(0, 100),
  }),
  fc.record({ kind: fc.constant('codes' as const), margin: number(0, 20) }),
  fc.record({ kind: fc.constant('shape' as const), shape }),
  fc.record({
    kind: fc.constant('plate' as const),
    job: fc.uuid(),
    inkKey: fc.constantFrom('W', 'S', 'V', 'B'),
  }),
);
const length = fc.oneof(
  fc.record({ value: number(0.01, 5), unit: fc.constant('mm' as const) }),
  fc.record({ value: number(0.01, 100), unit: fc.constant('px' as const) }),
);
const { recipe } = fc.letrec<{ recipe: Recipe; step: Step }>((tie) => ({
  recipe: fc.record({
    from: source,
    steps: fc.array(tie('step'), { maxLength: 3 }),
  }),
  step: fc.oneof(
    { depthSize: 'small', maxDepth: 2 },
    fc.record({ do: fc.constant('choke' as const), by: length, least: number(0, 5) }),
    fc.record({ do: fc.constant('spread' as const), by: length }),
    fc.record({
      do: fc.constantFrom('close' as const, 'drop' as const),
      upTo: fc.record({
        value: number(0.01, 5),
        unit: fc.constantFrom('mm2' as const, 'mm' as const),
      }),
    }),
    fc.record({ do: fc.constant('feather' as const), mm: number(0.01, 5) }),
    fc.record({ do: fc.constant('density' as const), percent: number(1, 100) }),
    fc.record({
      do: fc.constant('skipUnderBlack' as const),
      above: number(50, 100),
      inner: number(0, 5),
    }),
    fc.record({
      do: fc.constant('curve' as const),
      points: fc.constant([
        [0, 5],
        [50, 60],
        [100, 100],
      ] as const),
    }),
    fc.record({
      do: fc.constantFrom('add' as const, 'subtract' as const, 'within' as const),
      with: tie('recipe'),
    }),
  ),
}));
const rule: fc.Arbitrary<PlateRule> = fc
  .tuple(recipe, fc.boolean())
  .map(([made, alone]) => ({ ...made, alone }));

describe('the text of a rule', () => {
  it('reads from the source to the last step', () => {
    expect(
      parseRule('image(haze 5 close 0.5mm2 choke 3px least 0.3 bare box(1 2 30 4) alone)'),
    ).toEqual({
      from: { kind: 'image', haze: 5 },
      steps: [
        { do: 'close', upTo: { value: 0.5, unit: 'mm2' } },
        { do: 'choke', by: { value: 3, unit: 'px' }, least: 0.3 },
        {
          do: 'subtract',
          with: {
            from: { kind: 'shape', shape: { shape: 'box', left: 1, top: 2, width: 30, height: 4 } },
            steps: [],
          },
        },
      ],
      alone: true,
    });
  });

  it('leaves out what is usual', () => {
    expect(formatRule(DEFAULT_RULE)).toBe('image');
    expect(formatRule(parseRule('cleaned(haze 3 highlight 0.5mm2 choke 0.2mm least 0)'))).toBe(
      'cleaned(choke 0.2)',
    );
  });

  it('is read back as the same rule, whatever it holds', () => {
    fc.assert(
      fc.property(rule, (made) => {
        expect(parseRule(formatRule(made)), formatRule(made)).toEqual(made);
      }),
      { numRuns: 1000 },
    );
  });

  it('is known for every ready rule', () => {
    for (const { rule } of WISHES) expect(formatRule(parseRule(rule))).toBe(rule);
  });

  it('still reads what plans of before say', () => {
    expect(formatRule(parseRule('image(haze 4 choke 0.2)'))).toBe('image(haze 4 choke 0.2)');
    expect(formatRule(parseRule('art(haze 5)'))).toBe('art');
  });

  it.each([
    ['', 'a source such as image'],
    ['flood', '"flood" is not a source'],
    ['image(haze 60)', 'must be 0 to 50, and is 60'],
    ['image(choke)', 'needs a length and has ")"'],
    ['image(choke 6)', 'at most 5 mm'],
    ['image(choke 0.2mm2)', 'a length'],
    ['image(close 0.5)', 'an area such as 0.5mm2'],
    ['image(alone choke 1)', 'a step or ")"'],
    ['image(add sheet(alone))', 'a step or ")"'],
    ['image(shrink 2)', 'a step such as add'],
    ['image(choke 0.2', 'has the end there'],
    ['image sheet', 'needs to end'],
    ['separation(White)', 'in quotes'],
    ['polygon(1,2 3,4)', 'at least 3 places'],
    ['image(curve 50:10 20:30)', 'rise from 0 to 100'],
    ['image(#)', '"#)" can’t be read'],
  ])('refuses "%s" and says why', (text, why) => {
    expect(() => parseRule(text)).toThrow(
      expect.objectContaining({ code: 'RULE_TEXT', message: expect.stringContaining(why) }),
    );
  });
});

describe('a text that goes on without end', () => {
  it('is refused before it takes the program down', () => {
    const deep = `${'image(add '.repeat(5000)}sheet${')'.repeat(5000)}`;
    expect(() => parseRule(deep)).toThrow('6 deep at most');
    expect(() => parseRule(`image(${'choke 0.1 '.repeat(61)})`)).toThrow('60 steps at most');
  });
});

describe('a rule', () => {
  it('is said in words', () => {
    expect(ruleWords(parseRule('image(close 0.5mm2 choke 0.2 add codes bare paper alone)'))).toBe(
      'under the image, any ink above 3 %, holes up to 0.5 mm² closed, choke 0.2 mm, and under barcodes and their quiet zones, but not on paper-white inside the image, whatever the artist drew',
    );
  });

  it('covers the whole sheet only if nothing is done to it', () => {
    expect(isWholeSheet(parseRule('sheet(alone)'))).toBe(true);
    expect(isWholeSheet(parseRule('sheet(bare codes)'))).toBe(false);
  });

  it('knows and changes its sources, however deep they stand', () => {
    const made = parseRule('sheet(within image(bare ink(K add image(haze 9))))');
    expect(usesSource(made, 'ink')).toBe(true);
    expect(usesSource(made, 'art')).toBe(false);
    expect(
      formatRule(mapSources(made, (from) => (from.kind === 'image' ? { kind: 'art' } : from))),
    ).toBe('sheet(within art(bare ink(K add art)))');
  });
});
