import { describe, expect, it } from 'vitest';
import { artwork, MACHINE, MATERIAL } from '../../test/shop.ts';
import { labOnAnchorSheet, processLayer } from '../optics/index.ts';
import { modelOf } from '../plan/index.ts';
import { plateSpecs } from '../plates/index.ts';
import { D50, spectrumToLab } from '../spectrum/index.ts';
import { parseStack } from '../stack/index.ts';
import { inkNeeded, makeScene, seen, type View } from './index.ts';

const VIEW: View = { side: 'front', place: 'black' };
const process = modelOf(artwork({ Cyan: 0.5 }));
const stack = parseStack('film | Wx2@match / CMYK');
const [spec] = plateSpecs(stack);
const scene = makeScene({ stack, material: MATERIAL, machine: MACHINE, process });
/** Tints that are steps of the table, so that nothing is rounded. */
const tints = (...inks: number[]) => inks.map((ink) => Uint8Array.of(Math.round(ink * 255)));
const cover = (near: number, ...inks: number[]) =>
  inkNeeded(scene, VIEW, spec, near)(tints(...inks), 1)[0] / 255;
const lightness = (inks: readonly number[], plate: number) =>
  spectrumToLab(
    seen(
      scene,
      { process: { front: inks, rear: inks }, plates: new Map([[spec.key, plate]]) },
      VIEW,
    ),
    D50,
  )[0];

describe('inkNeeded', () => {
  it('brings the print as near the art on white as was wanted, or lays all there is', () => {
    for (const inks of [
      [0, 0, 0, 0],
      [1, 0, 0, 0],
      [0.5, 0.75, 0, 0.25],
      [0, 0, 1, 0],
    ]) {
      const plate = cover(6, ...inks);
      const wanted = labOnAnchorSheet(processLayer(process, inks))[0] - 6;
      if (plate < 1) expect(lightness(inks, plate)).toBeGreaterThan(wanted - 0.3);
      else expect(lightness(inks, 15 / 16)).toBeLessThan(wanted);
      if (plate > 0) expect(lightness(inks, Math.max(0, plate - 1 / 16))).toBeLessThan(wanted);
    }
  });

  it('needs less under dark ink, and less where it need not come so near', () => {
    expect(cover(6, 0, 0, 0, 1)).toBeLessThan(cover(6, 0, 0, 0.5, 0));
    expect(cover(25, 0.75, 0.25, 0, 0)).toBeLessThan(cover(5, 0.75, 0.25, 0, 0));
  });
});
