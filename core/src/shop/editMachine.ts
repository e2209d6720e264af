/** Changes of a machine's figures, each a new machine; what is stated is assumed no more. */
import type { Ink, Machine } from '../stack/index.ts';
import { machineBlocks, type MachineBlock, type MachineValue } from './machineFields.ts';
import { assumedFigures, newInk } from './usualInks.ts';

/** The machine with another figure at a path, which is no longer assumed. @param value undefined takes it out */
export function withMachineValue(machine: Machine, path: string, value: MachineValue): Machine {
  const [name, inner] = path.split('.');
  const of = machine as unknown as Readonly<Record<string, unknown>>;
  const next = inner ? { ...(of[name] as object), [inner]: value } : value;
  const { [name]: _, ...rest } = of;
  return stated(
    { ...rest, ...(next !== undefined && { [name]: next }) } as unknown as Machine,
    path,
  );
}

/** A block switched on with what is usual, assumed; or off. */
export function withMachineBlock(
  machine: Machine,
  path: MachineBlock['path'],
  on: boolean,
): Machine {
  const { [path]: _, ...rest } = machine;
  const off = forgotten(rest, path);
  if (!on) return off;
  const { usual } = machineBlocks().find((block) => block.path === path)!;
  return {
    ...off,
    [path]: usual,
    assumed: [...(off.assumed ?? []), ...Object.keys(usual).map((name) => `${path}.${name}`)],
  };
}

/** The machine once a figure of it was stated: it is assumed no more, and no more what a form measured. */
export function stated(machine: Machine, path: string): Machine {
  const { assumed, measured } = machine;
  return {
    ...machine,
    ...(assumed && { assumed: assumed.filter((one) => one !== path) }),
    ...(measured && { measured: measured.filter(({ field }) => field !== path) }),
  };
}

/**
 * The machine with an ink in place of another, or added: figures that were set are assumed no more, and a laydown that was set by
 * hand is no longer the one that was learnt.
 * @param was key of the ink that it takes the place of; undefined adds it
 */
export function withMachineInk(machine: Machine, was: string | undefined, next: Ink): Machine {
  const old = machine.inks.find(({ channel }) => channel === was);
  if (!old) {
    const usual = newInk(next.role, machine);
    const assumed = [...(machine.assumed ?? []), ...assumedFigures(next, usual)];
    return { ...machine, inks: [...machine.inks, next], ...(assumed.length > 0 && { assumed }) };
  }
  const inks = machine.inks.map((ink) => (ink === old ? next : ink));
  const changed = (Object.keys({ ...old, ...next }) as (keyof Ink)[]).filter(
    (key) => JSON.stringify(old[key]) !== JSON.stringify(next[key]),
  );
  const made = changed.reduce<Machine>(
    (before, field) => stated(before, `inks.${old.channel}.${field}`),
    { ...withoutLearnt(machine, old, next), inks },
  );
  return old.channel === next.channel ? made : renamed(made, old.channel, next.channel);
}

/** What is said of an ink's figures goes with its key. */
function renamed(machine: Machine, from: string, to: string): Machine {
  const rename = (path: string) =>
    path.startsWith(`inks.${from}.`) ? `inks.${to}.${path.slice(6 + from.length)}` : path;
  const { assumed, measured } = machine;
  return {
    ...machine,
    ...(assumed && { assumed: assumed.map(rename) }),
    ...(measured && {
      measured: measured.map((one) => ({ ...one, field: rename(one.field) })),
    }),
  };
}

function withoutLearnt(machine: Machine, old: Ink | undefined, next: Ink): Machine {
  const { learnt } = machine;
  if (!learnt || !old) return machine;
  if (old.laydown === next.laydown && old.lossPerTrip === next.lossPerTrip) return machine;
  const { [old.channel]: _, ...inks } = learnt.inks;
  return { ...machine, learnt: { ...learnt, inks } };
}

/** The machine without what is said of the figures below a path. */
const forgotten = ({ assumed, measured, ...machine }: Machine, path: string): Machine => ({
  ...machine,
  ...(assumed && { assumed: assumed.filter((one) => !one.startsWith(`${path}.`)) }),
  ...(measured && { measured: measured.filter(({ field }) => !field.startsWith(`${path}.`)) }),
});

/** The machine without an ink. */
export const withoutMachineInk = (machine: Machine, channel: string): Machine => ({
  ...forgotten(machine, `inks.${channel}`),
  inks: machine.inks.filter((ink) => ink.channel !== channel),
});

/** The machine without a mode. */
export const withoutMode = (machine: Machine, id: string): Machine => ({
  ...forgotten(machine, `modes.${id}`),
  modes: machine.modes.filter((mode) => mode.id !== id),
});

/** Figures below a path that nobody has stated: their names without it. */
export const assumedBelow = ({ assumed = [] }: Machine, path: string): readonly string[] =>
  assumed.filter((one) => one.startsWith(`${path}.`)).map((one) => one.slice(path.length + 1));

/** All of them are right as they stand. */
export const confirmed = (machine: Machine, path: string): Machine =>
  assumedBelow(machine, path).reduce((made, field) => stated(made, `${path}.${field}`), machine);
