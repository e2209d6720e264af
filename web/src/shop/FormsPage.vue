<script setup lang="ts">
/** Test forms: print, read, and take over what they say, measured instead of assumed. */
import { API, SHOP_ENDPOINTS } from '@kyanos/contract';
import {
  decimal,
  fieldChanges,
  FORMS,
  formsFor,
  oneWhite,
  testForm,
  whitesOf,
  withRules,
  type Channel,
  type FormKind,
} from '@kyanos/core';
import { mdiFileDownloadOutline, mdiFileUploadOutline } from '@mdi/js';
import { computed, ref, shallowRef, watch } from 'vue';
import type { Given } from '@kyanos/contract';
import { addressIn, call, callRevised } from '../shared/api.ts';
import { currency as asMoney, percent, size } from '../shared/format.ts';
import { activeItems, type ShopItem } from '../shared/shopItems.ts';
import { only } from '../shared/me.ts';
import { useLatest } from '../shared/useLatest.ts';
import { useTrying } from '../shared/useTrying.ts';
import { changeWords } from './fieldNames.ts';
import FitPlot from './FitPlot.vue';
import { useCurrency } from './useCurrency.ts';
import HandbookLink from '../shared/HandbookLink.vue';
import { t } from '../texts/texts.ts';

const machines = shallowRef<readonly ShopItem<'machine'>[]>([]);
const materials = shallowRef<readonly ShopItem<'material'>[]>([]);
const machineId = ref<string>();
const materialId = ref<string>();
async function load() {
  machines.value = await activeItems('machine');
  materials.value = await activeItems('material');
  machineId.value ??= machines.value[0]?.id;
  // White shows best on what lets the ground through.
  materialId.value ??= (
    materials.value.find(({ data }) => data.class === 'clear') ?? materials.value[0]
  )?.id;
}
void load();

const machine = computed(() => machines.value.find(({ id }) => id === machineId.value)?.data);
/** Whites of the machine: a form is of one. */
const whites = computed(() => (machine.value ? whitesOf(machine.value) : []));
const chosenWhite = ref<Channel>();
const white = computed(() =>
  whites.value.length > 1
    ? (whites.value.find(({ channel }) => channel === chosenWhite.value) ?? whites.value[0]).channel
    : undefined,
);
const material = computed(() => materials.value.find(({ id }) => id === materialId.value)?.data);
const kinds = computed(() => (machine.value ? formsFor(machine.value) : []));
const wanted = ref<FormKind>('white-ladder');
const kind = computed(() => (kinds.value.includes(wanted.value) ? wanted.value : kinds.value[0]));
const facts = computed(() => (kind.value ? FORMS[kind.value] : undefined));
const form = computed(() =>
  kind.value && machine.value && material.value
    ? testForm(kind.value, oneWhite(machine.value, white.value), material.value)
    : undefined,
);
const address = (endpoint: typeof API.getForm | typeof API.getFormTarget) =>
  `${addressIn(
    endpoint as typeof API.getForm,
    {
      params: { id: machineId.value!, form: kind.value! },
    } as never,
  )}?material=${materialId.value}${white.value ? `&white=${white.value}` : ''}`;
const measuredOn = computed(() => {
  const marks = machine.value?.measured ?? [];
  return new Map(marks.map(({ form: of, on }) => [of, on]));
});

// ---- the reading ----

const step = ref<number>();
type Backing = 'black' | 'white';
interface File {
  readonly name: string;
  readonly text: string;
  readonly backing?: Backing;
}
const files = ref<readonly File[]>([]);
/** Patches that are typed: a solid and two tints on black are enough. */
const TYPED = ['W100x1-black', 'W60x1-black', 'W30x1-black', 'W100x1-white'] as const;
const LEAST_TYPED = 3;
const typed = ref<Readonly<Record<string, number>>>({});
const typedCount = computed(() => Object.keys(typed.value).length);
type FitRequest = Given<typeof API.fitForm>;
type Fit = Awaited<ReturnType<typeof fitted>>;
const fitted = (request: FitRequest) => call(API.fitForm, request);
const fit = shallowRef<Fit>();
/** What the reading on the screen was asked with; the answer to any other is dropped. */
const current = shallowRef<FitRequest>();
const {
  ask: send,
  busy: fitting,
  failed,
} = useLatest(fitted, (answer, request) => {
  if (request === current.value) fit.value = answer;
});
const { problem: refused, trying } = useTrying();
const problem = computed(() => refused.value ?? (current.value && failed.value));
const taking = ref(false);
const busy = computed(() => fitting.value || taking.value);
const taken = ref('');
watch([kind, machineId, materialId, white], () => {
  step.value = fit.value = current.value = refused.value = undefined;
  files.value = [];
  typed.value = {};
  taken.value = '';
});
const today = () => new Date().toISOString().slice(0, 10);

