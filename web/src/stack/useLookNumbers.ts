/** The numbers of the print that is shown, of points that are read on it, and of its barcodes under a scanner. */
import {
  type BarcodeLook,
  decimal,
  type LookNumbers,
  type PointLook,
  type View,
} from '@kyanos/core';
import { watchDebounced } from '@vueuse/core';
import { computed, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import type { Subject } from '../look/look.worker.ts';
import type { PagePoint, ViewControl } from '../look/useView.ts';
import { lookWorker } from '../look/worker.ts';
import { useLatest } from '../shared/useLatest.ts';
import { lookFigures, scanned } from './workings.ts';
import { t } from '../texts/texts.ts';

const NUMBERS_PX = 700;
const POINTS_PX = 1400;
const RESTS_MS = 250;

export type LookFigures = ReturnType<typeof useLookNumbers>;

export function useLookNumbers(viewing: ViewControl) {
  const job = useJob();
  const numbers = shallowRef<LookNumbers>();
  const { ask } = useLatest(
    ({ subject, view }: { subject: Subject; view: View }) =>
      lookWorker().numbers(subject, view, NUMBERS_PX),
    (found) => (numbers.value = found),
  );
  const barcodes = shallowRef<readonly BarcodeLook[]>([]);
  const { ask: askBarcodes } = useLatest(
    ({ subject, view }: { subject: Subject; view: View }) => lookWorker().barcodes(subject, view),
    (found) => (barcodes.value = found),
  );
  // The picture comes first: numbers wait until a slider rests.
  watchDebounced(
    () => [job.subject, viewing.shown.value, viewing.view.value] as const,
    ([subject, { plan }, view]) => {
      if (!subject) return;
      void ask({ subject: { ...subject, plan }, view });
      void askBarcodes({ subject: { ...subject, plan }, view });
    },
    { immediate: true, debounce: RESTS_MS },
  );

  const points = shallowRef<readonly PointLook[]>([]);
  const { ask: askPoints } = useLatest(
    ({ subject, view, spots }: { subject: Subject; view: View; spots: readonly PagePoint[] }) =>
      lookWorker().points(subject, view, POINTS_PX, spots),
    (found) => (points.value = found),
  );
  watch(
    () => [job.subject, viewing.shown.value, viewing.view.value, viewing.points.value] as const,
    ([subject, { plan }, view, spots]) => {
      if (!subject || spots.length === 0) points.value = [];
      else
        void askPoints({
          subject: { ...subject, plan },
          view,
          spots: spots.map(({ x, y }) => ({ x, y })),
        });
    },
  );
  const figures = computed(() => (numbers.value ? lookFigures(numbers.value) : []));
  /** The same in a row, with the grade of each barcode and the points that are read. */
  const row = computed(() => [
    ...figures.value.map(({ short: name, text, working }) => ({ name, text, working })),
    ...barcodes.value.map(({ barcode, planned }) => ({
      name: t('stack.grade', { type: barcode.type }),
      text: scanned(planned),
      bad: !planned.decodes || planned.grade > 'C',
    })),
    ...points.value.map(({ deltaE }, i) => ({
      name: t('stack.pointI', { i: i + 1 }),
      text: `${decimal(deltaE, 1)} ΔE2000`,
    })),
  ]);
  return { figures, row, barcodes, points };
}
