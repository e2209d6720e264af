import { API, signatureOf, type JobSummary, type Me } from '@kyanos/contract';
import { JOB_STATES } from '@kyanos/core';
import { fireEvent } from '@testing-library/vue';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { jobSummary } from '../../test/jobs.ts';
import { show, words } from '../../test/screen.ts';
import { serve } from '../../test/server.ts';
import { me } from '../shared/me.ts';
import { roomTexts } from '../texts/texts.ts';
import JobCards from './JobCards.vue';
import JobOrderPanel from './JobOrderPanel.vue';
import JobRows from './JobRows.vue';
import { PRIORITY_WORDS, STATE_WORDS } from './orderWords.ts';

await roomTexts();

const decide = ({ decide: found }: JobSummary) => (found ? `${found.errors} to decide` : '');
afterEach(() => {
  me.value = undefined;
});

describe('jobs as cards', () => {
  it('say what is printed on what, who saved it, and lead to how it looks', async () => {
    const job = jobSummary(7, {
      name: 'Owl',
      copies: 12,
      notes: 'Ask for the lid.',
      savedBy: 'Ada',
    });
    const { getByRole } = await show(JobCards, { jobs: [job], decide });
    const card = getByRole('link');
    expect(card.getAttribute('href')).toBe(`/jobs/${job.id}/stack`);
    for (const said of ['7 Owl', '12 copies', 'Clear film', 'W CMYK', 'Ask for the lid.', 'Ada'])
      expect(words(card)).toContain(said);
  });

  it('say what has to be decided, what will fail first', async () => {
    const jobs = [
      jobSummary(1, { decide: { errors: 2, warnings: 0 } }),
      jobSummary(2, { decide: { errors: 0, warnings: 1 } }),
      jobSummary(3),
    ];
    const { container } = await show(JobCards, { jobs, decide });
    const told = [...container.querySelectorAll('.bad, .warn')];
    expect(told.map(words)).toEqual(['2 to decide', '0 to decide']);
    expect(told.map((one) => one.classList.contains('bad'))).toEqual([true, false]);
  });

  it('say why a plan can’t be read, in place of its stack', async () => {
    const problem = { code: 'PLAN_UNREADABLE', message: 'From another version.' } as const;
    const { container } = await show(JobCards, {
      jobs: [jobSummary(1, { problem } as never)],
      decide,
    });
    expect(words(container)).toContain('From another version.');
    expect(words(container)).not.toContain('W CMYK');
  });

  it('say how far their picture is', async () => {
    serve();
    const jobs = [
      jobSummary(1, { artworkState: 'running' }),
      jobSummary(2, { artworkState: 'failed' }),
    ];
    const { container } = await show(JobCards, { jobs, decide });
    const [making, none] = [...container.querySelectorAll('.picture')].map(words);
    expect(making).toMatch(/Making/);
    expect(none).toMatch(/No picture/);
  });
});

describe('jobs as lines', () => {
  it('stand under the states that they are in, each said once', async () => {
    const jobs = [
      jobSummary(1, { state: 'accepted' }),
      jobSummary(2, { state: 'accepted' }),
      jobSummary(3, { state: 'done' }),
    ];
    const { getAllByRole, rerender, queryAllByRole } = await show(JobRows, {
      jobs,
      byState: true,
      decide,
    });
    expect(getAllByRole('heading').map(words)).toEqual([STATE_WORDS.accepted, STATE_WORDS.done]);
    await rerender({ byState: false });
    expect(queryAllByRole('heading')).toEqual([]);
  });
});

describe('how far a job is', () => {
  const panel = (change: Partial<JobSummary> = {}) =>
    show(JobOrderPanel, { job: jobSummary(4, change) });

  it('is changed to any other state, and how pressing it is', async () => {
    const { getAllByRole, getByRole, user, emitted } = await panel();
    const states = getAllByRole('option');
    expect(states.map(words)).toEqual(JOB_STATES.map((state) => STATE_WORDS[state]));
    expect(states.find((one) => one.getAttribute('aria-selected') === 'true')!.textContent).toBe(
      STATE_WORDS.accepted,
    );
    await user.click(getByRole('option', { name: STATE_WORDS.printing }));
    await user.click(getByRole('button', { name: PRIORITY_WORDS.urgent }));
    expect(emitted('change')).toEqual([[{ state: 'printing' }], [{ priority: 'urgent' }]]);
  });

  it('is due at a time of this place, kept as one of the world', async () => {
    const due = new Date(2026, 11, 1, 15, 30);
    const { getByLabelText, emitted } = await panel({ due: due.toISOString() });
    const field = getByLabelText<HTMLInputElement>('Due');
    expect(field.value).toBe('2026-12-01T15:30');
    await fireEvent.update(field, '2026-12-02T09:00');
    await fireEvent.change(field);
    expect(emitted('change').at(-1)).toEqual([{ due: new Date(2026, 11, 2, 9).toISOString() }]);
    await fireEvent.update(field, '');
    await fireEvent.change(field);
    expect(emitted('change').at(-1)).toEqual([{ due: null }]);
  });

  it('has a note beside it, and is put away, taken back, or printed again', async () => {
    const { getByLabelText, getByRole, user, emitted, rerender } = await panel();
    await fireEvent.update(getByLabelText('Notes'), 'Lid in blue');
    await fireEvent.change(getByLabelText('Notes'));
    expect(emitted('note')).toEqual([['Lid in blue']]);
    await user.click(getByRole('button', { name: 'Put away' }));
    await rerender({ job: jobSummary(4, { putAway: true }) });
    await user.click(getByRole('button', { name: 'Take back' }));
    expect(emitted('putAway')).toHaveLength(2);
    await user.click(getByRole('button', { name: 'Print it again' }));
    expect(emitted('again')).toHaveLength(1);
  });

  it('has a confirmation once it is ordered, and is a file at any time', async () => {
    const links = async (state: JobSummary['state']) => {
      const { getAllByRole, unmount } = await panel({ state });
      const found = getAllByRole('link').map((link) => link.getAttribute('href'));
      unmount();
      return found;
    };
    const [id] = [jobSummary(4).id];
    expect(await links('quoted')).toEqual([expect.stringContaining(`/api/jobs/${id}/`)]);
    expect(await links('accepted')).toEqual([
      expect.stringMatching(/order-confirmation\.pdf$/),
      expect.stringContaining(`/api/jobs/${id}/`),
    ]);
  });

  it('is read by who may not change it, with the reason, and notes are still written', async () => {
    me.value = { closed: { [signatureOf(API.setJobOrder)]: 'planner' } } as unknown as Me;
    const { getAllByRole, getByLabelText, getByText, queryByRole } = await panel();
    getByText(/planner/i);
    expect(getAllByRole('option')).toHaveLength(1);
    expect(getAllByRole('option')[0].hasAttribute('disabled')).toBe(true);
    expect(getByLabelText<HTMLInputElement>('Due').readOnly).toBe(true);
    expect(queryByRole('button', { name: PRIORITY_WORDS.urgent })).toBeNull();
    expect(getByLabelText<HTMLTextAreaElement>('Notes').disabled).toBe(false);
  });
});

beforeEach(() => {
  vi.useRealTimers();
});
