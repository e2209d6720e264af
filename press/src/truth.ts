/** What is true of a machine and stands on no data sheet: how far it is from what its maker states. */
import { createHash } from 'node:crypto';
import { seededRandom, type Channel, type Machine } from '@kyanos/core';

export interface Truth {
  /** By channel: what is really laid and lost against what is stated, 1 is as stated. */
  readonly laydown: Readonly<Record<Channel, number>>;
  readonly loss: Readonly<Record<Channel, number>>;
  readonly speed: number;
  readonly turn: number;
}

/** Standard deviations of the logarithm. Our own judgement of what a shop finds; the program that learns is not told. */
const SPREAD = { laydown: 0.12, loss: 0.25, speed: 0.06, turn: 0.15 } as const;

/** A whole number of 32 bits out of words, the same for the same words. */
export const seedOf = (...words: readonly (string | number)[]): number =>
  createHash('sha256').update(words.join('\n')).digest().readUInt32BE(0);

/** Numbers spread by a normal distribution of mean 0 and deviation 1 (Box and Muller, 1958). */
export function normal(random: () => number): () => number {
  return () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

export function truthOf(machine: Machine, seed: number): Truth {
  const next = normal(seededRandom(seedOf('truth', machine.id, seed)));
  const off = (spread: number) => Math.exp(spread * next());
  const each = (spread: number) =>
    Object.fromEntries(machine.inks.map(({ channel }) => [channel, off(spread)]));
  return {
    laydown: each(SPREAD.laydown),
    loss: each(SPREAD.loss),
    speed: off(SPREAD.speed),
    turn: off(SPREAD.turn),
  };
}
