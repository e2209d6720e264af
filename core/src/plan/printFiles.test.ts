import { describe, expect, it } from 'vitest';
import { PLAN } from '../../test/shop.ts';
import { CATALOGUE, parseStack } from '../stack/index.ts';
import { plateSpecs } from '../plates/index.ts';
import { printFiles, thinned } from './index.ts';

const files = (notation: string) =>
  printFiles({ ...PLAN, stack: parseStack(notation) }).map(
    ({ picture, mirrored, hits, plates }) =>
      `${picture}${mirrored ? ' mirrored' : ''} ×${hits}: ${plates.map(({ name, density }) => `${name} ${density}`).join(', ')}`,
  );

describe('the files that are sent to the machine', () => {
  it('hold white and colour together where each is laid once', () => {
    expect(files('film | W70@image / CMYK')).toEqual(['front ×1: White 70, Colour 100']);
  });

  it('are two where an ink is laid twice, or layers are laid a different number of times', () => {
    expect(files('film | CMYK60 / W@sheet / CMYK')).toEqual([
      'front ×1: Colour 60, White 100',
      'front ×1: Colour 100',
    ]);
    expect(files('film | Wx2@image / CMYK')).toEqual([
      'front ×2: White 100',
      'front ×1: Colour 100',
    ]);
  });

  it('part the pictures and the sides, and keep block-out black from the black of colour', () => {
    expect(files('film | CMYK:rear~ / W:rear~@image / B@image / W@image / CMYK')).toEqual([
      'rear mirrored ×1: Colour 100, White 100',
      'front ×1: Black 100, White 100',
      'front ×1: Colour 100',
    ]);
    expect(files('V@sheet | film | CMYK')).toEqual(['front ×1: Colour 100', 'front ×1: Clear 100']);
  });

  it('hold every plate of every stack in the catalogue once for each time it is laid', () => {
    for (const { notation } of CATALOGUE) {
      const stack = parseStack(notation);
      const plates = printFiles({ ...PLAN, stack }).flatMap((file) => file.plates);
      const layers = [...stack.front, ...stack.back];
      expect(plates).toHaveLength(layers.reduce((sum, { parts }) => sum + parts.length, 0));
      expect(new Set(plates.flatMap(({ key }) => key ?? []))).toEqual(
        new Set(plateSpecs(stack).map(({ key }) => key)),
      );
    }
  });
});

describe('thinned', () => {
  it('lays full ink at the density, and none where there was none', () => {
    expect([...thinned(Uint8Array.of(0, 128, 255), 70)]).toEqual([0, 90, 179]);
    const plane = Uint8Array.of(9);
    expect(thinned(plane, 100)).toBe(plane);
  });
});
