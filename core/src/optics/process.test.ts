import { describe, expect, it } from 'vitest';
import { ANCHOR } from '../../test/shop.ts';
import { deltaE2000, type Triple } from '../spectrum/index.ts';
import { labOnAnchorSheet, processLayer, ProcessLayers, processModel } from './index.ts';

const model = processModel(ANCHOR);

describe('process colour', () => {
  it('mixes neighbours as it mixes each by itself', () => {
    const kept = new ProcessLayers(model);
    let state = 3;
    const random = () => ((state = (Math.imul(state, 1103515245) + 12345) >>> 0) >>> 8) / 2 ** 24;
    let tints = [0.2, 0.4, 0.6, 0.1];
    for (let i = 0; i < 200; i++) {
      // Now one ink changes, now another, now all.
      tints = tints.map((tint, ink) => (i % 5 === ink || i % 5 === 4 ? random() : tint));
      expect(kept.at(tints)).toEqual(processLayer(model, tints));
    }
  });

  it('has solids near the aims of offset on coated paper', () => {
    /** ISO 12647-2:2004, paper type 1 on white backing, relative to its paper; from memory, as is the paper's L* of 95. */
    const AIMS: readonly [solid: readonly number[], lab: Triple][] = [
      [
        [1, 0, 0, 0],
        [55, -37, -50],
      ],
      [
        [0, 1, 0, 0],
        [48, 74, -3],
      ],
      [
        [0, 0, 1, 0],
        [91, -5, 93],
      ],
      [
        [1, 1, 0, 0],
        [24, 22, -46],
      ],
      [
        [1, 0, 1, 0],
        [50, -68, 27],
      ],
      [
        [0, 1, 1, 0],
        [47, 68, 48],
      ],
    ];
    /** ΔE2000; the standard lets a press be off by 5 in ΔE 1976. The worst seen is 1.7. */
    const NEAR = 2.5;
    for (const [solid, lab] of AIMS)
      expect(deltaE2000(labOnAnchorSheet(processLayer(model, solid)), lab)).toBeLessThan(NEAR);
  });
});
