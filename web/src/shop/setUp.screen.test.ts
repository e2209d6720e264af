import { USUAL_KINDS, type MachineAnswers, type Material } from '@kyanos/core';
import { SHOP } from '@kyanos/demo';
import { describe, expect, it } from 'vitest';
import { choose, problemSaid, show, showKept, write } from '../../test/screen.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: MaterialEditor } = await import('./MaterialEditor.vue');
const { default: NewMachineDialog } = await import('./NewMachineDialog.vue');

describe('a machine that is set up', () => {
  const opened = (problem?: string) =>
    show(NewMachineDialog, { modelValue: true, currency: 'USD', problem });
  type Screen = Awaited<ReturnType<typeof opened>>;
  const made = ({ emitted }: Screen) =>
    (emitted('make') as [Omit<MachineAnswers, 'id'>][] | undefined)?.at(-1)?.[0];

  it('needs a name, and has what is usual of its kind until somebody says otherwise', async () => {
    const screen = await opened();
    const setUp = screen.getByRole('button', { name: 'Set it up' });
    expect(setUp.hasAttribute('disabled')).toBe(true);
    await write(screen, 'Name', ' Flat 3 ');
    await choose(screen, 'Kind', USUAL_KINDS.flatbed.title);
    screen.getByLabelText('Length of the bed');
    await write(screen, 'Print width', '1500');
    await screen.user.click(setUp);
    expect(made(screen)).toMatchObject({
      name: 'Flat 3',
      kind: 'flatbed',
      cure: 'uv',
      maxWidth: 1500,
      maxLength: USUAL_KINDS.flatbed.maxLength,
      inks: ['colour', 'white'],
    });
  });

  it('has another ink where somebody says so', async () => {
    const screen = await opened();
    await write(screen, 'Name', 'Roll 4');
    await choose(screen, 'Ink', 'UV');
    await write(screen, 'Machine rate', '31.50');
    await screen.user.click(screen.getByRole('button', { name: 'Set it up' }));
    expect(made(screen)).toMatchObject({ kind: 'roll', cure: 'uv', hourRate: 3150 });
  });

  it('is not made where that was refused, and says why', async () => {
    await opened('There is a machine of this name.');
    expect(problemSaid()).toBe('There is a machine of this name.');
  });
});

describe('a material of the shop', () => {
  const [vinyl] = SHOP.materials;
  const edit = (material: Material = vinyl) =>
    showKept(MaterialEditor, material, { currency: 'USD' });

  it('is changed figure by figure, and keeps its name where nothing stands in its place', async () => {
    const screen = await edit();
    await write(screen, 'Width', '1520');
    expect(screen.kept()).toMatchObject({ width: 1520, name: vinyl.name });
    await screen.user.clear(screen.getByLabelText('Name'));
    expect(screen.kept().name).toBe(vinyl.name);
  });

  it('is drawn off by a length as a roll, and has one as a sheet', async () => {
    const screen = await edit();
    screen.getByLabelText('Least drawn off for a load');
    await choose(screen, 'Comes as', 'sheets');
    screen.getByLabelText('Length');
    expect(screen.kept().form).toBe('sheet');
  });

  it('has a grain, a shelf life and labels only where that is said', async () => {
    const screen = await edit();
    await choose(screen, 'Grain, brush or fibre', 'along the feed');
    expect(screen.kept().grain).toBe('along');
    await choose(screen, 'Grain, brush or fibre', 'none');
    expect(screen.kept()).not.toHaveProperty('grain');
    await write(screen, 'Shelf life (0: not stated)', '18');
    expect(screen.kept().shelfLifeMonths).toBe(18);
    await write(screen, 'Shelf life (0: not stated)', '0');
    expect(screen.kept()).not.toHaveProperty('shelfLifeMonths');
    await screen.user.click(screen.getByLabelText('Labels that are cut already'));
    await write(screen, 'Label, width', '80');
    expect(screen.kept().label).toEqual({ width: 80, height: 60 });
    await screen.user.click(screen.getByLabelText('Labels that are cut already'));
    expect(screen.kept().label).toBeNull();
  });
});
