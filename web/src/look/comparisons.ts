/** What a print can be compared with: the same job with another stack, another density, on another material. */
import {
  allLayers,
  CATALOGUE,
  changePart,
  inkName,
  parseStack,
  withStack,
  type Material,
  type PrintPlan,
} from '@kyanos/core';
import { t } from '../texts/texts.ts';

/** A plan that is shown, with what it is called. */
export interface Compared {
  readonly name: string;
  readonly plan: PrintPlan;
}

export interface Comparison {
  readonly id: string;
  readonly name: string;
  /** What differs: a heading of the list. */
  readonly about: 'stack' | 'density' | 'material';
  plan(): Compared;
}

/** Densities that are worth seeing side by side, percent. */
const DENSITIES = [50, 70, 85, 100] as const;

export function comparisonsOf(plan: PrintPlan, materials: readonly Material[]): Comparison[] {
  const stacks = CATALOGUE.map(({ id, name, notation }): Comparison => ({
    id,
    name,
    about: 'stack',
    plan: () => ({ name, plan: withStack(plan, parseStack(notation)) }),
  }));
  const layers = allLayers(plan.stack);
  const layer = layers.findIndex(({ parts }) => parts.some(({ inkRole }) => inkRole !== 'CMYK'));
  const part = layers[layer]?.parts.findIndex(({ inkRole }) => inkRole !== 'CMYK') ?? -1;
  const densities =
    part < 0
      ? []
      : DENSITIES.filter((density) => density !== layers[layer].parts[part].density).map(
          (density): Comparison => {
            const name = t('look.at', {
              parts: inkName(layers[layer].parts[part], plan.machine),
              density,
            });
            return {
              id: `density ${density}`,
              name,
              about: 'density',
              plan: () => ({
                name,
                plan: { ...plan, stack: changePart(plan.stack, layer, part, { density }) },
              }),
            };
          },
        );
  const others = materials
    .filter(({ id }) => id !== plan.material.id)
    .map((material): Comparison => {
      const name = t('look.on', { material: material.name });
      return {
        id: `material ${material.id}`,
        name,
        about: 'material',
        plan: () => ({ name, plan: { ...plan, material } }),
      };
    });
  return [...stacks, ...densities, ...others];
}
