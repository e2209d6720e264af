import { parseStack } from '@kyanos/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { onlyDifference, useHistory } from './history.ts';

const stack = (text: string) => ({ stack: parseStack(text), modeId: 'plain' });

describe('the only difference', () => {
  it('is where one number differs, however deep', () => {
    expect(onlyDifference(stack('film | W70 / CMYK'), stack('film | W75 / CMYK'))).toBe(
      '/stack/front/0/parts/0/density',
    );
  });

  it('is none where more differs than one thing, or the number of layers', () => {
    expect(onlyDifference(stack('film | W70 / CMYK'), stack('film | CMYK / W70'))).toBeUndefined();
    expect(onlyDifference(stack('film | W / CMYK'), stack('film | CMYK'))).toBeUndefined();
    expect(
      onlyDifference(stack('film | W70 / CMYK'), stack('film | W60x2 / CMYK')),
    ).toBeUndefined();
  });
});

describe('a history', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  /** Goes through some values, so many milliseconds apart. */
  function after(values: readonly object[], ms = 50) {
    const history = useHistory<object>();
    for (let i = 1; i < values.length; i++) {
      vi.advanceTimersByTime(ms);
      history.remember(values[i - 1], values[i]);
    }
    return history;
  }
  const dragged = [100, 90, 80, 70].map((density) => stack(`film | W${density} / CMYK`));

  it('takes a slider that is dragged for one step, and two rests for two', () => {
    const history = after(dragged);
    expect(history.undo(dragged[3])).toBe(dragged[0]);
    expect(history.undo(dragged[0])).toBeUndefined();
    const slow = after(dragged, 1000);
    expect(slow.undo(dragged[3])).toBe(dragged[2]);
  });

  it('takes every change of layers for a step of its own, however quick', () => {
    const edited = ['film | W / CMYK', 'film | CMYK / W', 'film | CMYK', 'film | CMYK / V'].map(
      stack,
    );
    const history = after(edited, 5);
    expect([3, 2, 1].map((i) => history.undo(edited[i]))).toEqual([
      edited[2],
      edited[1],
      edited[0],
    ]);
    expect(history.canUndo.value).toBe(false);
    expect(history.redo(edited[0])).toBe(edited[1]);
  });

  it('has nothing to do again after another change, nor anything once it is forgotten', () => {
    const history = after(dragged, 1000);
    history.undo(dragged[3]);
    expect(history.canRedo.value).toBe(true);
    history.remember(dragged[2], stack('film | CMYK'));
    expect(history.canRedo.value).toBe(false);
    history.forget();
    expect(history.undo(dragged[0])).toBeUndefined();
  });
});
