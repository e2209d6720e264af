import { describe, expect, it } from 'vitest';
import {
  allLayers,
  formatStack,
  insertLayer,
  mistakesOf,
  mirrored,
  moveLayer,
  newLayer,
  parseStack,
  removeLayer,
  stepLayer,
  turnedOver,
  withDensity,
  withHits,
  withInkRoleDensity,
  withoutInkRole,
  type Stack,
} from './index.ts';

const UNDER = 'film | W@image / CMYK';
const stack = (text: string) => parseStack(text);
const text = (made: Stack | undefined) => made && formatStack(made);

describe('moving a layer', () => {
  it('changes the order on its side', () => {
    expect(text(moveLayer(stack(UNDER), 0, { side: 'front', at: 2 }).stack)).toBe(
      'film | CMYK / W@image',
    );
    expect(text(moveLayer(stack(UNDER), 1, { side: 'front', at: 0 }).stack)).toBe(
      'film | CMYK / W@image',
    );
  });

  it('over the material mirrors it, so that it reads as it did', () => {
    expect(text(moveLayer(stack(UNDER), 1, { side: 'back', at: 0 }).stack)).toBe(
      'CMYK~ | film | W@image',
    );
    const back = moveLayer(stack('CMYK~ | film | W@image'), 1, { side: 'front', at: 1 });
    expect([text(back.stack), back.index]).toEqual([UNDER, 1]);
  });

  it('step by step goes through every place from the front to the back, and home again', () => {
    let made = { stack: stack(`${UNDER} / V@art`), index: 2 };
    const seen = [text(made.stack)];
    for (let i = 0; i < 3; i++) {
      made = stepLayer(made.stack, made.index, 'back')!;
      seen.push(text(made.stack));
      expect(allLayers(made.stack)[made.index].parts[0].inkRole).toBe('V');
    }
    expect(seen).toEqual([
      'film | W@image / CMYK / V@art',
      'film | W@image / V@art / CMYK',
      'film | V@art / W@image / CMYK',
      'V~@art | film | W@image / CMYK',
    ]);
    for (let i = 0; i < 3; i++) made = stepLayer(made.stack, made.index, 'front')!;
    expect(text(made.stack)).toBe(seen[0]);
    expect(stepLayer(made.stack, made.index, 'front')).toBeUndefined();
  });
});

describe('a stack', () => {
  it('on the other side of the material keeps its order from the viewer, and comes back', () => {
    const over = turnedOver(stack(UNDER));
    expect(text(over)).toBe('W~@image / CMYK~ | film');
    expect(text(turnedOver(over))).toBe(UNDER);
  });

  it('gets a layer in the picture and the reading of its neighbours', () => {
    const over = stack('W~@sheet / CMYK~ | film');
    const slot = { side: 'back', at: 2 } as const;
    expect(text(insertLayer(over, slot, newLayer(over, slot, { inkRole: 'B' })))).toBe(
      'B~@image / W~@sheet / CMYK~ | film',
    );
    const two = stack('film | CMYK:rear~ / B@image / CMYK');
    expect(newLayer(two, { side: 'front', at: 1 }, { inkRole: 'W' })).toMatchObject({
      picture: 'rear',
      mirror: true,
    });
    // Silver under colour stays wet when it is full.
    expect(newLayer(two, { side: 'front', at: 3 }, { inkRole: 'S' }).parts[0].density).toBe(35);
  });

  it('keeps its last layer', () => {
    const one = stack('film | CMYK');
    expect(removeLayer(one, 0)).toBe(one);
    expect(text(removeLayer(stack(UNDER), 0))).toBe('film | CMYK');
    expect(withoutInkRole(one, 'CMYK')).toBeUndefined();
    expect(text(withoutInkRole(stack('film | W@art+CMYK / V@art'), 'W'))).toBe(
      'film | CMYK / V@art',
    );
  });

  it('changes one density, or the mirroring of one picture, and nothing else', () => {
    expect(text(withDensity(stack('film | CMYK / W@sheet / CMYK'), 0, 'CMYK', 59))).toBe(
      'film | CMYK59 / W@sheet / CMYK',
    );
    expect(text(mirrored(stack('film | CMYK:rear / W@image / CMYK'), 'rear'))).toBe(
      'film | CMYK:rear~ / W@image / CMYK',
    );
  });
});

describe('the classic mistakes', () => {
  const made = (notation: string) =>
    Object.fromEntries(
      mistakesOf(stack(notation)).map(({ id, name, stack: s }) => [id, [name, text(s)]]),
    );

  it('leave white out, lay it over the art, or let colour erase it', () => {
    expect(made(UNDER)).toEqual({
      none: ['No white', 'film | CMYK'],
      'in-front': ['White in front of the art', 'film | CMYK / W@image'],
      'knocked-out': ['White knocked out', 'film | W@image(bare image(haze 0)) / CMYK'],
    });
  });

  it('lay white where it hides the art: first where one reads through, for each picture by itself', () => {
    const hidden = (notation: string) => made(notation)['in-front'][1];
    expect(hidden('W~@sheet / CMYK~ | film')).toBe('CMYK~ / W~@sheet | film');
    expect(hidden('film | CMYK:rear~ / W:rear~@image / B@image / W@image / CMYK')).toBe(
      'film | W:rear~@image / CMYK:rear~ / B@image / CMYK / W@image',
    );
  });

  it('are none where there is no white beside colour', () => {
    expect(made('film | CMYK')).toEqual({});
    expect(made('film | W@art')).toEqual({});
    expect(Object.keys(made('film | W@art+CMYK'))).toEqual(['none', 'knocked-out']);
  });
});

describe('an ink changed wherever it is laid', () => {
  it('gets its hits in layers of its own, and its density in shared ones too', () => {
    const two = stack('W~@sheet / CMYK~ | film | W@image / CMYK+W@art');
    expect(text(withHits(two, 'W', 2))).toBe('Wx2~@sheet / CMYK~ | film | Wx2@image / CMYK+W@art');
    expect(text(withInkRoleDensity(two, 'W', 40))).toBe(
      'W40~@sheet / CMYK~ | film | W40@image / CMYK+W40@art',
    );
    expect(text(withHits(two, 'S', 2))).toBe(text(two));
  });
});
