// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest';
import { createApp, defineComponent, type App } from 'vue';
import { KEYS, typing, useKeys, useUndoKeys } from './keys.ts';

let app: App | undefined;
function mounted(setup: () => void): void {
  const root = document.body.appendChild(document.createElement('div'));
  app = createApp(
    defineComponent({
      setup() {
        setup();
        return () => null;
      },
    }),
  );
  app.mount(root);
}
afterEach(() => {
  app?.unmount();
  document.body.innerHTML = '';
});
/** @returns whether the browser is left to do what it does by itself */
function press(key: string, change: KeyboardEventInit = {}, target: Element = document.body) {
  return target.dispatchEvent(
    new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...change }),
  );
}
const field = (html: string): Element => {
  document.body.insertAdjacentHTML('beforeend', html);
  return document.body.lastElementChild!;
};

describe('a key', () => {
  it('does what the table says while its screen is there, and nothing afterwards', () => {
    const [side, lamp, place, mistake] = Array.from({ length: 4 }, () => vi.fn());
    mounted(() => useKeys('viewer', { side, lamp, place, mistake }));
    press('f');
    press('l');
    expect([side, lamp, place].map(({ mock }) => mock.calls.length)).toEqual([1, 1, 0]);
    app!.unmount();
    app = undefined;
    press('f');
    expect(side).toHaveBeenCalledTimes(1);
  });

  it('that is typed into a field, a list or a slider, or is part of a chord, is no shortcut', () => {
    const next = vi.fn();
    mounted(() => useKeys('plates', { next }));
    const [key] = KEYS.plates.keys.next.keys;
    for (const html of [
      '<input>',
      '<textarea></textarea>',
      '<select></select>',
      '<div contenteditable></div>',
      '<div role="listbox"></div>',
      '<div role="slider"></div>',
    ])
      press(key, {}, field(html));
    for (const chord of ['ctrlKey', 'metaKey', 'altKey']) press(key, { [chord]: true });
    expect(next).not.toHaveBeenCalled();
    press(key, {}, field('<button></button>'));
    expect(next).toHaveBeenCalledTimes(1);
    expect(typing(new KeyboardEvent('keydown', { key: 'a', ctrlKey: true }))).toBe(true);
  });
});

describe('undo and redo', () => {
  it('follow Ctrl or Cmd with Z, Shift Z and Y, and keep the browser from undoing as well', () => {
    const [undo, redo] = [vi.fn(), vi.fn()];
    mounted(() => useUndoKeys({ undo, redo }));
    expect(press('z', { ctrlKey: true })).toBe(false);
    expect(press('z', { metaKey: true })).toBe(false);
    press('Z', { ctrlKey: true, shiftKey: true });
    press('y', { ctrlKey: true });
    expect([undo.mock.calls.length, redo.mock.calls.length]).toEqual([2, 2]);
  });

  it('leave a field of text to undo what is typed in it, and other chords to whom they belong', () => {
    const [undo, redo] = [vi.fn(), vi.fn()];
    mounted(() => useUndoKeys({ undo, redo }));
    expect(press('z', { ctrlKey: true }, field('<input>'))).toBe(true);
    expect(press('z', { ctrlKey: true, altKey: true })).toBe(true);
    expect(press('z')).toBe(true);
    expect(press('x', { ctrlKey: true })).toBe(true);
    expect([undo, redo].flatMap(({ mock }) => mock.calls)).toEqual([]);
  });
});
