/** The job that is open: its plan, kept safe on the server at every change, and what follows from it. */
import {
  encodePlan,
  Plan,
  readPlan,
  type ArtworkSummary,
  type Job,
  type PlanJson,
  type PlateBuild,
  type Problem,
} from '@kyanos/contract';
import {
  type ArtworkInfo,
  type Measures,
  measuresOf,
  type PlanResult,
  plateDependencies,
  type PrintPlan,
  reckon,
  repaired,
  type Repair,
  type Shop,
} from '@kyanos/core';
import { useEventListener, useStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import { lookWorker } from '../look/worker.ts';
import { get, newKey, post, put, Refused } from '../shared/api.ts';
import { rememberName } from '../shared/spotMemory.ts';
import { useLatest } from '../shared/useLatest.ts';
import { useHistory } from './history.ts';

/** Quiet time after the last change before it is saved, and before plates are built at full size. */
const SAVE_MS = 500;
const BUILD_MS = 900;
const POLL_MS = 500;
/** Between tries while the server does not answer. */
const RETRY_MS = 3000;

export type SaveState = 'saved' | 'saving' | 'waiting' | 'conflict';

interface JobOnWire extends Omit<Job, 'plan'> {
  readonly plan: unknown;
}
const readJob = (job: JobOnWire): Job => ({ ...job, plan: Plan.parse(job.plan) });

/** What the browser keeps of a job until the server has it. */
interface Draft extends SaveBody {
  /** What was sent and not answered, if anything. */
  readonly sent?: SaveBody;
}
interface SaveBody {
  readonly base: number;
  readonly plan: PlanJson;
  readonly artworkId: string | null;
  readonly fileName?: string;
  readonly savedBy: string;
}

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** Who is working here; told to whoever opens the same job. */
export const operator = useStorage('kyanos-operator', 'Bench 1');

export const useJob = defineStore('job', () => {
  const id = ref<string>();
  const version = ref(0);
  const plan = shallowRef<PrintPlan>();
  const artworkId = ref<string | null>(null);
  /** The name under which the artwork came to this job. */
  const fileName = ref<string | null>(null);
  const artwork = shallowRef<ArtworkSummary>();
  const shop = shallowRef<Shop>();
  const problem = shallowRef<Problem>();
  const saveState = ref<SaveState>('saved');
  /** What somebody else saved meanwhile. */
  const theirs = shallowRef<Job>();
  const screenMeasures = shallowRef<{ key: string; measures: Measures }>();
  const build = shallowRef<PlateBuild & { key: string }>();
  const selectedLayer = ref<number>();

  const info = computed<ArtworkInfo | undefined>(() => artwork.value?.info ?? undefined);
  const subject = computed(() =>
    plan.value && info.value && artworkId.value
      ? { artworkId: artworkId.value, info: info.value, plan: plan.value }
      : undefined,
  );

  /** What the plates depend on: prices may change without a new build. */
  const platesKey = computed(() => {
    const { value } = plan;
    if (!value || !artworkId.value) return '';
    return JSON.stringify([artworkId.value, plateDependencies(value)]);
  });

  const fullSize = computed(
    () => build.value?.key === platesKey.value && build.value.state === 'done',
  );
  /** Of all versions. */
  const measures = computed<Measures | undefined>(() => {
    if (fullSize.value && build.value?.measures) return build.value.measures;
    return screenMeasures.value?.key === platesKey.value
      ? screenMeasures.value.measures
      : undefined;
  });

  /** What the screen picture says of a plate, whether or not it was measured at full size since. */
  const screenMeasure = (key: string | undefined) =>
    plan.value && screenMeasures.value?.key === platesKey.value
      ? measuresOf(screenMeasures.value.measures, plan.value.artwork.page).plates.find(
          (plate) => plate.key === key,
        )
      : undefined;

  const result = computed<PlanResult | undefined>(() => {
    if (!plan.value || !info.value || !measures.value) return undefined;
    return reckon(plan.value, info.value, measures.value);
  });
  /** The last result that could be worked out, shown while the next is on its way. */
  const shown = shallowRef<PlanResult>();
  /** What stood there before the operator's last change. */
  const before = shallowRef<PlanResult>();
  watch(result, (now) => {
    if (now) shown.value = now;
  });

  // ---- opening ----

  async function open(wanted: string): Promise<void> {
    close();
    id.value = wanted;
    try {
      shop.value ??= await get<Shop>('/shop');
      const job = readJob(await get<JobOnWire>(`/jobs/${wanted}`));
      if (id.value !== wanted) return;
      take(job);
      restoreDraft(job);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      problem.value = error.problem;
    }
  }

  function take(job: Job): void {
    version.value = job.version;
    plan.value = job.plan;
    artworkId.value = job.artworkId;
    fileName.value = job.fileName;
    saveState.value = 'saved';
    theirs.value = undefined;
    history.forget();
    void followArtwork();
  }

  function close(): void {
    flush();
    id.value = undefined;
    plan.value = undefined;
    artwork.value = undefined;
    artworkId.value = null;
    fileName.value = null;
    problem.value = undefined;
    screenMeasures.value = undefined;
    build.value = undefined;
    shown.value = undefined;
    before.value = undefined;
    selectedLayer.value = undefined;
    history.forget();
  }

  // ---- saving ----

  const draftName = (job: string) => `kyanos-draft-${job}`;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let sending = false;

  const history = useHistory<PrintPlan>();

  function update(change: Partial<PrintPlan>): void {
    if (plan.value) replace({ ...plan.value, ...change });
  }

  /** Another plan in place of this one, as a change that can be undone. */
  function replace(next: PrintPlan): void {
    if (!plan.value) return;
    history.remember(plan.value, next);
    set(next);
  }

  function set(next: PrintPlan | undefined): void {
    if (!next) return;
    before.value = shown.value;
    plan.value = next;
    schedule();
  }
  const undo = () => plan.value && set(history.undo(plan.value));
  const redo = () => plan.value && set(history.redo(plan.value));

  function useArtwork(next: ArtworkSummary): void {
    artworkId.value = next.id;
    fileName.value = next.fileName;
    artwork.value = next;
    schedule();
    void followArtwork();
  }

  /** Reads the same file anew, so many times as large as it is now. */
  async function rescale(factor: number): Promise<void> {
    const now = artwork.value;
    if (!now) return;
    try {
      const { fileId, dpi, scale } = now;
      const wanted = {
        fileId,
        fileName: fileName.value ?? now.fileName,
        dpi,
        scale: scale * factor,
      };
      useArtwork(await post<ArtworkSummary>('/artworks', wanted));
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      problem.value = error.problem;
    }
  }

  function schedule(): void {
    if (saveState.value === 'conflict') return;
    saveState.value = 'saving';
    keepDraft();
    clearTimeout(timer);
    timer = setTimeout(() => void save(), SAVE_MS);
  }

  const body = () => ({
    base: version.value,
    plan: encodePlan(plan.value!),
    artworkId: artworkId.value,
    ...(fileName.value === null ? {} : { fileName: fileName.value }),
    savedBy: operator.value,
  });

  /** A save whose answer did not come: it is sent again as it was, since the server may have carried it out. */
  let unanswered:
    | {
        readonly job: string;
        readonly plan: PrintPlan;
        readonly artworkId: string | null;
        readonly body: ReturnType<typeof body>;
        readonly key: string;
      }
    | undefined;

  /** A copy in the browser, in case the server or the page goes away. */
  function keepDraft(): void {
    if (!id.value || !plan.value) return;
    const sent = unanswered?.job === id.value ? unanswered.body : undefined;
    localStorage.setItem(draftName(id.value), JSON.stringify({ ...body(), sent }));
  }

  function restoreDraft(job: Job): void {
    const kept = localStorage.getItem(draftName(job.id));
    if (!kept) return;
    const draft = JSON.parse(kept) as Draft;
    const read = readPlan(draft.plan);
    if ('problem' in read) {
      localStorage.removeItem(draftName(job.id));
      return;
    }
    if (
      JSON.stringify(draft.plan) === JSON.stringify(encodePlan(job.plan)) &&
      draft.artworkId === job.artworkId
    ) {
      localStorage.removeItem(draftName(job.id));
      return;
    }
    plan.value = read.plan;
    artworkId.value = draft.artworkId;
    fileName.value = draft.fileName ?? null;
    void followArtwork();
    // What was saved meanwhile may be our own, whose answer was lost.
    const ours =
      draft.sent !== undefined &&
      job.version === draft.sent.base + 1 &&
      JSON.stringify(draft.sent.plan) === JSON.stringify(encodePlan(job.plan)) &&
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
      unanswered?.job === job
        ? unanswered
        : { job, plan: plan.value, artworkId: artworkId.value, body: body(), key: newKey() };
    unanswered = request;
    try {
      const saved = await put<JobOnWire>(`/jobs/${job}`, request.body, { key: request.key });
      unanswered = undefined;
      if (id.value !== job) return;
      version.value = saved.version;
      if (plan.value === request.plan && artworkId.value === request.artworkId) {
        saveState.value = 'saved';
        localStorage.removeItem(draftName(job));
      } else schedule();
    } catch (error) {
      if (!(error instanceof Refused) || id.value !== job) throw error;
      if (error.status !== 0 && error.status < 500) unanswered = undefined;
      if (error.problem.code === 'JOB_CONFLICT') {
        saveState.value = 'conflict';
        theirs.value = readJob(await get<JobOnWire>(`/jobs/${job}`));
      } else if (error.status === 0 || error.status >= 500) {
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
    if (id.value && plan.value && saveState.value === 'saving' && !sending)
      void put(`/jobs/${id.value}`, body(), { keepalive: true }).then(
        (
          (job: string) => () =>
            localStorage.removeItem(draftName(job))
        )(id.value),
        () => undefined,
      );
  }
  useEventListener(window, 'pagehide', flush);

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
    theirs.value = undefined;
    saveState.value = 'saved';
    schedule();
  }

  /** Mine becomes a job of its own; this one shows theirs. */
  async function saveAsNew(): Promise<string> {
    const { plan: mine, artworkId: file, fileName: name, savedBy } = body();
    const job = await post<JobOnWire>('/jobs', {
      plan: { ...mine, name: `${mine.name} (copy)`.slice(0, 200) },
      artworkId: file,
      ...(name === undefined ? {} : { fileName: name }),
      savedBy,
    });
    if (id.value) localStorage.removeItem(draftName(id.value));
    saveState.value = 'saved';
    return job.id;
  }

  // ---- artwork and plates ----

  async function followArtwork(): Promise<void> {
    const wanted = artworkId.value;
    if (!wanted) {
      artwork.value = undefined;
      return;
    }
    for (;;) {
      try {
        const found = await get<ArtworkSummary>(`/artworks/${wanted}`);
        if (artworkId.value !== wanted) return;
        artwork.value = found;
        if (found.state !== 'queued' && found.state !== 'running') return;
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        if (error.status !== 0 && error.status < 500) {
          problem.value = error.problem;
          return;
        }
      }
      await pause(POLL_MS);
    }
  }

  const { ask: askMeasures } = useLatest(
    async ({ key, what }: { key: string; what: NonNullable<typeof subject.value> }) => ({
      key,
      measures: await lookWorker().measure(what),
    }),
    (done) => (screenMeasures.value = done),
  );

  let buildTimer: ReturnType<typeof setTimeout> | undefined;
  watch(
    [platesKey, info],
    () => {
      clearTimeout(buildTimer);
      if (!subject.value) return;
      void askMeasures({ key: platesKey.value, what: subject.value });
      buildTimer = setTimeout(() => void followBuild(), BUILD_MS);
    },
    { immediate: true },
  );

  async function followBuild(): Promise<void> {
    const key = platesKey.value;
    const { value } = subject;
    if (!value) return;
    try {
      let found = await post<PlateBuild>(`/artworks/${value.artworkId}/plates`, {
        plan: encodePlan(value.plan),
      });
      for (;;) {
        if (platesKey.value !== key) {
          // Nobody waits for these plates any more.
          if (found.state === 'queued' || found.state === 'running')
            await post(`/plates/${found.id}/cancel`, { attempt: found.attempt });
          return;
        }
        build.value = { ...found, key };
        if (found.state !== 'queued' && found.state !== 'running') return;
        await pause(POLL_MS);
        found = await get<PlateBuild>(`/plates/${found.id}`);
      }
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      build.value = undefined;
    }
  }

  const building = computed(
    () => build.value?.key === platesKey.value && ['queued', 'running'].includes(build.value.state),
  );
  /** Leaves the plates at what the screen picture says, until they are asked for or changed. */
  const cancelBuild = async (): Promise<void> => {
    if (build.value)
      await post(`/plates/${build.value.id}/cancel`, { attempt: build.value.attempt });
  };

  function repair(wanted: Repair): void {
    if (!plan.value) return;
    if (wanted.kind === 'scale') {
      void rescale(wanted.factor);
      return;
    }
    replace(repaired(plan.value, wanted));
    if (wanted.kind === 'map-name') void rememberName(wanted.separation, wanted.role);
  }

  return {
    id,
    version,
    plan,
    artworkId,
    artwork,
    fileName,
    info,
    shop,
    problem,
    saveState,
    theirs,
    subject,
    measures,
    fullSize,
    screenMeasure,
    build,
    building,
    cancelBuild,
    buildAgain: followBuild,
    result,
    shown,
    before,
    selectedLayer,
    open,
    close,
    update,
    replace,
    undo,
    redo,
    canUndo: history.canUndo,
    canRedo: history.canRedo,
    useArtwork,
    rescale,
    settle,
    saveAsNew,
    repair,
  };
});
