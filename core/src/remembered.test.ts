import { describe, expect, it } from 'vitest';
import { remembered } from './remembered.ts';

describe('a remembered function', () => {
  it('works an answer out once for the same question, told by its contents', () => {
    const asked: number[][] = [];
    const sum = remembered(4, (values: number[]) => {
      asked.push(values);
      return { sum: values.reduce((a, b) => a + b, 0) };
    });
    expect(sum([1, 2])).toBe(sum([1, 2]));
    expect(sum([3]).sum).toBe(3);
    expect(asked).toEqual([[1, 2], [3]]);
  });

  it('forgets the question that was asked longest ago', () => {
    let worked = 0;
    const double = remembered(2, (value: number) => {
      worked++;
      return value * 2;
    });
    [1, 2, 1, 3, 1].forEach((value) => double(value));
    expect(worked).toBe(3);
    double(2);
    expect(worked).toBe(4);
  });

  it('remembers no failure', () => {
    let calls = 0;
    const fails = remembered(2, () => {
      if (++calls === 1) throw new Error('not yet');
      return 'now';
    });
    expect(() => fails()).toThrow('not yet');
    expect(fails()).toBe('now');
  });
});
