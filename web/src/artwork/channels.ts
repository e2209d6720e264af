/** Keys that switch separations on and off. */
import { roleOf, type PrintPlan, type Separation } from '@kyanos/core';

const PROCESS: Readonly<Record<string, string>> = {
  Cyan: 'c',
  Magenta: 'm',
  Yellow: 'y',
  Black: 'k',
};
const SPECIAL: Readonly<Record<string, string>> = { W: 'w', S: 's', V: 'v' };

/** The key of a separation; spots that are not used have none. */
export function channelKey({ name }: Separation, plan: PrintPlan): string | undefined {
  const role = roleOf(name, plan.artwork.names, plan.machine);
  return PROCESS[name] ?? (role && SPECIAL[role]);
}
