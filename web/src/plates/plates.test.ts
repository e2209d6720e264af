import { formatRule, parseRule } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { drawnShape, thinnedOut } from './edit.ts';

const at = (x: number, y: number) => ({ x, y });

describe('a drawn shape', () => {
  it('is a box from corner to corner, whichever way it was dragged', () => {
    expect(drawnShape('box', [at(30, 5), at(20, 9), at(10.004, 25)], 5)).toEqual({
      shape: 'box',
      left: 10,
      top: 5,
      width: 20,
      height: 20,
    });
  });

  it('is none where there was only a click, or too few corners', () => {
    expect(drawnShape('ellipse', [at(3, 3), at(3, 3)], 5)).toBeUndefined();
    expect(drawnShape('polygon', [at(0, 0), at(9, 9)], 5)).toBeUndefined();
    expect(drawnShape('brush', [at(1, 2)], 4)).toEqual({
      shape: 'brush',
      width: 4,
      points: [at(1, 2)],
    });
  });

  it('of a hand keep the points that matter: none of a straight line but its ends, every corner', () => {
    const straight = Array.from({ length: 41 }, (_, i) => at(i / 10, 0));
    const corner = Array.from({ length: 40 }, (_, i) => at(4, (i + 1) / 10));
    expect(thinnedOut([...straight, ...corner], 0.1)).toEqual([at(0, 0), at(4, 0), at(4, 4)]);
  });

  it('of any length can be saved, and stay near where the hand was', () => {
    // A spiral of 20,000 points that wriggle.
    const hand = Array.from({ length: 20_000 }, (_, i) => {
      const angle = i / 40;
      const radius = i / 200 + 0.3 * Math.sin(i / 3);
      return at(100 + radius * Math.cos(angle), 100 + radius * Math.sin(angle));
    });
    const shape = drawnShape('brush', thinnedOut(hand, 0.5), 5)!;
    const rule = { ...parseRule('image(alone)'), from: { kind: 'shape' as const, shape } };
    expect(parseRule(formatRule(rule))).toEqual(rule);
    const { points } = shape as Extract<typeof shape, { shape: 'brush' }>;
    const far = hand.filter(
      ({ x, y }) => Math.min(...points.map((p) => Math.hypot(p.x - x, p.y - y))) > 25,
    );
    expect(far).toEqual([]);
  });
});
