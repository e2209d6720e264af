import { formatStack, parseStack, drawingOf } from '@kyanos/core';
import { DEMO_JOBS } from '@kyanos/demo';
import { describe, expect, it } from 'vitest';
import { coreKey } from './coreKeys.ts';

const { plan: DEMO } = DEMO_JOBS.find(({ id }) => id === 'hanging-sign')!;

/** What a key comes to on the layer that is so many from the front. */
function press(notation: string, place: number, key: string, held: Partial<KeyboardEvent> = {}) {
  const plan = { ...DEMO, stack: parseStack(notation) };
  const { slabs } = drawingOf(plan.stack, false);
  const event = { key, shiftKey: false, ctrlKey: false, metaKey: false, altKey: false, ...held };
  const effects = coreKey(event as KeyboardEvent, slabs[place], plan, slabs);
  return effects?.map((effect) =>
    'stack' in effect ? { ...effect, stack: formatStack(effect.stack) } : effect,
  );
}
const SIGN = 'CMYK~ | film | W@image / CMYK';

describe('keys on the core sample', () => {
  it('choose the layer above and below, and none beyond the ends', () => {
    expect(press(SIGN, 0, 'ArrowDown')).toEqual([{ select: 0 }]);
    expect(press(SIGN, 1, 'ArrowUp')).toEqual([{ select: 1 }]);
    expect(press(SIGN, 0, 'ArrowUp')).toEqual([]);
  });

  it('move a layer with Shift, also to the other side of the material, and say where it is', () => {
    expect(press(SIGN, 1, 'ArrowUp', { shiftKey: true })).toEqual([
      { stack: 'CMYK~ | film | CMYK / W@image', words: 'White is now on the front.', at: 1 },
    ]);
    const [moved] = press(SIGN, 1, 'ArrowDown', { shiftKey: true })!;
    expect(moved).toMatchObject({ words: 'White is now on the back.' });
  });

  it('change density in fives, and keep it from 1 to 100', () => {
    expect(press('film | W97@image / CMYK', 1, '+')).toEqual([
      expect.objectContaining({ stack: 'film | W@image / CMYK', words: 'Density 100 %.' }),
    ]);
    expect(press('film | W3@image / CMYK', 1, '-')).toEqual([
      expect.objectContaining({ stack: 'film | W1@image / CMYK' }),
    ]);
  });

  it('change hits, between one and what the machine can', () => {
    const most = DEMO.machine.maxHits;
    expect(press(`film | Wx${most}@image / CMYK`, 1, 'h')).toEqual([
      expect.objectContaining({ words: `${most} hit${most > 1 ? 's' : ''}.` }),
    ]);
    expect(press('film | Wx2@image / CMYK', 1, 'H')).toEqual([
      { stack: 'film | W@image / CMYK', words: '1 hit.', at: 0 },
    ]);
  });

  it('mirror a layer, and the same again takes it back', () => {
    const [once] = press('film | W@image / CMYK', 0, 'i') as { stack: string }[];
    expect(once).toMatchObject({ stack: 'film | W@image / CMYK~', words: 'Mirrored.' });
    expect(press(once.stack, 0, 'i')).toEqual([
      expect.objectContaining({ stack: 'film | W@image / CMYK', words: 'As it reads.' }),
    ]);
  });

  it('remove a layer, but never the last one', () => {
    expect(press('film | W@image / CMYK', 1, 'Delete')).toEqual([
      { stack: 'film | CMYK', words: 'White removed.', at: 0 },
    ]);
    expect(press('film | CMYK', 0, 'Delete')).toEqual([
      { words: 'A stack needs at least one layer.' },
    ]);
  });

  it('are left to the browser with Ctrl, Alt or Cmd, and where they mean nothing', () => {
    for (const held of [{ ctrlKey: true }, { metaKey: true }, { altKey: true }])
      expect(press(SIGN, 0, 'h', held)).toBeUndefined();
    expect(press(SIGN, 0, 'x')).toBeUndefined();
  });
});
