/** Keeping the open job: saved on the server a moment after each change, in the browser until then, and never over another's work. */
import {
  API,
  encodePlan,
  readPlan,
  type ArtworkId,
  type Job,
  type JobId,
  type PlanJson,
  type Problem,
} from '@kyanos/contract';
import type { PrintPlan } from '@kyanos/core';
import { useEventListener, useThrottleFn } from '@vueuse/core';
import { ref, shallowRef, type Ref } from 'vue';
import { call, newKey, Refused } from '../shared/api.ts';
import { t } from '../texts/texts.ts';

/** Quiet time after the last change before it is saved. */
const SAVE_MS = 500;
/** Between two copies of what is being changed, in the browser. */
const DRAFT_MS = 250;
/** Between tries while the server does not answer. */
const RETRY_MS = 3000;

export type SaveState = 'saved' | 'saving' | 'waiting' | 'conflict';

/** What is open: all of it is saved together. */
export interface OpenJob {
  readonly id: Ref<JobId | undefined>;
  readonly version: Ref<number>;
  readonly plan: Ref<PrintPlan | undefined>;
  readonly artworkId: Ref<ArtworkId | null>;
  /** The name under which the artwork came to this job. */
  readonly fileName: Ref<string | null>;
  readonly problem: Ref<Problem | undefined>;
}

/** A job's content as it goes to the server. */
interface Content {
  readonly base: number;
  readonly plan: PrintPlan;
  readonly artworkId: ArtworkId | null;
  readonly fileName?: string;
}
type Kept = Omit<Content, 'plan'> & { readonly plan: PlanJson };

/** What the browser keeps of a job until the server has it. */
interface Draft extends Kept {
  /** What was sent and not answered, if anything. */
  readonly sent?: Kept;
}

const kept = (content: Content): Kept => ({ ...content, plan: encodePlan(content.plan) });
const draftName = (job: string) => `kyanos-draft-${job}`;
const samePlan = (a: PlanJson, b: PrintPlan) => JSON.stringify(a) === JSON.stringify(encodePlan(b));

/** @param take shows another state of the job in the place of this one */
export function useSaving(open: OpenJob, take: (job: Job) => void) {
  const { id, version, plan, artworkId, fileName, problem } = open;
  const saveState = ref<SaveState>('saved');
  /** What somebody else saved meanwhile. */
  const theirs = shallowRef<Job>();
  let timer: ReturnType<typeof setTimeout> | undefined;
  let sending = false;
  /** A save whose answer did not come: it is sent again as it was, since the server may have carried it out. */
  let unanswered:
    { readonly job: JobId; readonly content: Content; readonly key: string } | undefined;

  const content = (): Content => ({
    base: version.value,
    plan: plan.value!,
    artworkId: artworkId.value,
    ...(fileName.value === null ? {} : { fileName: fileName.value }),
  });

  function schedule(): void {
    if (saveState.value === 'conflict') return;
    saveState.value = 'saving';
    void keepDraftSoon();
    clearTimeout(timer);
    timer = setTimeout(() => void save(), SAVE_MS);
  }

  /** While something is dragged the whole plan is not written out at every tick. */
  const keepDraftSoon = useThrottleFn(keepDraft, DRAFT_MS, true);

  /** A copy in the browser, in case the server or the page goes away. */
  function keepDraft(): void {
    if (!id.value || !plan.value || saveState.value === 'saved') return;
    const sent = unanswered?.job === id.value ? kept(unanswered.content) : undefined;
    localStorage.setItem(draftName(id.value), JSON.stringify({ ...kept(content()), sent }));
  }

  /** Takes up what the browser has kept of a job that was just opened; forgets it where the server has the same. */
  function restoreDraft(job: Job): void {
    const stored = localStorage.getItem(draftName(job.id));
    if (!stored) return;
    const draft = JSON.parse(stored) as Draft;
    const read = readPlan(draft.plan);
    if (
      'problem' in read ||
      (samePlan(draft.plan, job.plan) && draft.artworkId === job.artworkId)
    ) {
      localStorage.removeItem(draftName(job.id));
      return;
    }
    plan.value = read.plan;
    artworkId.value = draft.artworkId;
    fileName.value = draft.fileName ?? null;
    // What was saved meanwhile may be our own, whose answer was lost.
    const ours =
      draft.sent !== undefined &&
      job.version === draft.sent.base + 1 &&
      samePlan(draft.sent.plan, job.plan) &&
      draft.sent.artworkId === job.artworkId;
    if (draft.base === job.version || ours) schedule();
    else {
      theirs.value = job;
      saveState.value = 'conflict';
    }
  }

  async function save(): Promise<void> {
    if (sending || !id.value || !plan.value) return;
    sending = true;
    const job = id.value;
    const request =
      unanswered?.job === job ? unanswered : { job, content: content(), key: newKey() };
    unanswered = request;
    try {
      const saved = await call(
        API.saveJob,
        { params: { id: job }, body: request.content },
        { key: request.key },
      );
      unanswered = undefined;
      if (id.value !== job) return;
      version.value = saved.version;
      const { content: sent } = request;
      if (plan.value === sent.plan && artworkId.value === sent.artworkId) {
        saveState.value = 'saved';
        localStorage.removeItem(draftName(job));
      } else schedule();
    } catch (error) {
      if (!(error instanceof Refused) || id.value !== job) throw error;
      if (!error.mayPass) unanswered = undefined;
      if (error.problem.code === 'JOB_CONFLICT') {
        saveState.value = 'conflict';
        theirs.value = await call(API.getJob, { params: { id: job } });
      } else if (error.mayPass) {
        saveState.value = 'waiting';
        timer = setTimeout(() => void save(), RETRY_MS);
      } else problem.value = error.problem;
    } finally {
      sending = false;
    }
  }

  /** What is not saved yet goes out with the page. */
  function flush(): void {
    clearTimeout(timer);
    const job = id.value;
    if (!job || !plan.value || saveState.value === 'saved') return;
    keepDraft();
    if (saveState.value !== 'saving' || sending) return;
    void call(API.saveJob, { params: { id: job }, body: content() }, { keepalive: true }).then(
      () => localStorage.removeItem(draftName(job)),
      () => undefined,
    );
  }
  useEventListener(window, 'pagehide', flush);

  /** A job that was just read: nothing of it has to be saved. */
  function settled(): void {
    saveState.value = 'saved';
    theirs.value = undefined;
  }

  /** Ends a conflict: take their version, or save mine as the next one on top of it. Both stay as versions. */
  function settle(choice: 'theirs' | 'mine'): void {
    const other = theirs.value;
    if (!other || !id.value) return;
    if (choice === 'theirs') {
      localStorage.removeItem(draftName(id.value));
      take(other);
      return;
    }
    version.value = other.version;
    settled();
    schedule();
  }

  /** Mine becomes a job of its own; this one shows theirs. */
  async function saveAsNew(): Promise<JobId> {
    const { base: _, plan: mine, ...rest } = content();
    const job = await call(API.makeJob, {
      body: { ...rest, plan: { ...mine, name: t('job.copy', { mine: mine.name }).slice(0, 200) } },
    });
    if (id.value) localStorage.removeItem(draftName(id.value));
    saveState.value = 'saved';
    return job.id;
  }

  return { saveState, theirs, schedule, restoreDraft, flush, settled, settle, saveAsNew };
}
