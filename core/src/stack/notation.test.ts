import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  CATALOGUE,
  formatStack,
  LAYS,
  parseStack,
  type Part,
  type Stack,
  type StackLayer,
} from './index.ts';

const part = (lay: Part['lay']) =>
  fc
    .record({
      density: fc.integer({ min: 1, max: 100 }),
      extent: fc.constantFrom('art' as const, 'image' as const, 'sheet' as const),
      hazePercent: fc.constantFrom(0, 1.5, 3, 10),
      chokeMm: fc.constantFrom(0, 0.2, 1),
    })
    .map(({ density, ...rule }): Part =>
      lay === 'CMYK' ? { lay, density } : { lay, density, rule },
    );
const layer = fc
  .record({
    parts: fc
      .subarray([...LAYS], { minLength: 1, maxLength: 3 })
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
    expect(back.map(({ parts }) => parts[0].lay)).toEqual(['CMYK', 'W']);
    expect(front.map(({ parts }) => parts[0].lay)).toEqual(['V']);
    expect(back.every(({ mirror }) => mirror)).toBe(true);
  });

  it('reads density, hits, extent, haze and choke', () => {
    expect(parseStack('film | W70x2@image(haze 4 choke 0.2)').front[0]).toEqual({
      parts: [{ lay: 'W', density: 70, rule: { extent: 'image', hazePercent: 4, chokeMm: 0.2 } }],
      hits: 2,
      mirror: false,
      picture: 'front',
    });
  });

  it('reads back whatever it writes', () => {
    fc.assert(
      fc.property(anyStack, (stack) => {
        expect(parseStack(formatStack(stack))).toEqual(stack);
      }),
    );
  });

  it('writes every stack of the catalogue as it stands there', () => {
    for (const { notation } of CATALOGUE)
      expect(parseStack(formatStack(parseStack(notation)))).toEqual(parseStack(notation));
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
    ['film | W@flood', '"flood" is not an extent'],
    ['film | CMYK@image', 'no extent'],
    ['film | W+W', 'twice'],
  ])('refuses "%s" and says why', (text, why) => {
    expect(() => parseStack(text)).toThrow(
      expect.objectContaining({ code: 'STACK_NOTATION', message: expect.stringContaining(why) }),
    );
  });
});
