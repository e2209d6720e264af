<script setup lang="ts">
import type { ArtworkSummary } from '@kyanos/contract';
import { LAY_NAMES, nearMiss, parseStack, roleOf, type Role } from '@kyanos/core';
import { computed, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import PixelCanvas from '../look/PixelCanvas.vue';
import type { Picture } from '../look/look.worker.ts';
import { lookWorker } from '../look/worker.ts';
import FindingList from '../shared/FindingList.vue';
import { percent, size } from '../shared/format.ts';
import { useLatest } from '../shared/useLatest.ts';
import DropZone from './DropZone.vue';

const job = useJob();
const page = computed(
  () =>
    job.info?.pages.find(({ number }) => number === job.plan?.artwork.page) ?? job.info?.pages[0],
);

const sentence = computed(() => {
  const { value } = page;
  if (!value) return '';
  const { text } = size(value.trimMm.width, value.trimMm.height);
  const own = value.separations
    .filter(({ kind }) => kind !== 'process')
    .map(({ name }) => `“${name}”`);
  const count = job.info!.pages.length;
  return `${count > 1 ? `${count} pages of ` : ''}${text} finished, ${own.length ? `with ${own.join(' and ')} of its own.` : 'in process colour, with no special plate of its own.'}`;
});

/** The file itself: its process ink on white paper, whatever the job makes of it. */
const picture = shallowRef<Picture>();
const { ask } = useLatest(
  (subject: NonNullable<typeof job.subject>) =>
    lookWorker().look(subject, { side: 'front', light: 'front', backing: 'white' }, 1000),
  (drawn) => (picture.value = drawn),
);
const PAPER = { lab: [95, 0, 0] as const, transmittance: 0, scatter: 0.004 };
watch(
  () => job.subject && [job.subject.artworkId, job.plan?.artwork.page, job.info],
  () => {
    const { subject, shop } = job;
    if (!subject || !shop) return;
    const plan = {
      ...subject.plan,
      stack: parseStack('film | CMYK'),
      material: { ...subject.plan.material, class: 'white' as const, optics: PAPER },
    };
    void ask({ ...subject, plan });
  },
  { immediate: true },
);

const roles = computed(() => {
  const { plan } = job;
  if (!plan || !page.value) return [];
  return page.value.separations.map((separation) => {
    const role =
      separation.kind === 'process'
        ? undefined
        : roleOf(separation.name, plan.artwork.names, plan.machine);
    return {
      ...separation,
      role,
      miss: role ? undefined : nearMiss(separation.name, plan.machine),
    };
  });
});

const CHOICES = [
  { title: 'not used', value: '' },
  { title: `is ${LAY_NAMES.W.toLowerCase()}`, value: 'W' },
  { title: `is ${LAY_NAMES.S.toLowerCase()}`, value: 'S' },
  { title: `is ${LAY_NAMES.V.toLowerCase()}`, value: 'V' },
  { title: 'ignored on purpose', value: 'ignore' },
] satisfies { title: string; value: Role | '' }[];

function assign(name: string, role: Role | '') {
  const { artwork } = job.plan!;
  const { [name]: _, ...others } = artwork.names;
  job.update({
    artwork: { ...artwork, names: role === '' ? others : { ...others, [name]: role } },
  });
}

const nameFindings = computed(() =>
  (job.shown?.findings ?? []).filter(({ code }) => code === 'NAME_MISS' || code === 'SPOT_UNUSED'),
);
const findings = computed(() => [...nameFindings.value, ...(page.value?.findings ?? [])]);

const INK: Record<string, string> = {
  Cyan: '#1fa0c9',
  Magenta: '#c9367c',
  Yellow: '#dfb70e',
  Black: '#2b2b30',
};

function replace(artwork: ArtworkSummary) {
  const pages = artwork.info!.pages.map(({ number }) => number);
  const chosen = job.plan!.artwork;
  job.useArtwork(artwork);
  job.update({
    artwork: {
      ...chosen,
      page: pages.includes(chosen.page) ? chosen.page : pages[0],
      rearPage:
        chosen.rearPage !== null && pages.includes(chosen.rearPage) ? chosen.rearPage : null,
    },
  });
}

const choosePage = (number: number) =>
  job.update({ artwork: { ...job.plan!.artwork, page: number } });
const chooseRear = (number: number | null) =>
  job.update({ artwork: { ...job.plan!.artwork, rearPage: number } });
</script>

<template>
  <section class="stage">
    <header>
      <h1 class="question">What is in the file?</h1>
      <p v-if="page" class="answer" data-testid="answer">{{ sentence }}</p>
      <p v-else-if="job.artwork?.state === 'failed'" class="answer" role="alert">
        {{ job.artwork.problem?.message }}
      </p>
      <p v-else-if="job.artwork?.state === 'cancelled'" class="answer">
        Reading was cancelled. Choose the file again.
      </p>
      <p v-else-if="job.artwork" class="answer">
        Making its plates: {{ Math.round(job.artwork.progress * 100) }} %
      </p>
      <p v-else class="answer">No artwork yet. Drop a file below.</p>
    </header>
    <div v-if="page" class="stage-columns">
      <div class="panel sheet">
        <pixel-canvas
          :picture="picture"
          :label="`Process colours of ${job.artwork?.fileName} on white`"
        />
        <p class="soft caption">
          {{ job.artwork?.fileName }} · its colour on white paper · {{ job.info?.colour }}
        </p>
      </div>
      <div class="stage">
        <div class="panel list">
          <h2 class="label">Separations, mean over the finished page</h2>
          <table>
            <tbody>
              <tr v-for="entry in roles" :key="entry.name">
                <th scope="row">{{ entry.name }}</th>
                <td class="meter" aria-hidden="true">
                  <span
                    :style="{
                      width: `${entry.coverage * 100}%`,
                      background: INK[entry.name] ?? 'rgb(var(--v-theme-primary))',
                    }"
                  ></span>
                </td>
                <td class="figures number">{{ percent(entry.coverage) }}</td>
              </tr>
            </tbody>
          </table>
          <template v-for="entry in roles" :key="`role-${entry.name}`">
            <v-select
              v-if="entry.kind !== 'process'"
              class="mt-3"
              :label="`“${entry.name}” on ${job.plan?.machine.name}`"
              :items="CHOICES"
              :model-value="entry.role ?? ''"
              @update:model-value="assign(entry.name, $event as Role | '')"
            />
          </template>
        </div>
        <div class="panel list sizes">
          <dl>
            <dt>Finished</dt>
            <dd class="figures" :title="size(page.trimMm.width, page.trimMm.height).other">
              {{ size(page.trimMm.width, page.trimMm.height).text }}
            </dd>
            <dt>Printed</dt>
            <dd class="figures" :title="size(page.widthMm, page.heightMm).other">
              {{ size(page.widthMm, page.heightMm).text }}
            </dd>
            <dt>Plates</dt>
            <dd class="figures">
              {{ page.widthPx }} × {{ page.heightPx }} px, {{ Math.round(page.dpi) }} dpi
            </dd>
          </dl>
          <div v-if="job.info && job.info.pages.length > 1" class="pages">
            <v-select
              label="Front shows page"
              :items="job.info.pages.map(({ number }) => number)"
              :model-value="job.plan?.artwork.page"
              @update:model-value="choosePage"
            />
            <v-select
              label="Rear shows page"
              :items="[
                { title: 'the same', value: null },
                ...job.info.pages.map(({ number }) => ({ title: String(number), value: number })),
              ]"
              :model-value="job.plan?.artwork.rearPage ?? null"
              @update:model-value="chooseRear"
            />
          </div>
        </div>
        <finding-list :findings="findings" @repair="job.repair" />
      </div>
    </div>
    <drop-zone
      :title="page ? 'Drop a corrected file: the plan stays' : 'Drop the artwork here'"
      :ready="replace"
    />
  </section>
</template>

<style scoped>
.sheet {
  padding: 16px;
  display: grid;
  justify-items: center;
  gap: 10px;
}

.sheet :deep(canvas) {
  max-height: 56vh;
  box-shadow: 0 2px 14px rgb(10 20 40 / 25%);
}

.caption {
  font-size: var(--size-small);
}

.list {
  padding: 14px 16px;
}

table {
  width: 100%;
  border-collapse: collapse;
  margin-top: 6px;
}

th {
  text-align: left;
  font-weight: 600;
  max-width: 120px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

th,
td {
  padding: 4px 0;
}

.meter {
  width: 40%;
  padding: 0 12px;
}

.meter span {
  display: block;
  height: 9px;
  min-width: 1px;
  border-radius: 2px;
}

.number {
  text-align: right;
}

dl {
  display: grid;
  grid-template-columns: 80px 1fr;
  row-gap: 4px;
}

dt {
  color: var(--soft);
}

.pages {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  margin-top: 12px;
}
</style>
