import { allLayers, CATALOGUE, newPlan, parseStack } from '@kyanos/core';
import { SHOP } from '@kyanos/demo';
import { describe, expect, it } from 'vitest';
import { comparisonsOf } from './comparisons.ts';

describe('what a print can be compared with', () => {
  const info = {
    format: 'PDF',
    pages: [
      {
        number: 1,
        widthMm: 90,
        heightMm: 60,
        trimMm: { left: 0, top: 0, width: 90, height: 60 },
        separations: [],
      },
    ],
  } as never;
  const plan = newPlan(SHOP, info, 'x.pdf', parseStack('film | W70@image / CMYK'));
  const all = comparisonsOf(plan, SHOP.materials);
  const of = (about: string) => all.filter((one) => one.about === about);

  it('are the stacks of the catalogue, each on its own plan', () => {
    expect(of('stack').map(({ name }) => name)).toEqual(CATALOGUE.map(({ name }) => name));
  });

  it('are other densities of its first special, without the one that it has', () => {
    expect(of('density').map(({ id }) => id)).toEqual(['density 50', 'density 85', 'density 100']);
    const { plan: full } = of('density')[2].plan();
    expect(allLayers(full.stack)[0].parts[0].density).toBe(100);
    expect(allLayers(plan.stack)[0].parts[0].density).toBe(70);
  });

  it('are the other materials of the shop, with everything else as it is', () => {
    expect(of('material')).toHaveLength(SHOP.materials.length - 1);
    const { plan: other, name } = of('material')[0].plan();
    expect(other).toEqual({ ...plan, material: other.material });
    expect(name).toBe(`On ${other.material.name}`);
  });
});
