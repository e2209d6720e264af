/** Whether a machine can lay a stack on a material: the reasons against it, each with a way out. */
import { inkFor, keyOf } from './ink.ts';
import type { Machine, Material, Mode } from './machine.ts';
import { allLayers, inkName, type Part, type Stack } from './stack.ts';

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
        message: `${machine.name} has no ${inkName(part).toLowerCase()} ink. Choose a machine that has, or a stack without it.`,
      });

  for (const side of [stack.front, stack.back])
    if (side.length > machine.maxLayers)
      found.push({
        code: 'TOO_MANY_LAYERS',
        message: `${machine.name} lays at most ${machine.maxLayers} layers on one side; this stack has ${side.length}. Choose fewer layers or another machine.`,
      });

  const hits = Math.max(...layers.map((layer) => layer.hits));
  if (hits > machine.maxHits)
    found.push({
      code: 'TOO_MANY_HITS',
      message: `${machine.name} lays at most ${machine.maxHits} hits; a layer asks for ${hits}. Set it to ${machine.maxHits} or less.`,
    });

  const classModes = machine.modes.filter((mode) => mode.materials.includes(material.class));
  const modes = modesFor(machine, material, stack);
  if (classModes.length === 0)
    found.push({
      code: 'NO_MODE',
      message: `${machine.name} has no mode for ${material.class} material. Choose another machine or material.`,
    });
  else if (modes.length === 0)
    found.push({
      code: 'MODE_WITHOUT_SPECIALS',
      message: `${machine.name} prints ${material.class} material with colour only. Choose a stack without special inks, or another machine.`,
    });
  else if (
    layers.length > 1 &&
    !machine.returnsToOrigin &&
    modes.every((mode) => mode.layersPerTrip < layers.length)
  )
    found.push({
      code: 'ONE_TRIP_ONLY',
      message: `${machine.name} can't go back for a second trip and lays at most ${Math.max(...modes.map((m) => m.layersPerTrip))} layers in one. Choose fewer layers or another machine.`,
    });

  if (stack.back.length && !material.printableBack)
    found.push({
      code: 'BACK_NOT_PRINTABLE',
      message: `${material.name} can't be printed on the back. Choose a stack on the front.`,
    });
  if (layers.some((layer) => layer.mirror) && material.optics.transmittance < 0.3)
    found.push({
      code: 'NOT_SEE_THROUGH',
      message: `${material.name} lets too little light pass to be read through. Choose clear material or a stack read from the front.`,
    });
  return found;
}
