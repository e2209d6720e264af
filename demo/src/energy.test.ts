import {
  catalogueStack,
  CATALOGUE,
  makeScene,
  modelOf,
  plateSpecs,
  seen,
  wholeOptics,
  type Point,
} from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { ANCHOR } from '../../core/test/shop.ts';
import { SHOP } from './shop.ts';

const PROCESS = modelOf({ format: 'png', colour: '', anchor: ANCHOR, pages: [] });
const BARE = [0, 0, 0, 0];

describe('no print of the shop gives back more light than it gets', () => {
  const stacks = CATALOGUE.flatMap(({ id }) => catalogueStack(id) ?? []);
  it.each(SHOP.materials)('on $name, in any stack at any cover', (material) => {
    const { mirror } = wholeOptics(material);
    let most = 0;
    for (const stack of stacks) {
      const scene = makeScene({ stack, material, machine: SHOP.machines[2], process: PROCESS });
      const keys = plateSpecs(stack).map(({ key }) => key);
      for (const cover of [0, 0.3, 1])
        for (const inks of [BARE, [0.4, 0, 0, 0]]) {
          const point: Point = {
            process: { front: inks, rear: inks },
            plates: new Map(keys.map((key) => [key, cover])),
          };
          for (const side of ['front', 'back'] as const) {
            const other = side === 'front' ? 'back' : 'front';
            // Lit from this side alone, nothing behind: what comes back, and what comes out on the other side.
            const back = seen(scene, point, { side, place: 'both', behind: 0 });
            const through = seen(scene, point, { side: other, place: 'behind' });
            const mirrored = cover === 0 && side === 'front' ? mirror : 0;
            back.forEach((r, i) => (most = Math.max(most, r + through[i] + mirrored)));
          }
        }
    }
    expect(most).toBeLessThanOrEqual(1.005);
    expect(most).toBeGreaterThan(0.02);
  });
});
