import { SETTING_ENDPOINTS } from '@kyanos/contract';
import { sentenceOf, USUAL_HOURS, type WorkingHours } from '@kyanos/core';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { serve, type Server } from '../../test/server.ts';
import { problemSaid, show, words, write } from '../../test/screen.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: HoursDialog } = await import('./HoursDialog.vue');

const HOURS: WorkingHours = {
  ...USUAL_HOURS,
  week: [[{ from: '08:00', to: '16:00' }], ...Array.from({ length: 6 }, () => [])],
  closed: ['2026-12-25'],
};
let server: Server;
beforeEach(() => {
  server = serve();
  server.on(SETTING_ENDPOINTS.hours.put, () => HOURS);
});
const opened = () => show(HoursDialog, { modelValue: true, hours: HOURS });
const save = ({ getByRole }: Awaited<ReturnType<typeof opened>>) =>
  getByRole('button', { name: 'Save' });
const sent = () => server.asked(SETTING_ENDPOINTS.hours.put).map(({ body }) => body);

describe('when somebody is at the machines', () => {
  it('is written a day at a time, as it is said: several shifts parted by commas', async () => {
    const screen = await opened();
    expect(screen.getByLabelText<HTMLInputElement>('Monday').value).toBe('08:00-16:00');
    await write(screen, 'Monday', '08:00-12:00, 13:00 – 17:30');
    await write(screen, 'Closed days, such as 2026-12-25', '2026-12-25, 2027-01-01');
    await write(screen, 'People at the machines at once', '3');
    await screen.user.click(save(screen));
    await vi.waitFor(() => expect(sent()).toHaveLength(1));
    const shifts = [
      { from: '08:00', to: '12:00' },
      { from: '13:00', to: '17:30' },
    ];
    expect(sent()[0]).toEqual({
      ...HOURS,
      week: [shifts, ...HOURS.week.slice(1)],
      closed: ['2026-12-25', '2027-01-01'],
      operators: 3,
    });
    await vi.waitFor(() => expect(screen.emitted('saved')).toHaveLength(1));
    expect(screen.emitted('update:modelValue')).toEqual([[false]]);
  });

  it.each(['8-12', '12:00-08:00', '08:00', '25:00-26:00', 'all day'])(
    'is not kept where it says %s',
    async (text) => {
      const screen = await opened();
      await write(screen, 'Tuesday', text);
      expect(save(screen).hasAttribute('disabled')).toBe(true);
      expect(words(document.body)).toContain('Write shifts like 08:00-12:00');
      await write(screen, 'Tuesday', '');
      expect(save(screen).hasAttribute('disabled')).toBe(false);
    },
  );

  it.each(['25.12.2026', '2026-13-01', '2026-02-30', 'Christmas'])(
    'is not closed on %s, which is no day',
    async (text) => {
      const screen = await opened();
      await write(screen, 'Closed days, such as 2026-12-25', text);
      expect(save(screen).hasAttribute('disabled')).toBe(true);
    },
  );

  it('says why it was not kept, and leaves what was typed', async () => {
    server.refuse(SETTING_ENDPOINTS.hours.put, 'INTERNAL');
    const screen = await opened();
    await write(screen, 'Monday', '09:00-17:00');
    await screen.user.click(save(screen));
    await vi.waitFor(() => expect(problemSaid()).toBe(sentenceOf('INTERNAL')));
    expect(screen.getByLabelText<HTMLInputElement>('Monday').value).toBe('09:00-17:00');
    expect(screen.emitted('saved')).toBeUndefined();
  });

  it('warns of machines that move while nobody is there', async () => {
    const screen = await opened();
    const warned = () => document.querySelector('.caution') !== null;
    expect(warned()).toBe(HOURS.overnight);
    await screen.user.click(screen.getByLabelText('Machines print on when nobody is there'));
    expect(warned()).toBe(!HOURS.overnight);
  });
});
