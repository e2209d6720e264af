import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseRule } from '../rule/index.ts';
import {
  CATALOGUE,
  formatStack,
  INK_ROLES,
  parseStack,
  partOf,
  PRESETS,
  type Part,
  type Stack,
  type StackLayer,
} from './index.ts';

const part = (key: string) =>
  fc
    .record({
      density: fc.integer({ min: 1, max: 100 }),
      rule: fc.constantFrom(
        'art',
        'image(haze 1.5 choke 0.2)',
        'sheet(bare separation("a/b | \\"+\\" (") alone)',
      ),
    })
    .map(({ density, rule }): Part =>
      key === 'CMYK'
        ? { inkRole: key, density }
        : { ...partOf(key), density, rule: parseRule(rule) },
    );
const layer = fc
  .record({
    parts: fc
      .subarray([...INK_ROLES, 'Wb', 'Sg', 'Vm'], { minLength: 1, maxLength: 3 })
      .chain((lays) => fc.tuple(...lays.map(part))),
    hits: fc.integer({ min: 1, max: 9 }),
    mirror: fc.boolean(),
    picture: fc.constantFrom('front' as const, 'rear' as const),
  })
  .map((made): StackLayer => made);
const anyStack = fc
  .record({ front: fc.array(layer, { maxLength: 5 }), back: fc.array(layer, { maxLength: 3 }) })
  .filter(({ front, back }) => front.length + back.length > 0)
  .map((made): Stack => made);

describe('the notation of stacks', () => {
  it('reads outward from the film on either side', () => {
    const { front, back } = parseStack('W~@sheet / CMYK~ | film | V');
    expect(back.map(({ parts }) => parts[0].inkRole)).toEqual(['CMYK', 'W']);
    expect(front.map(({ parts }) => parts[0].inkRole)).toEqual(['V']);
    expect(back.every(({ mirror }) => mirror)).toBe(true);
  });

  it('reads density, hits and rule', () => {
    expect(parseStack('film | W70x2@image(haze 4 choke 0.2)').front[0]).toEqual({
      parts: [
        {
          inkRole: 'W',
          density: 70,
          rule: {
            from: { kind: 'image', haze: 4 },
            steps: [{ do: 'choke', by: { value: 0.2, unit: 'mm' }, least: 0 }],
            alone: false,
          },
        },
      ],
      hits: 2,
      mirror: false,
      picture: 'front',
    });
  });

  it('reads marks inside names and brackets as what they are', () => {
    const text = 'film | W@image(bare separation("A / B + C | film")) / CMYK';
    expect(parseStack(text).front).toHaveLength(2);
    expect(formatStack(parseStack(text))).toBe(text);
  });

  it('reads back whatever it writes', () => {
    fc.assert(
      fc.property(anyStack, (stack) => {
        expect(parseStack(formatStack(stack))).toEqual(stack);
      }),
    );
  });

  it('writes every stack of the catalogue, and every preset, as it stands there', () => {
    for (const { notation } of [...CATALOGUE, ...PRESETS])
      expect(formatStack(parseStack(notation))).toBe(notation);
  });

  it.each([
    ['', 'film'],
    ['film', 'at least one'],
    ['film | ', 'at least one'],
    ['W / CMYK', 'film'],
    ['film | film | W', 'film'],
    ['film | Q', '"Q" is not a layer'],
    ['film | W0', '1 to 100 %'],
    ['film | W101', '1 to 100 %'],
    ['film | Wx0', 'at least 1'],
    ['film | CMYK@image', 'no rule'],
    ['film | W+W', 'twice'],
  ])('refuses "%s" and says why', (text, why) => {
    expect(() => parseStack(text)).toThrow(
      expect.objectContaining({ code: 'STACK_NOTATION', message: expect.stringContaining(why) }),
    );
  });
});
