/** What has to be done at a machine between two jobs. */
import { decimal, t } from '../texts/index.ts';
import type { QueueMachine, Setup, TaskWants } from './task.ts';

export interface Changeover {
  /** All of hands. */
  readonly minutes: number;
  /** Ink that is lost in the lines. */
  readonly ml: number;
  /** Of the machine and whoever stands at it, and of cleaning fluid, minor units. */
  readonly money: number;
  /** How the machine stands afterwards. */
  readonly next: Setup;
  readonly does: readonly ChangeStep[];
}

export type ChangeStep = 'fitting' | 'slot' | 'heads' | 'material';

/** A machine, however it stands. */
type AnyMachine = Omit<QueueMachine, 'setup' | 'freeAt'>;
const known = new WeakMap<AnyMachine, ReturnType<typeof remembering>>();

/** Setups that are alike are one, so that a search finds again what it worked out of them. */
function remembering(machine: AnyMachine) {
  const setups = new Map<string, Setup>();
  const changes = new Map<Setup, Map<TaskWants, Changeover>>();
  const one = (setup: Setup): Setup => {
    const { material, slot, headsParked, out } = setup;
    const name = JSON.stringify([material, slot, headsParked, out]);
    const found = setups.get(name) ?? setup;
    setups.set(name, found);
    return found;
  };
  return (setup: Setup, wants: TaskWants): Changeover => {
    let own = changes.get(setup);
    if (!own) changes.set(setup, (own = new Map()));
    let change = own.get(wants);
    if (!change) {
      const made = changeover(machine, setup, wants);
      own.set(wants, (change = { ...made, next: one(made.next) }));
    }
    return change;
  };
}

/** The same as {@link changeover}, worked out once for a machine. */
export function knownChangeover(machine: AnyMachine, setup: Setup, wants: TaskWants): Changeover {
  let own = known.get(machine);
  if (!own) known.set(machine, (own = remembering(machine)));
  return own(setup, wants);
}

/** What is not wanted stays as it is: heads that were fitted are not parked again, and a slot that nobody asks for is not moved. */
export function changeover(machine: AnyMachine, setup: Setup, wants: TaskWants): Changeover {
  const does: ChangeStep[] = [];
  let [minutes, ml, money] = [0, 0, 0];
  const missing = wants.inks.filter((channel) => setup.out.includes(channel));
  if (missing.length > 0 && machine.fitting) {
    does.push('fitting');
    minutes += machine.fitting.minutes;
    ml += machine.fitting.lossMl;
    money += machine.fitting.cleaning;
  }
  const slot = wants.slot ?? setup.slot;
  if (wants.slot && setup.slot && wants.slot !== setup.slot && machine.slotMinutes > 0) {
    does.push('slot');
    minutes += machine.slotMinutes;
  }
  if (wants.white && setup.headsParked) {
    does.push('heads');
    minutes += machine.headsMinutes;
  }
  // Nobody knows what lies in it: loading counts with the job.
  if (setup.material !== undefined && setup.material !== wants.material) {
    does.push('material');
    minutes += machine.materialMinutes;
  }
  return {
    minutes,
    ml,
    money: money + (minutes * machine.hourRate) / 60,
    does,
    next: {
      material: wants.material,
      ...(slot && { slot }),
      headsParked: setup.headsParked && !wants.white,
      out: setup.out.filter((channel) => !wants.inks.includes(channel)),
    },
  };
}

/** In words, with the minutes of each. */
export function changeWords(
  machine: AnyMachine,
  { does, next }: Changeover,
  wants: TaskWants,
): string[] {
  const minutes = {
    fitting: machine.fitting?.minutes ?? 0,
    slot: machine.slotMinutes,
    heads: machine.headsMinutes,
    material: machine.materialMinutes,
  };
  const words = {
    fitting: t('queue.inkPutIn'),
    slot: next.slot === 'under' ? t('queue.slotToUnder') : t('queue.slotToOther'),
    heads: t('queue.headsFitted'),
    material: t('queue.materialChanged', { material: wants.materialName }),
  };
  return does.map((step) =>
    t('queue.changeMinutes', { what: words[step], minutes: decimal(minutes[step], 0) }),
  );
}
