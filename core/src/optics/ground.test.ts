import { describe, expect, it } from 'vitest';
import { flat } from '../spectrum/index.ts';
import {
  clearCoat,
  GROUNDS,
  INSIDE,
  insideOf,
  opaque,
  OUTSIDE,
  metallicInk,
  stack,
  surfaceLayer,
} from './index.ts';

describe('Saunderson’s surface', () => {
  it('turns inner into measured reflectance as his formula does, and back', () => {
    for (const inner of [0, 0.02, 0.5, 0.9, 1]) {
      const [measured] = stack(surfaceLayer(0), opaque(flat(inner))).front;
      expect(measured).toBeCloseTo(
        ((1 - OUTSIDE) * (1 - INSIDE) * inner) / (1 - INSIDE * inner),
        12,
      );
      expect(insideOf(flat(measured))[0]).toBeCloseTo(inner, 12);
    }
  });

  it('lets light that was never scattered out of clear film almost whole', () => {
    expect(surfaceLayer(0, 0).up[0]).toBeCloseTo(1 - OUTSIDE, 12);
    expect(surfaceLayer(0, 1).up[0]).toBeCloseTo(1 - INSIDE, 12);
  });

  it('adds its scatter to what a matt surface sends back', () => {
    const [gloss, matt] = [0, 0.02].map(
      (scatter) => stack(surfaceLayer(scatter), opaque(flat(0.1))).front[0],
    );
    expect(matt - gloss).toBeCloseTo(0.02, 12);
  });
});

describe('specials', () => {
  it('of silver measure near the middle of the scale, between black and white', () => {
    const measured = stack(surfaceLayer(0), metallicInk(6).layerOf(1)).front[18];
    expect(measured).toBeGreaterThan(0.35);
    expect(measured).toBeLessThan(0.55);
  });

  it('of clear pass in drops what they pass as a film where there are many, and more where there are few', () => {
    const [few, many] = [2, 1e6].map((drops) => clearCoat(2, drops).down[3]);
    const film = clearCoat(1, 1e6).down[3] ** 2;
    expect(many).toBeCloseTo(film, 5);
    expect(few).toBeGreaterThan(many);
  });
});

describe('grounds', () => {
  it('are ordered as the eye orders them', () => {
    const at = (name: keyof typeof GROUNDS) => GROUNDS[name][18];
    const order = [at('nothing'), at('black'), at('room'), at('wood'), at('opal'), at('white')];
    expect(order).toEqual(order.toSorted((a, b) => a - b));
  });
});
