import { newInk, type Ink, type Machine } from '@kyanos/core';
import { SHOP } from '@kyanos/demo';
import { describe, expect, it } from 'vitest';
import { choose, problemSaid, showKept, write } from '../../test/screen.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: InkEditor } = await import('./InkEditor.vue');
const { default: MachineModes } = await import('./MachineModes.vue');

const [ROLL, FLATBED] = SHOP.machines;
const inkOf = (machine: Machine, channel: string) =>
  machine.inks.find((ink) => ink.channel === channel)!;

describe('an ink of a machine', () => {
  const edit = (ink: Ink, machine: Machine = ROLL, was: string | undefined = ink.channel) =>
    showKept(InkEditor, ink, { machine, was, assumed: [], currency: 'USD' });

  it('is handed over as it was typed', async () => {
    const screen = await edit(inkOf(ROLL, 'W'));
    await write(screen, 'Name', 'White B');
    await write(screen, 'Spot name the machine wants', 'White 2');
    await screen.user.click(screen.getByRole('button', { name: 'Done' }));
    const [[kept]] = screen.emitted<[Ink]>('keep');
    expect(kept).toEqual({ ...inkOf(ROLL, 'W'), name: 'White B', spotName: 'White 2' });
  });

  it('is not handed over under a key that another ink has', async () => {
    const screen = await edit(inkOf(ROLL, 'W'));
    await write(screen, 'Key in stacks and reports', 'C');
    expect(problemSaid()).toMatch(/\bC\b/);
    const done = screen.getByRole('button', { name: 'Done' });
    expect(done.hasAttribute('disabled')).toBe(true);
    await screen.user.keyboard('{Enter}');
    expect(screen.emitted('keep')).toBeUndefined();
    // What a white is called has a form of its own.
    await write(screen, 'Key in stacks and reports', 'W2');
    expect(problemSaid()).toMatch(/small letters/);
    await write(screen, 'Key in stacks and reports', 'Wb');
    expect(problemSaid()).toBeUndefined();
  });

  it('keeps what was stated of it when its role changes, and gets what the new one needs', async () => {
    const white = inkOf(ROLL, 'W');
    const screen = await edit(white);
    await choose(screen, 'Role', 'clear');
    const { role, laydown, pricePerLitre, lossPerTrip } = screen.kept();
    expect({ role, laydown, pricePerLitre, lossPerTrip }).toEqual({
      role: 'clear',
      laydown: white.laydown,
      pricePerLitre: white.pricePerLitre,
      lossPerTrip: white.lossPerTrip,
    });
    await choose(screen, 'Surface', 'matt');
    expect(screen.kept().finish).toBe('matt');
  });

  it('has a colour of its own as a metal only where it is not silver', async () => {
    const silver = newInk('metallic', FLATBED, undefined);
    const screen = await edit(silver, FLATBED, undefined);
    expect(screen.queryByLabelText(/^L\*/)).toBeNull();
    await screen.user.click(screen.getByLabelText(/colour of its own/i));
    await write(screen, screen.getAllByText(/^L\* of a solid/)[0].textContent, '70');
    expect(screen.kept().lab?.[0]).toBe(70);
    await screen.user.click(screen.getByLabelText(/colour of its own/i));
    expect(screen.kept()).not.toHaveProperty('lab');
  });

  it('has figures of its own of how it settles, if somebody knows them', async () => {
    const { settling: _, ...white } = inkOf(ROLL, 'W');
    const screen = await edit(white);
    expect(screen.queryByLabelText(/Viscosity/)).toBeNull();
    await screen.user.click(screen.getByLabelText(/figures/i));
    const label = screen.getAllByText(/Viscosity/)[0].textContent;
    await write(screen, label, '12.5');
    expect(screen.kept().settling?.viscosity).toBe(12.5);
  });

  it('that stands in for others says for which, and lays what its curve says', async () => {
    const screen = await edit(newInk('extra', ROLL, undefined), ROLL, undefined);
    const label = screen.getAllByText(/100 %/)[0].textContent;
    await write(screen, label, '80');
    expect(screen.kept().split?.curve.at(-1)).toEqual([1, 0.8]);
  });

  it('is left as it was, or taken out where it is not the last', async () => {
    const screen = await edit(inkOf(ROLL, 'W'));
    await screen.user.click(screen.getByRole('button', { name: 'Cancel' }));
    expect(screen.emitted('leave')).toHaveLength(1);
    await screen.user.click(screen.getByRole('button', { name: 'Take it out' }));
    expect(screen.emitted('remove')).toHaveLength(1);
    screen.unmount();
    const alone = { ...ROLL, inks: [inkOf(ROLL, 'W')] };
    const { queryByRole } = await edit(inkOf(ROLL, 'W'), alone);
    expect(queryByRole('button', { name: 'Take it out' })).toBeNull();
  });
});

describe('modes of a machine', () => {
  const edit = (machine: Machine) => showKept(MachineModes, machine);

  it('are changed one by one, and what is typed is no longer assumed', async () => {
    const [first, ...others] = ROLL.modes;
    const assumed = [`modes.${first.id}.passes`, `modes.${first.id}.speed`];
    const screen = await edit({ ...ROLL, modes: [first, ...others], assumed });
    const [passes] = screen.getAllByLabelText('Passes');
    await screen.user.clear(passes);
    await screen.user.type(passes, '12');
    await screen.user.tab();
    const { modes, assumed: left } = screen.kept();
    expect(modes[0]).toEqual({ ...first, passes: 12 });
    expect(modes.slice(1)).toEqual(others);
    expect(left).toEqual([`modes.${first.id}.speed`]);
    await screen.user.click(screen.getByRole('button', { name: /right/i }));
    expect(screen.kept().assumed ?? []).toEqual([]);
  });

  it('are added with an id of their own, and taken away but for the last', async () => {
    const screen = await edit({ ...ROLL, modes: [ROLL.modes[0]] });
    expect(screen.queryByRole('button', { name: /^Remove/ })).toBeNull();
    await screen.user.click(screen.getByRole('button', { name: 'Add a mode' }));
    await screen.user.click(screen.getByRole('button', { name: 'Add a mode' }));
    const ids = screen.kept().modes.map(({ id }) => id);
    expect(new Set(ids).size).toBe(3);
    await screen.user.click(screen.getAllByRole('button', { name: /^Remove/ })[0]);
    expect(screen.kept().modes.map(({ id }) => id)).toEqual(ids.slice(1));
  });

  it('keep their name where nothing stands in its place', async () => {
    const screen = await edit({ ...ROLL, modes: [ROLL.modes[0]] });
    await screen.user.clear(screen.getByLabelText('Mode'));
    expect(screen.kept().modes[0].name).toBe(ROLL.modes[0].name);
  });

  it('are for the materials that are chosen', async () => {
    const mode = { ...ROLL.modes[0], materials: ['clear', 'white'] as const };
    const screen = await edit({ ...ROLL, modes: [mode] });
    await screen.user.click(screen.getByLabelText('For materials that are'));
    await screen.user.click(await screen.findByRole('option', { name: 'dark' }));
    expect(screen.kept().modes[0].materials).toEqual(['clear', 'white', 'dark']);
  });
});
