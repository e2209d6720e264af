import { describe, expect, it } from 'vitest';
import { DARK, MACHINE, MATERIAL } from '../../test/shop.ts';
import { obstacles, parseStack, type Machine } from './index.ts';

const codes = (notation: string, machine: Machine = MACHINE, material = MATERIAL) =>
  obstacles(parseStack(notation), machine, material).map(({ code }) => code);
const without = (channel: string): Machine => ({
  ...MACHINE,
  inks: MACHINE.inks.filter((ink) => ink.channel !== channel),
});

describe('obstacles', () => {
  it('finds none where machine and material can do it', () => {
    expect(codes('film | W@image / CMYK')).toEqual([]);
    expect(codes('W~@sheet / CMYK~ | film')).toEqual([]);
  });

  it('names an ink that is not fitted, block-out black by its K', () => {
    expect(codes('film | W / CMYK', without('W'))).toEqual(['INK_NOT_FITTED']);
    expect(codes('film | B', without('K'))).toEqual(['INK_NOT_FITTED']);
  });

  it('counts layers on one side and hits of a layer', () => {
    expect(codes('film | CMYK / W / B / W / CMYK', { ...MACHINE, maxLayers: 3 })).toContain(
      'TOO_MANY_LAYERS',
    );
    expect(codes('film | Wx5 / CMYK')).toEqual(['TOO_MANY_HITS']);
  });

  it('knows a mode that lays colour only from one that is not for the material at all', () => {
    const modes = MACHINE.modes.map((mode) => ({ ...mode, specials: false }));
    expect(codes('film | W', { ...MACHINE, modes })).toEqual(['MODE_WITHOUT_SPECIALS']);
    expect(codes('film | CMYK', { ...MACHINE, modes })).toEqual([]);
    expect(
      codes('film | CMYK', {
        ...MACHINE,
        modes: modes.map((m) => ({ ...m, materials: ['white'] as const })),
      }),
    ).toEqual(['NO_MODE']);
  });

  it('lets nothing be read through material that is not clear, nor printed on a back that can’t be', () => {
    expect(codes('W~ / CMYK~ | film', MACHINE, DARK)).toEqual([
      'BACK_NOT_PRINTABLE',
      'NOT_SEE_THROUGH',
    ]);
  });

  it('needs one trip on a machine that can’t go back', () => {
    const oneWay = { ...MACHINE, returnsToOrigin: false };
    expect(codes('film | W / CMYK', oneWay)).toEqual([]);
    expect(codes('film | CMYK / W / CMYK', oneWay)).toEqual(['ONE_TRIP_ONLY']);
  });

  it('tells the way out in every sentence', () => {
    const [{ message }] = obstacles(parseStack('film | W'), without('W'), MATERIAL);
    expect(message).toBe(
      'Test machine has no white ink. Choose a machine that has, or a stack without it.',
    );
  });
});
