/** Where the figures of a machine or a material contradict one another: told while they are typed; it can't be planned with. */
import { ROLE_LETTERS, isSpecialInk, type Machine, type Material } from '../stack/index.ts';

export interface Contradiction {
  /** Field, with dots: `modes.fine.layersPerTrip`. */
  readonly field: string;
  readonly message: string;
}

/** Empty if it can be planned with. */
export function contradictionsOf(machine: Machine): readonly Contradiction[] {
  const found: Contradiction[] = [];
  const say = (field: string, message: string) => found.push({ field, message });
  if (machine.minWidth > machine.maxWidth)
    say(
      'minWidth',
      `The narrowest material is ${machine.minWidth} mm and the widest ${machine.maxWidth} mm. Make the narrowest smaller.`,
    );
  if (machine.maxTwoTripLength > machine.maxLength)
    say(
      'maxTwoTripLength',
      `Two trips meet over ${machine.maxTwoTripLength} mm, and the longest print is ${machine.maxLength} mm. Make it ${machine.maxLength} mm or less.`,
    );
  const { held } = machine;
  if (held && 2 * held.sides >= machine.maxWidth)
    say(
      'held.sides',
      `The edges held at the sides take ${2 * held.sides} mm of ${machine.maxWidth} mm: nothing is left to print. Make them narrower.`,
    );
  if (held && held.leading + held.trailing >= machine.maxLength)
    say(
      'held.leading',
      `The held edges take ${held.leading + held.trailing} mm of ${machine.maxLength} mm length: nothing is left to print. Make them shorter.`,
    );
  if (machine.sweeps === 'bed' && machine.kind === 'roll')
    say('sweeps', 'A roll machine has no bed to go over. Choose the width of the print.');

  const names = new Map<string, string>();
  for (const ink of machine.inks) {
    const field = `inks.${ink.channel}`;
    if (isSpecialInk(ink) && !ink.spotName?.trim())
      say(
        `${field}.spotName`,
        `${ink.name} has no spot name: the machine would print none of it. Give the name that it wants, letter by letter.`,
      );
    if (ink.spotName && names.has(ink.spotName))
      say(
        `${field}.spotName`,
        `${ink.name} and ${names.get(ink.spotName)} want the same spot name "${ink.spotName}". Give each its own.`,
      );
    if (ink.spotName) names.set(ink.spotName, ink.name);
  }
  const letters = new Set(machine.inks.map(({ role }) => ROLE_LETTERS[role]));
  if (!letters.has('CMYK') && !letters.has('W'))
    say('inks', 'It has neither colour nor white. Give it at least one of them.');

  const ids = new Set<string>();
  for (const mode of machine.modes) {
    const field = `modes.${mode.id}`;
    if (ids.has(mode.id)) say(field, `Two modes are called "${mode.id}". Rename one.`);
    ids.add(mode.id);
    if (mode.layersPerTrip > machine.maxLayers)
      say(
        `${field}.layersPerTrip`,
        `${mode.name} lays ${mode.layersPerTrip} layers in one trip, and the machine ${machine.maxLayers} in all. Lower one or raise the other.`,
      );
    if (mode.materials.length === 0)
      say(`${field}.materials`, `${mode.name} is for no material. Choose at least one class.`);
    if (mode.specials && !machine.inks.some(isSpecialInk))
      say(
        `${field}.specials`,
        `${mode.name} lays special inks, and the machine has none. Add one, or take it out of the mode.`,
      );
    if (!mode.specials && mode.layersPerTrip > 1)
      say(
        `${field}.layersPerTrip`,
        `${mode.name} lays colour only, so one layer in a trip. Set it to 1, or let it lay specials.`,
      );
  }
  return found;
}

/** Empty if it can be planned with. */
export function materialContradictions(material: Material): readonly Contradiction[] {
  const found: Contradiction[] = [];
  const { label, optics } = material;
  if (label && (label.width > material.width || label.height > material.length))
    found.push({
      field: 'label',
      message: `A label of ${label.width} × ${label.height} mm does not fit on ${material.width} × ${material.length} mm. Turn it round, or correct one of them.`,
    });
  if (material.class === 'clear' && optics.transmittance < 0.5)
    found.push({
      field: 'optics.transmittance',
      message: `Clear material lets most light through; this lets ${Math.round(optics.transmittance * 100)} %. Choose another class, or correct the figure.`,
    });
  if (material.class === 'metallic' && optics.transmittance > 0.3)
    found.push({
      field: 'optics.transmittance',
      message: `Metallic material stops the light; this lets ${Math.round(optics.transmittance * 100)} % through. Choose another class, or correct the figure.`,
    });
  return found;
}
