import type { MissingNozzle } from '@kyanos/core';
import { fireEvent } from '@testing-library/vue';
import { describe, expect, it } from 'vitest';
import { showKept, words } from '../../test/screen.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: PatternGrid } = await import('./PatternGrid.vue');

const machine = {
  inks: [
    { channel: 'C', name: 'Cyan', role: 'process', rows: 1 },
    { channel: 'W', name: 'White', role: 'white', rows: 2 },
    { channel: 'S', name: 'Silver', role: 'metallic', rows: 1 },
  ],
  nozzles: 180,
};
const shown = (missing: readonly MissingNozzle[] = [], props: Record<string, unknown> = {}) =>
  showKept(PatternGrid, missing, { machine, ...props });

describe('a nozzle check as it is printed', () => {
  it('has white first, the other special inks, and then colour, each row by itself', async () => {
    const { container } = await shown();
    const rows = [...container.querySelectorAll('figcaption')].map(words);
    expect(rows.map((row) => row.split(' ')[0])).toEqual(['W', 'W', 'S', 'C']);
    expect(rows[0]).toMatch(/row 1/);
    expect(rows[1]).toMatch(/row 2/);
    expect(rows[2]).not.toMatch(/row/);
  });

  it('is tapped where a line is missing: counted, drawn and judged at once', async () => {
    const { getAllByRole, container, kept } = await shown();
    const [white] = getAllByRole('img');
    const [, , width, height] = white.getAttribute('viewBox')!.split(' ').map(Number);
    white.getBoundingClientRect = () => ({ left: 0, top: 0, width, height }) as DOMRect;
    // Second step, first line: 4 beside, 26 for each step, 5 for each line.
    await fireEvent.click(white, { clientX: 4 + 26 + 8, clientY: 4 + 2 });
    expect(kept()).toEqual([{ channel: 'W', row: 0, nozzle: 16 }]);
    expect(words(container.querySelector('figcaption')!)).toContain('1 missing');
    expect(white.querySelector('.missed')!.getAttribute('d')).toBe('M32 6.5h22');
    expect(words(container.querySelector('.column > p')!)).toContain('1 nozzle');
    await fireEvent.click(white, { clientX: 4 + 26 + 8, clientY: 4 + 2 });
    expect(kept()).toEqual([]);
  });

  it('takes no tap beyond the last nozzle', async () => {
    const { getAllByRole, kept } = await shown();
    const [white] = getAllByRole('img');
    const [, , width, height] = white.getAttribute('viewBox')!.split(' ').map(Number);
    white.getBoundingClientRect = () => ({ left: 0, top: 0, width, height }) as DOMRect;
    // 180 nozzles are eleven steps of sixteen and four more.
    await fireEvent.click(white, { clientX: width - 10, clientY: height - 6 });
    expect(kept()).toEqual([]);
  });

  it('is typed from one, and keeps what is missing in other rows', async () => {
    const other = { channel: 'C', row: 0, nozzle: 7 };
    const { getByLabelText, kept } = await shown([other]);
    const field = getByLabelText<HTMLInputElement>(/White.*row 2/, { selector: 'input' });
    await fireEvent.update(field, '3, 17–19, 999');
    await fireEvent.change(field);
    expect(kept()).toEqual([
      other,
      ...[2, 16, 17, 18].map((nozzle) => ({ channel: 'W', row: 1, nozzle })),
    ]);
    expect(field.value).toBe('3, 17, 18, 19');
  });

  it('is whole, a few short, or one for the service', async () => {
    const verdictOf = async (...gone: number[]) => {
      const missing = gone.map((nozzle) => ({ channel: 'W', row: 0, nozzle }));
      const { container, unmount } = await shown(missing);
      const { className } = container.querySelector('.column > p')!;
      unmount();
      return className;
    };
    expect(await verdictOf()).toBe('');
    expect(await verdictOf(4)).toBe('');
    expect(await verdictOf(...Array.from({ length: 18 }, (_, i) => 2 * i))).toBe('warn');
  });

  it('is only looked at where it was kept', async () => {
    const { getAllByRole, queryAllByLabelText, kept } = await shown([], { fixed: true });
    await fireEvent.click(getAllByRole('img')[0], { clientX: 9, clientY: 9 });
    expect(kept()).toEqual([]);
    expect(queryAllByLabelText(/White/).filter(({ tagName }) => tagName === 'INPUT')).toEqual([]);
  });
});
