/** Inks of format 3 were the seven that their keys named; now each says its role. */
import type { ChannelRole } from '@kyanos/core';
import { z } from 'zod';

const ROLES: Readonly<Record<string, ChannelRole>> = { W: 'white', S: 'metallic', V: 'clear' };
const Machine3 = z.looseObject({ inks: z.array(z.looseObject({ channel: z.string() })) });

/** Returns the machine with the roles of its inks; what is no such machine as it is. */
export function machineFrom3(value: unknown): unknown {
  const parsed = Machine3.safeParse(value);
  if (!parsed.success) return value;
  return {
    ...parsed.data,
    inks: parsed.data.inks.map((ink) => ({ role: ROLES[ink.channel] ?? 'process', ...ink })),
  };
}
