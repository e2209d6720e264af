import { allLayers, formatRule, parseStack, WISHES, type PrintPlan } from '@kyanos/core';
import { describe, expect, it, vi } from 'vitest';
import { openJob } from '../../test/job.ts';
import { show, words, write } from '../../test/screen.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: LayerEditor } = await import('./LayerEditor.vue');

const opened = async (selected: number, change: Partial<PrintPlan> = {}) => {
  const open = await openJob('cafe-window', {
    stack: parseStack('film | W@image / CMYK'),
    ...change,
  });
  open.job.selectedLayer = selected;
  return { ...open, ...(await show(LayerEditor, {}, '/jobs/x/stack')) };
};
const layers = ({ job }: Awaited<ReturnType<typeof opened>>) => allLayers(job.plan!.stack);

describe('the chosen layer', () => {
  it('is laid as dense as is typed, and one drag of its slider is one step back', async () => {
    const screen = await opened(0);
    await write(screen, 'Density', '70');
    expect(layers(screen)[0].parts[0].density).toBe(70);
    expect(layers(screen)[1].parts[0].density).toBe(100);
    screen.job.undo();
    expect(layers(screen)[0].parts[0].density).toBe(100);
  });

  it('is laid in as many hits as the machine can, and no more are offered', async () => {
    const screen = await opened(0);
    const hits = screen.getByLabelText('Hits');
    const offered = [...hits.querySelectorAll('button')].map(words);
    const { maxHits } = screen.job.plan!.machine;
    expect(offered).toEqual(Array.from({ length: Math.min(4, maxHits) }, (_, i) => `${i + 1}`));
    await screen.user.click(hits.querySelectorAll('button')[1]);
    expect(layers(screen)[0].hits).toBe(2);
  });

  it('lies where a rule says, which is chosen from the usual ones', async () => {
    const screen = await opened(0);
    const other = WISHES.find(({ rule }) => rule !== formatRule(layers(screen)[0].parts[0].rule!))!;
    await screen.user.click(screen.getByLabelText('Lies', { selector: 'input' }));
    await screen.user.click(await screen.findByRole('option', { name: other.name }));
    expect(formatRule(layers(screen)[0].parts[0].rule!)).toBe(other.rule);
  });

  it('that is colour has no rule, and no white to be solved for', async () => {
    const { queryByLabelText, queryByText } = await opened(1);
    expect(queryByLabelText('Lies')).toBeNull();
    expect(queryByText(/least white/i)).toBeNull();
  });

  it('that is white is laid as thin as still hides what is wanted', async () => {
    const screen = await opened(0);
    const suggestion = () =>
      screen.getAllByRole('button').find((button) => /\d+ %/.test(words(button)));
    await write(screen, 'Opacity wanted', '60');
    const first = await vi.waitFor(() => words(suggestion()!));
    await screen.user.click(suggestion()!);
    const thin = layers(screen)[0];
    expect(first).toContain(`${thin.parts[0].density}`);
    await write(screen, 'Opacity wanted', '75');
    await vi.waitFor(() => expect(words(suggestion()!)).not.toBe(first));
    await screen.user.click(suggestion()!);
    const thick = layers(screen)[0];
    // More is hidden by more ink.
    expect(thick.parts[0].density * thick.hits).toBeGreaterThan(thin.parts[0].density * thin.hits);
  });

  it('says when not even every hit hides what is wanted', async () => {
    const { job, unmount } = await opened(0);
    const machine = { ...job.plan!.machine, maxHits: 1 };
    unmount();
    const screen = await opened(0, { machine });
    await write(screen, 'Opacity wanted', '99');
    await screen.findByText(/not even/);
  });

  it('is the last there is where the one that was chosen is gone', async () => {
    const screen = await opened(7);
    expect(screen.getByRole('heading').textContent).toMatch(/^Layer 2 of 2/);
  });
});
