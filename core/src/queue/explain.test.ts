import { describe, expect, it } from 'vitest';
import { taskOf, problemOf } from '../../test/queue.ts';
import { schedule, whyHere, type QueueOrder } from './index.ts';

describe('why a job stands where it stands', () => {
  const tasks = [
    taskOf({ id: 'a', slot: 'under', due: 500 }),
    taskOf({ id: 'b', slot: 'under', due: 500 }),
    taskOf({ id: 'c', slot: 'other', material: 'clear', due: 40 }),
  ];
  const problem = problemOf(tasks);
  const order: QueueOrder = { roll: ['a', 'b', 'c'] };
  const why = (id: string) => whyHere(problem, order, schedule(problem, order), id);

  it('is said by the setup, the due time, and what it would cost to put it first', () => {
    expect(why('a')).toEqual([
      'The machine stands as it wants it.',
      'Done 7 h 55 min before it is due.',
    ]);
    expect(why('b')).toEqual([
      'Same setup as the job before: nothing is changed.',
      'Done 7 h 30 min before it is due.',
    ]);
    // 25 + 25 + 16 + 25 = 91 minutes; first it would be done after 41. Two more moves of 16 minutes follow from that.
    expect(why('c')).toEqual([
      'White moves to the other slot, 10 min, clear is loaded, 6 min.',
      '51 min late; 1 min late even if it were first.',
      'Put first, it would add 16 min of changeovers.',
    ]);
  });
});
