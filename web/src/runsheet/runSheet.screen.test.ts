import { API } from '@kyanos/contract';
import { describe, expect, it, vi } from 'vitest';
import { openJob } from '../../test/job.ts';
import { UNTOUCHED } from '../../test/jobs.ts';
import { show, words } from '../../test/screen.ts';
import { duration } from '../shared/format.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: RunSheetStage } = await import('./RunSheetStage.vue');
const { default: RunSteps } = await import('./RunSteps.vue');

describe('steps of a run sheet', () => {
  const STEPS = [
    {
      title: 'Load the material',
      settings: [{ label: 'Width', value: '1370 mm' }],
      checks: ['It lies flat.', 'The right side is up.'],
      cautions: ['Rollers pinch.'],
    },
    { title: 'Finish', settings: [], checks: ['Count.'], cautions: [] },
  ];

  it('stand in their order, each with its settings, checks and cautions', async () => {
    const { getAllByRole } = await show(RunSteps, { steps: STEPS, ticked: () => false });
    const [first, second] = getAllByRole('listitem').map(words);
    expect(first).toMatch(/^1 Load the material ?Width ?1370 mm.*flat.*up.*Caution.*pinch/);
    expect(second).toMatch(/^2 Finish ?Count/);
  });

  it('are ticked one by one, and shown as they were', async () => {
    const { getByLabelText, getAllByRole, user, emitted } = await show(RunSteps, {
      steps: STEPS,
      ticked: (step: number, check: number) => step === 0 && check === 1,
    });
    const boxes = getAllByRole('checkbox') as HTMLInputElement[];
    expect(boxes.map(({ checked }) => checked)).toEqual([false, true, false]);
    await user.click(getByLabelText('It lies flat.'));
    await user.click(getByLabelText('The right side is up.'));
    expect(emitted('tick')).toEqual([
      [0, 0, true],
      [0, 1, false],
    ]);
  });
});

describe('the run sheet of a job', () => {
  const opened = async () => {
    const open = await openJob('cafe-window');
    open.server.on(API.getBenchState, () => UNTOUCHED);
    return { ...open, ...(await show(RunSheetStage, {}, '/jobs/x/run-sheet')) };
  };

  it('says how many steps it has, and how long they take', async () => {
    const { job, container, getAllByRole } = await opened();
    const { runSheet, minutes } = job.shown!.work!;
    const answer = words(container.querySelector('.answer')!);
    expect(answer).toContain(`${runSheet.length} steps`);
    expect(answer).toContain(duration(minutes));
    expect(getAllByRole('heading', { level: 2 }).map(words)).toEqual(
      runSheet.map(({ title }, i) => `${i + 1} ${title}`),
    );
  });

  it('is a paper once the job is kept and its plates are at full size', async () => {
    const { job, findByRole } = await opened();
    await vi.waitFor(() => expect(job.fullSize).toBe(true));
    const paper = await findByRole('link', { name: 'PDF' });
    expect(paper.getAttribute('href')).toMatch(/run-sheet\.pdf/);
    job.update({ lot: 'X' });
    const waiting = await findByRole('button', { name: /PDF.*waiting/ });
    expect(waiting.hasAttribute('disabled')).toBe(true);
  });

  it('is none for a print that can’t be made, and says what stands against it', async () => {
    const { job, container, findAllByRole } = await opened();
    job.update({ machine: { ...job.plan!.machine, maxWidth: 50 } });
    await vi.waitFor(() =>
      expect(words(container.querySelector('.answer')!)).toMatch(/no run sheet/),
    );
    expect((await findAllByRole('listitem')).map(words).join()).toMatch(/Will fail/);
  });
});
