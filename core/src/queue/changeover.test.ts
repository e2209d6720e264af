import { describe, expect, it } from 'vitest';
import { machineOf } from '../../test/queue.ts';
import { changeover } from './index.ts';

describe('a changeover', () => {
  it('moves the slot, fits heads, puts ink in and changes the material, and leaves what is not asked for', () => {
    const machine = machineOf({ fitting: { minutes: 20, lossMl: 30, cleaning: 500 } });
    const parked = {
      material: 'vinyl',
      slot: 'under',
      headsParked: true,
      out: ['S1', 'W'],
    } as const;
    const wants = {
      material: 'clear',
      materialName: 'Clear film',
      slot: 'other',
      white: true,
      inks: ['W'],
    } as const;
    const all = changeover(machine, parked, wants);
    expect(all.does).toEqual(['fitting', 'slot', 'heads', 'material']);
    // 20 + 10 + 4 + 6 min at 60.00 an hour, and 5.00 of fluid.
    expect(all).toMatchObject({ minutes: 40, ml: 30, money: 4500 });
    expect(all.next).toEqual({ material: 'clear', slot: 'other', headsParked: false, out: ['S1'] });
    const colour = changeover(machine, all.next, {
      ...wants,
      slot: undefined,
      white: false,
      inks: [],
    } as never);
    expect(colour).toMatchObject({ minutes: 0, next: all.next });
  });
});
