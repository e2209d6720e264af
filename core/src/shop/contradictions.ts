/** Where the figures of a machine or a material contradict one another: shown while they are typed; it can't be planned with. */
import { ROLE_LETTERS, isSpecialInk, type Machine, type Material } from '../stack/index.ts';
import { t } from '../texts/index.ts';

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
      t('shop.narrowestMaterialMmWidest', {
        minWidth: machine.minWidth,
        maxWidth: machine.maxWidth,
      }),
    );
  if (machine.maxTwoTripLength > machine.maxLength)
    say(
      'maxTwoTripLength',
      t('shop.twoTripsMeetOver', {
        maxTwoTripLength: machine.maxTwoTripLength,
        maxLength: machine.maxLength,
      }),
    );
  const { held } = machine;
  if (held && 2 * held.sides >= machine.maxWidth)
    say(
      'held.sides',
      t('shop.edgesHeldSidesTake', { sides: 2 * held.sides, maxWidth: machine.maxWidth }),
    );
  if (held && held.leading + held.trailing >= machine.maxLength)
    say(
      'held.leading',
      t('shop.heldEdgesTakeMm', {
        leading: held.leading + held.trailing,
        maxLength: machine.maxLength,
      }),
    );
  if (machine.sweeps === 'bed' && machine.kind === 'roll')
    say('sweeps', t('shop.rollMachineHasNo'));

  const names = new Map<string, string>();
  for (const ink of machine.inks) {
    const field = `inks.${ink.channel}`;
    if (isSpecialInk(ink) && !ink.spotName?.trim())
      say(`${field}.spotName`, t('shop.hasNoSpotName', { ink: ink.name }));
    if (ink.spotName && names.has(ink.spotName))
      say(
        `${field}.spotName`,
        t('shop.wantSameSpotName', {
          ink: ink.name,
          spotName: names.get(ink.spotName)!,
          spotName2: ink.spotName,
        }),
      );
    if (ink.spotName) names.set(ink.spotName, ink.name);
  }
  const letters = new Set(machine.inks.map(({ role }) => ROLE_LETTERS[role]));
  if (!letters.has('CMYK') && !letters.has('W')) say('inks', t('shop.hasNeitherColourNor'));

  const ids = new Set<string>();
  for (const mode of machine.modes) {
    const field = `modes.${mode.id}`;
    if (ids.has(mode.id)) say(field, t('shop.twoModesCalledRename', { mode: mode.id }));
    ids.add(mode.id);
    if (mode.layersPerTrip > machine.maxLayers)
      say(
        `${field}.layersPerTrip`,
        t('shop.laysLayersOneTrip', {
          mode: mode.name,
          layersPerTrip: mode.layersPerTrip,
          maxLayers: machine.maxLayers,
        }),
      );
    if (mode.materials.length === 0)
      say(`${field}.materials`, t('shop.noMaterialChooseLeast', { mode: mode.name }));
    if (mode.specials && !machine.inks.some(isSpecialInk))
      say(`${field}.specials`, t('shop.laysSpecialInksMachine', { mode: mode.name }));
    if (!mode.specials && mode.layersPerTrip > 1)
      say(`${field}.layersPerTrip`, t('shop.laysColourOnlySo', { mode: mode.name }));
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
      message: t('shop.labelMmDoesNot', {
        width: label.width,
        height: label.height,
        width2: material.width,
        n: material.length,
      }),
    });
  if (material.class === 'clear' && optics.transmittance < 0.5)
    found.push({
      field: 'optics.transmittance',
      message: t('shop.clearMaterialLetsMost', {
        transmittance: Math.round(optics.transmittance * 100),
      }),
    });
  if (material.class === 'metallic' && optics.transmittance > 0.3)
    found.push({
      field: 'optics.transmittance',
      message: t('shop.metallicMaterialStopsLight', {
        transmittance: Math.round(optics.transmittance * 100),
      }),
    });
  return found;
}
