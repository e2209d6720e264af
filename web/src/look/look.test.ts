import {
  allLayers,
  moveLayer,
  parseStack,
  partOf,
  specialKeys,
  drawingOf,
  gapAt,
  textureOf,
} from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { WIDE_MACHINE } from '../../../core/test/shop.ts';
import { compositeOverBackground, LINEAR } from './compositeOverBackground.ts';
import { evened, isWindow } from './windowScene.ts';

describe('the drawing of a core sample', () => {
  const stack = parseStack('W~@sheet / CMYK~ | film | S@art / V@art');
  const drawing = drawingOf(stack, false);

  it('has the layers from the front down, the material between the sides', () => {
    expect(drawing.slabs.map(({ layer }) => layer.parts[0].inkRole)).toEqual([
      'V',
      'S',
      'CMYK',
      'W',
    ]);
    const tops = drawing.slabs.map(({ y }) => y);
    expect(tops).toEqual(tops.toSorted((a, b) => a - b));
    expect(drawing.film).toBeGreaterThan(tops[1]);
    expect(drawing.film).toBeLessThan(tops[2]);
    expect(drawingOf(stack, true).bottom).toBeGreaterThan(drawing.bottom);
  });

  it('has a place to put a layer above, between and below all others, on each side', () => {
    expect(drawing.gaps.map(({ side, at }) => `${side} ${at}`)).toEqual([
      'front 2',
      'front 1',
      'front 0',
      'back 0',
      'back 1',
      'back 2',
    ]);
  });

  it('takes a layer that is dragged to the place nearest to it, and none where it lies already', () => {
    const [clear, silver] = drawing.slabs;
    const at = (y: number, index = clear.index) => gapAt(drawing, y, index);
    expect(at(clear.y + 4)).toBeUndefined();
    expect(at(silver.y + silver.height)).toMatchObject({ side: 'front', at: 0 });
    const bottom = at(drawing.bottom + 50)!;
    const { stack: moved } = moveLayer(stack, clear.index, bottom);
    expect(
      allLayers(moved).map(({ parts, mirror }) => `${parts[0].inkRole}${mirror ? '~' : ''}`),
    ).toEqual(['S', 'CMYK~', 'W~', 'V~']);
  });
});

describe('a print in the hand', () => {
  it('shows what is behind it as far as it lets light through', () => {
    const pixel = (...rgb: number[]) => Uint8ClampedArray.from([...rgb, 255]);
    const out = new Uint8ClampedArray(4);
    // Bare film, opaque ink, a red filter.
    const [black, white] = [pixel(0, 90, 0), pixel(255, 90, 0)];
    compositeOverBackground(black, white, pixel(120, 120, 120), out);
    expect(Math.abs(out[0] - 120)).toBeLessThanOrEqual(1);
    expect([...out.slice(1)]).toEqual([90, 0, 255]);
  });
});

describe('textures', () => {
  it('differ for every special, and thicken with density', () => {
    const texture = (key: string, density = 100) =>
      textureOf({ ...partOf(key), density }, WIDE_MACHINE);
    const keys = ['CMYK', ...specialKeys(WIDE_MACHINE)];
    const full = keys.map((key) => texture(key));
    expect(keys).toEqual(['CMYK', 'W', 'Wb', 'S', 'Sg', 'V', 'Vm', 'P', 'B']);
    expect(new Set(full.map(({ marks, ground }) => marks + ground)).size).toBe(keys.length);
    for (const key of keys.slice(0, -1))
      expect(texture(key, 20).marks, key).not.toBe(texture(key).marks);
  });
});

describe('the scene beyond a window', () => {
  it('has the mean light that the numbers are told for, and no colour on the mean', () => {
    let state = 5;
    const random = () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
    const data = Uint8ClampedArray.from({ length: 4 * 5000 }, (_, i) =>
      i % 4 === 3 ? 255 : 255 * random() ** (1 + (i % 4)),
    );
    evened({ data });
    for (let channel = 0; channel < 3; channel++) {
      let sum = 0;
      for (let i = channel; i < data.length; i += 4) sum += LINEAR[data[i]];
      expect(sum / 5000).toBeCloseTo(0.5, 1);
    }
  });

  it('is only beyond what is a window', () => {
    expect(isWindow('night')).toBe(true);
    expect(isWindow('box')).toBe(false);
  });
});
