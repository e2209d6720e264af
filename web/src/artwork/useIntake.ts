/** A dropped file on its way: upload, then plates, with progress and cancel. */
import {
  API,
  MAX_UPLOAD_BYTES,
  type ArtworkSummary,
  type Job,
  type Problem,
} from '@kyanos/contract';
import { computed, onScopeDispose, readonly, ref, shallowRef } from 'vue';
import { addressIn, call, Refused, upload, type Upload } from '../shared/api.ts';
import { follow } from '../shared/follow.ts';
import { t } from '../texts/texts.ts';

/** What another installation has written of a job. */
const JOB_FILE = /\.kyanos-job(?: ?\(\d+\))?\.zip$/i;

/** @param tookJob where a whole job can be dropped as well */
export function useIntake(
  ready: (artwork: ArtworkSummary) => void | Promise<void>,
  tookJob?: (job: Job) => void | Promise<void>,
) {
  const phase = ref<'idle' | 'sending' | 'reading'>('idle');
  const share = ref(0);
  const fileName = ref('');
  /** Where a first, rough picture of the file is, once there is one. */
  const look = ref<string>();
  const problem = shallowRef<Problem>();
  let sending: Upload | undefined;
  let reading: ArtworkSummary | undefined;
  let cancelled = false;

  const words = computed(() =>
    phase.value === 'sending'
      ? t('shared.sending', { fileName: fileName.value })
      : phase.value === 'reading'
        ? t('shared.makingPlatesOf', { fileName: fileName.value })
        : '',
  );

  async function take(file: File, dpi: number): Promise<void> {
    if (phase.value !== 'idle') return;
    problem.value = undefined;
    cancelled = false;
    if (file.size > MAX_UPLOAD_BYTES) {
      problem.value = {
        code: 'FILE_TOO_LARGE',
        message: t('shared.hasMbMostMb', {
          file: file.name,
          size: Math.ceil(file.size / 1024 / 1024),
          most: MAX_UPLOAD_BYTES / 1024 / 1024,
        }),
      };
      return;
    }
    fileName.value = file.name;
    share.value = 0;
    phase.value = 'sending';
    try {
      sending = upload(file, (value) => (share.value = value));
      const stored = await sending.done;
      if (tookJob && JOB_FILE.test(file.name)) {
        await tookJob(await call(API.takeJobFile, { body: { fileId: stored.id } }));
        return;
      }
      phase.value = 'reading';
      share.value = 0;
      const body = { fileId: stored.id, fileName: file.name, dpi, scale: 1 };
      const artwork = await follow(() => call(API.readArtwork, { body }), {
        again: ({ id }) => call(API.getArtwork, { params: { id } }),
        onState: (now) => {
          reading = now;
          share.value = now.progress;
          if (now.firstLook) look.value = addressIn(API.getFirstLook, { params: { id: now.id } });
        },
      });
      if (artwork?.state === 'done') await ready(artwork);
      else if (artwork?.problem && !cancelled) problem.value = artwork.problem;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      if (!cancelled) problem.value = error.problem;
    } finally {
      phase.value = 'idle';
      look.value = undefined;
      sending = undefined;
      reading = undefined;
    }
  }

  function cancel(): void {
    cancelled = true;
    sending?.cancel();
    if (!reading) return;
    const { id, attempt } = reading;
    void call(API.cancelArtwork, { params: { id }, body: { attempt } }).catch(() => undefined);
  }
  onScopeDispose(() => sending?.cancel());

  return {
    take,
    cancel,
    phase: readonly(phase),
    share: readonly(share),
    look: readonly(look),
    words,
    problem,
  };
}