function work() {
  taken.value = '';
  fit.value = refused.value = undefined;
  current.value = {
    params: { id: machineId.value!, form: kind.value! },
    body: {
      material: materialId.value!,
      ...(white.value && { white: white.value }),
      on: today(),
      files: files.value.map(({ text, backing }) => ({ text, ...(backing && { backing }) })),
      typed: Object.entries(typed.value).map(([id, lightness]) => ({ id, lightness })),
      ...(step.value !== undefined && { step: step.value }),
    },
  };
  void send(current.value);
}
function type(id: string, lightness: number | null) {
  const { [id]: _, ...rest } = typed.value;
  typed.value = lightness === null ? rest : { ...rest, [id]: lightness };
}
/** The white ladder is measured twice: the second file completes the first. */
const BACKINGS: readonly { readonly backing?: Backing; readonly title: string }[] = [
  { backing: 'black', title: t('shop.filePatchesBlack') },
  { backing: 'white', title: t('shop.filePatchesWhite') },
];
const inputs = computed(() =>
  kind.value === 'white-ladder' ? BACKINGS : [{ title: t('shop.textFileInstrument') }],
);
async function choose(event: Event, backing: Backing | undefined) {
  const [chosen] = (event.target as HTMLInputElement).files ?? [];
  if (!chosen) return;
  const file = { name: chosen.name, text: await chosen.text(), ...(backing && { backing }) };
  files.value = [...files.value.filter((one) => one.backing !== backing), file];
  work();
}
const fileOf = (backing: Backing | undefined) =>
  files.value.find((file) => file.backing === backing)?.name;
const changes = computed(() =>
  fit.value && machine.value
    ? fieldChanges(machine.value, fit.value.machine)
        .filter(({ field }) => !/^(measured|primaries)/.test(field))
        .flatMap((change) => changeWords(change) ?? [])
    : [],
);
async function take() {
  const found = fit.value!;
  taking.value = true;
  await trying(async () => {
    if (fieldChanges(machine.value!, found.machine).length > 0)
      await call(
        SHOP_ENDPOINTS.machine.save,
        { params: { id: machineId.value! }, body: found.machine as never },
        { ifMatch: `"${found.revision}"` },
      );
    if (Object.keys(found.rules).length > 0) {
      const params = { id: 'standard' };
      const book = await callRevised(SHOP_ENDPOINTS.rules.get, { params });
      const body = { ...book.value, rules: withRules(book.value.rules, found.rules) };
      await call(SHOP_ENDPOINTS.rules.save, { params, body }, { ifMatch: book.revision });
    }
    taken.value = t('shop.takenOverNewRevision');
    fit.value = undefined;
    await load();
  });
  taking.value = false;
}
/** Where a form sets a house rule, whoever takes it over changes that too. */
const kept = computed(() =>
  Object.keys(fit.value?.rules ?? {}).length > 0
    ? SHOP_ENDPOINTS.rules.save
    : SHOP_ENDPOINTS.machine.save,
);
const currency = useCurrency();
const money = (minor: number) => asMoney({ minor, currency: currency.value });
const fixed = (value: number) => decimal(value, 2);
</script>

