/** Whether a machine can lay a stack on a material: the reasons against it, each with a way out. */
import { CLASS_NAMES } from './words.ts';
import { inkFor, keyOf } from './ink.ts';
import type { Machine, Material, Mode } from './machine.ts';
import { allLayers, inkName, type Part, type Stack } from './stack.ts';
import { inSentence, t } from '../texts/index.ts';

export interface Obstacle {
  readonly code:
    | 'INK_NOT_FITTED'
    | 'TOO_MANY_LAYERS'
    | 'TOO_MANY_HITS'
    | 'NO_MODE'
    | 'MODE_WITHOUT_SPECIALS'
    | 'BACK_NOT_PRINTABLE'
    | 'NOT_SEE_THROUGH'
    | 'ONE_TRIP_ONLY';
  readonly message: string;
}

/** Modes of this machine that print this material; with specials where the stack has any. */
export function modesFor(machine: Machine, material: Material, stack: Stack): readonly Mode[] {
  const special = specialsOf(stack).length > 0;
  return machine.modes.filter(
    (mode) => mode.materials.includes(material.class) && (!special || mode.specials),
  );
}

/** The specials that a stack lays, each once. */
export function specialsOf(stack: Stack): readonly Part[] {
  const parts = allLayers(stack).flatMap((layer) => layer.parts);
  return [...new Map(parts.map((part) => [keyOf(part), part])).values()].filter(
    ({ inkRole }) => inkRole !== 'CMYK',
  );
}

/** Empty if it can be done. */
export function obstacles(stack: Stack, machine: Machine, material: Material): readonly Obstacle[] {
  const found: Obstacle[] = [];
  const layers = allLayers(stack);

  for (const part of specialsOf(stack))
    if (!inkFor(machine, keyOf(part)))
      found.push({
        code: 'INK_NOT_FITTED',
        message: t('stack.hasNoInkChoose', {
          machine: machine.name,
          part: inSentence(inkName(part)),
        }),
      });

  for (const side of [stack.front, stack.back])
    if (side.length > machine.maxLayers)
      found.push({
        code: 'TOO_MANY_LAYERS',
        message: t('stack.laysMostLayersOne', {
          machine: machine.name,
          maxLayers: machine.maxLayers,
          n: side.length,
        }),
      });

  const hits = Math.max(...layers.map((layer) => layer.hits));
  if (hits > machine.maxHits)
    found.push({
      code: 'TOO_MANY_HITS',
      message: t('stack.laysMostHitsLayer', {
        machine: machine.name,
        maxHits: machine.maxHits,
        hits,
      }),
    });

  const classModes = machine.modes.filter((mode) => mode.materials.includes(material.class));
  const modes = modesFor(machine, material, stack);
  if (classModes.length === 0)
    found.push({
      code: 'NO_MODE',
      message: t('stack.hasNoModeMaterial', {
        machine: machine.name,
        class: CLASS_NAMES[material.class],
      }),
    });
  else if (modes.length === 0)
    found.push({
      code: 'MODE_WITHOUT_SPECIALS',
      message: t('stack.printsMaterialColourOnly', {
        machine: machine.name,
        class: CLASS_NAMES[material.class],
      }),
    });
  else if (
    layers.length > 1 &&
    !machine.returnsToOrigin &&
    modes.every((mode) => mode.layersPerTrip < layers.length)
  )
    found.push({
      code: 'ONE_TRIP_ONLY',
      message: t('stack.cantGoBackSecond', {
        machine: machine.name,
        modes: Math.max(...modes.map((m) => m.layersPerTrip)),
      }),
    });

  if (stack.back.length && !material.printableBack)
    found.push({
      code: 'BACK_NOT_PRINTABLE',
      message: t('stack.cantPrintedBackChoose', { material: material.name }),
    });
  if (layers.some((layer) => layer.mirror) && material.optics.transmittance < 0.3)
    found.push({
      code: 'NOT_SEE_THROUGH',
      message: t('stack.letsTooLittleLight', { material: material.name }),
    });
  return found;
}
