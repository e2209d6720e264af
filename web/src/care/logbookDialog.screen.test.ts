import type { LogbookAct, MachineCare } from '@kyanos/contract';
import { fireEvent } from '@testing-library/vue';
import { describe, expect, it } from 'vitest';
import { choose, problemSaid, show, words, write } from '../../test/screen.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: LogbookDialog } = await import('./LogbookDialog.vue');

const MACHINE = {
  id: 'roll',
  name: 'Roll printer No. 1',
  kind: 'roll',
  white: true,
  state: { whiteSlot: 'under', filled: {}, wasteMl: 0, running: [] },
  nozzles: 180,
  school: 'moving',
  inks: [
    { channel: 'C', name: 'Cyan', role: 'process', rows: 1 },
    { channel: 'W', name: 'White', role: 'white', rows: 1 },
  ],
  movesSlot: true,
} as unknown as MachineCare;

/** It begins anew each time it is opened. */
async function opened(change: Partial<MachineCare> = {}, props: Record<string, unknown> = {}) {
  const screen = await show(LogbookDialog, {
    modelValue: false,
    machine: { ...MACHINE, ...change },
    problem: undefined,
    ...props,
  });
  await screen.rerender({ modelValue: true });
  return screen;
}
type Screen = Awaited<ReturnType<typeof opened>>;
const chooseAct = (screen: Screen, act: string) => choose(screen, 'What', act);
const offered = async ({ user, getByLabelText, findAllByRole }: Screen) => {
  await user.click(getByLabelText('What', { selector: 'input' }));
  return (await findAllByRole('option')).map(words);
};
const save = ({ getByRole }: Screen) => getByRole('button', { name: 'Write it down' });
const written = ({ emitted }: Screen) =>
  ((emitted('write') ?? []) as [LogbookAct][]).map(([act]) => act);

describe('what is written into the logbook of a machine', () => {
  it('is the nozzle check at first, with what is missing', async () => {
    const screen = await opened();
    const field = screen.getByLabelText(/White/, { selector: 'input' });
    await fireEvent.update(field, '3, 9');
    await fireEvent.change(field);
    await screen.user.click(save(screen));
    expect(written(screen)).toEqual([
      {
        act: 'pattern',
        missing: [
          { channel: 'W', row: 0, nozzle: 2 },
          { channel: 'W', row: 0, nozzle: 8 },
        ],
      },
    ]);
  });

  it('is only what that machine can have had done to it', async () => {
    const all = await offered(await opened());
    expect(all).toContain('White slot moved');
    expect(all.some((act) => /head/i.test(act))).toBe(false);
    const parking = await offered(await opened({ school: 'parking', movesSlot: false }));
    expect(parking.filter((act) => /head/i.test(act))).toHaveLength(2);
    expect(parking).not.toContain('White slot moved');
    const colour = await offered(await opened({ white: false }));
    expect(colour).toHaveLength(all.length - 1);
  });

  it('is a cleaning with what it drew and how long it took', async () => {
    const screen = await opened();
    await chooseAct(screen, 'Cleaned');
    await write(screen, 'White drawn', '7.5');
    await write(screen, 'It took', '6');
    await screen.user.click(save(screen));
    expect(written(screen)).toEqual([{ act: 'cleaned', ml: 7.5, minutes: 6 }]);
  });

  it('is the white’s slot, from where it is to where it is not', async () => {
    for (const [whiteSlot, to] of [
      ['under', 'other'],
      ['other', 'under'],
    ] as const) {
      const screen = await opened({ state: { ...MACHINE.state, whiteSlot } });
      await chooseAct(screen, 'White slot moved');
      await screen.user.click(save(screen));
      expect(written(screen)).toEqual([{ act: 'slot', to }]);
      screen.unmount();
    }
  });

  it('is a part or a note only with words', async () => {
    const screen = await opened();
    await chooseAct(screen, 'Note');
    expect(save(screen).hasAttribute('disabled')).toBe(true);
    await write(screen, 'Note', ' Cap is torn. ');
    await screen.user.click(save(screen));
    await chooseAct(screen, 'Part replaced');
    await write(screen, 'Part', 'Wiper');
    await screen.user.click(save(screen));
    expect(written(screen)).toEqual([
      { act: 'note', text: 'Cap is torn.' },
      { act: 'replaced', part: 'Wiper' },
    ]);
  });

  it('begins with what was meant, and without what was typed the last time', async () => {
    const screen = await opened({}, { first: 'note' });
    await write(screen, 'Note', 'Cap is torn.');
    await screen.rerender({ modelValue: false });
    await screen.rerender({ modelValue: true });
    expect(screen.getByLabelText<HTMLTextAreaElement>('Note').value).toBe('');
  });

  it('is not taken where that is refused, and says why', async () => {
    await opened({}, { problem: 'The machine is away.' });
    expect(problemSaid()).toBe('The machine is away.');
  });
});