<template>
  <section class="stage">
    <header>
      <h1 class="question">{{ t('shop.whatDoesMachineReally') }}</h1>
      <p class="answer">
        {{ t('shop.printFormReadFigure') }}
      </p>
    </header>
    <div class="panel pad field-grid">
      <v-select
        v-model="machineId"
        :label="t('shop.machine')"
        :items="machines.map(({ id, data }) => ({ value: id, title: data.name }))"
      />
      <v-select
        v-model="materialId"
        :label="t('shop.printed')"
        :items="materials.map(({ id, data }) => ({ value: id, title: data.name }))"
      />
      <v-select
        v-if="whites.length > 1"
        :label="t('shop.white')"
        :items="whites.map(({ channel, name }) => ({ value: channel, title: name }))"
        :model-value="white"
        @update:model-value="chosenWhite = $event"
      />
    </div>
    <div v-if="form && facts && kind" class="list-columns">
      <div class="panel column ga-1 pa-2" role="listbox" :aria-label="t('shop.testForms')">
        <button
          v-for="one in kinds"
          :key="one"
          type="button"
          role="option"
          class="entry"
          :aria-selected="one === kind"
          @click="wanted = one"
        >
          <b>{{ FORMS[one].title }}</b>
          <span class="soft small d-block">
            {{
              measuredOn.has(one) ? t('shop.read', { one: measuredOn.get(one)! }) : FORMS[one].sets
            }}
          </span>
        </button>
      </div>
      <div class="stage">
        <div class="panel pad stage">
          <div class="with-help">
            <h2 class="label">{{ t('shop.n1Print') }}</h2>
            <handbook-link :page="`forms/${kind}`" :of="FORMS[kind].title" />
          </div>
          <p>{{ t('shop.sets', { sets: facts.sets }) }}</p>
          <ol class="marked">
            <li v-for="line in form.instructions" :key="line">{{ line }}</li>
          </ol>
          <p v-for="line in form.cautions" :key="line" class="caution">{{ line }}</p>
          <div class="row">
            <v-btn
              color="primary"
              variant="flat"
              :prepend-icon="mdiFileDownloadOutline"
              :href="address(API.getForm)"
              target="_blank"
              >{{ t('shop.form', { widthMm: size(form.widthMm, form.heightMm).text }) }}</v-btn
            >
            <v-btn
              v-if="facts.readBy === 'instrument'"
              :prepend-icon="mdiFileDownloadOutline"
              :href="address(API.getFormTarget)"
              >{{ t('shop.patchesInstrument') }}</v-btn
            >
          </div>
        </div>
        <div class="panel pad stage">
          <h2 class="label">{{ t('shop.n2Read') }}</h2>
          <p>{{ facts.question }}</p>
          <div v-if="form.steps.length" class="row" role="radiogroup" :aria-label="facts.question">
            <v-btn
              v-for="one in form.steps"
              :key="one.label"
              role="radio"
              :aria-checked="step === one.value"
              :variant="step === one.value ? 'flat' : 'tonal'"
              :color="step === one.value ? 'primary' : undefined"
              @click="
                step = one.value;
                work();
              "
              >{{ one.label }}</v-btn
            >
          </div>
          <template v-else>
            <div v-for="{ backing, title } in inputs" :key="title" class="row">
              <v-btn :prepend-icon="mdiFileUploadOutline" tag="label">
                {{ title }}
                <input
                  type="file"
                  accept=".txt,.cgats,text/plain"
                  class="file"
                  :data-testid="`measurement-${backing ?? 'all'}`"
                  @change="choose($event, backing)"
                />
              </v-btn>
              <span class="soft">{{ fileOf(backing) }}</span>
            </div>
            <template v-if="kind === 'white-ladder'">
              <p class="soft small">{{ t('shop.typeLThesePatches') }}</p>
              <div class="field-grid">
                <v-number-input
                  v-for="id in TYPED"
                  :key="id"
                  :label="t('shop.lOf', { id })"
                  :min="0"
                  :max="100"
                  :precision="2"
                  :model-value="typed[id] ?? null"
                  @update:model-value="type(id, $event)"
                />
              </div>
              <v-btn class="start" :disabled="typedCount < LEAST_TYPED" @click="work">{{
                t('shop.fit')
              }}</v-btn>
            </template>
          </template>
          <v-progress-linear v-if="busy" indeterminate :aria-label="t('shop.fitting')" />
          <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
          <p v-if="taken" role="status">{{ taken }}</p>
        </div>
        <div v-if="fit" class="panel pad stage" data-testid="fit">
          <h2 class="label">{{ t('shop.n3WhatSays') }}</h2>
          <p v-for="line in fit.says" :key="line" class="text-lead">{{ line }}</p>
          <p v-if="fit.residual">
            {{ t('shop.measuredAndFittedAre') }} <b>{{ fixed(fit.residual.mean) }}</b>
            {{
              t('shop.apartAverage95Within', {
                unit: fit.residual.unit,
                p95: fixed(fit.residual.p95),
                worst: fit.residual.worst.id,
                worst2: fixed(fit.residual.worst.value),
              })
            }}
          </p>
          <fit-plot v-if="fit.points.length" :points="fit.points" />
          <p v-if="changes.length" class="soft small">{{ changes.join(' · ') }}</p>
          <ul v-if="fit.jobs.length" class="marked">
            <li v-for="one in fit.jobs" :key="one.name">
              <b>{{ one.name }}</b>{{
                t('shop.hides', {
                  opacity: percent(one.was.opacity),
                  opacity2: percent(one.now.opacity),
                })
              }}<template v-if="one.was.price !== null && one.now.price !== null">{{
                t('shop.price', { price: money(one.was.price), price2: money(one.now.price) })
              }}</template
              >{{ t('shop.findings', { findings: one.was.findings, findings2: one.now.findings }) }}
            </li>
          </ul>
          <v-btn
            class="start"
            color="primary"
            variant="flat"
            :loading="busy"
            v-bind="only(kept)"
            @click="take"
            >{{ t('shop.takeOver') }}</v-btn
          >
        </div>
      </div>
    </div>
  </section>
</template>

<style scoped>
.file {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}

.start {
  justify-self: start;
}
</style>
