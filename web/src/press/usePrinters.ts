/** Printers of the machines and the jobs that they have, as the server heard last. */
import { API, type PressJob, type PressWant, type PrinterStatus } from '@kyanos/contract';
import { useIntervalFn } from '@vueuse/core';
import { computed, ref, shallowRef } from 'vue';
import { call, Refused } from '../shared/api.ts';
import { useTrying } from '../shared/useTrying.ts';

const AGAIN_MS = 2000;

/** @param moved called when a job has come to a printer, gone on there, or left it */
export function usePrinters(moved: () => void = () => undefined) {
  const printers = shallowRef<readonly PrinterStatus[]>([]);
  const jobs = shallowRef<readonly PressJob[]>([]);
  const away = ref<string>();
  const heard = ref(false);
  const { problem: refused, trying } = useTrying();

  const states = (list: readonly PressJob[]) =>
    list.map(({ id, state }) => `${id} ${state}`).join();
  async function load(): Promise<void> {
    try {
      const answer = await call(API.listPrinters, {});
      away.value = undefined;
      const before = states(jobs.value);
      printers.value = answer.printers;
      jobs.value = answer.jobs;
      if (before !== states(answer.jobs)) moved();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      away.value = error.message;
    }
    heard.value = true;
  }
  /** Does something, and looks what came of it. Returns whether it was done. */
  async function acting(work: () => Promise<unknown>): Promise<boolean> {
    const done = await trying(async () => {
      await work();
      return true;
    });
    await load();
    return done === true;
  }

  void load();
  useIntervalFn(() => void load(), AGAIN_MS);
  return {
    problem: computed(() => refused.value ?? away.value),
    /** Whether the server was asked once: until then it is not known that a machine has no printer. */
    heard,
    printers,
    jobs,
    load,
    printerOf: (machineId: string) =>
      printers.value.find((printer) => printer.machineId === machineId),
    /** The job at its printer; undefined where it is at none. */
    atPrinter: (jobId: string) => jobs.value.find((job) => job.jobId === jobId),
    send: (jobId: string) =>
      acting(() =>
        call(API.sendToPress, {
          params: { id: jobId as PressJob['jobId'] },
          body: { hold: false },
        }),
      ),
    want: (id: PressJob['id'], want: PressWant) =>
      acting(() => call(API.wantOfPress, { params: { id }, body: { want } })),
    act: (machine: string, act: 'pause' | 'resume') =>
      acting(() => call(API.actOnPrinter, { params: { machine }, body: { act } })),
  };
}
