import { grainShown, makeScene, modelOf, parseStack } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { ANCHOR } from '../../core/test/shop.ts';
import { pick, SHOP } from './shop.ts';

const PROCESS = modelOf({ format: 'png', colour: '', anchor: ANCHOR, pages: [] });
/** ΔE2000 that a texture is not seen by at arm's length (common practice). */
const SEEN = 2;

describe('the flatbed’s own white on birch', () => {
  const shown = (notation: string) =>
    grainShown(
      makeScene({
        stack: parseStack(`film | ${notation}`),
        material: pick(SHOP.materials, 'birch-ply'),
        machine: SHOP.machines.find(({ kind }) => kind === 'flatbed')!,
        process: PROCESS,
      }),
      'front',
    )!.printed;

  it('lets the grain through at 70 %, and hides it at 100 % in the two hits it is usually laid in', () => {
    expect(shown('W70@sheet')).toBeGreaterThan(SEEN * 1.5);
    expect(shown('Wx2@sheet')).toBeLessThan(SEEN * 0.85);
  });
});
