<script setup lang="ts">
import { addressIn } from '../shared/api.ts';
import { API, type Paper } from '@kyanos/contract';
import {
  cheaperWithMore,
  COST_GROUPS,
  withCopies,
  type CostGroup,
  type Extra,
  type Prices,
  language,
  LANGUAGES,
  LOCALES,
} from '@kyanos/core';
import { mdiFilePdfBox } from '@mdi/js';
import { computed, shallowRef, watch } from 'vue';
import AssumedHere from '../job/AssumedHere.vue';
import { useJob } from '../job/useJob.ts';
import type { LookWorker } from '../look/look.worker.ts';
import { lookWorker } from '../look/worker.ts';
import FigureValue from '../shared/FigureValue.vue';
import FindingList from '../shared/FindingList.vue';
import { currency, percent } from '../shared/format.ts';
import { useLatest } from '../shared/useLatest.ts';
import ExtraList from './ExtraList.vue';
import InkTable from './InkTable.vue';
import PriceFields from './PriceFields.vue';
import SensitivityBars from './SensitivityBars.vue';
import VersionTable from './VersionTable.vue';
import HandbookLink from '../shared/HandbookLink.vue';
import { t } from '../texts/texts.ts';

const job = useJob();
const plan = computed(() => job.plan!);
const work = computed(() => job.shown?.work);
const cost = computed(() => work.value?.cost);

const setPrices = (prices: Prices) => job.update({ prices });
const languageNames = new Intl.DisplayNames(LOCALES[language()], { type: 'language' });
const PAPER_LANGUAGES = LANGUAGES.map((value) => ({ value, title: languageNames.of(value)! }));
const setExtras = (extras: readonly Extra[]) => job.update({ extras });

const GROUPS: Record<CostGroup, string> = {
  ink: t('cost.ink'),
  material: t('cost.material'),
  machine: t('cost.machine'),
  labour: t('cost.labour'),
  changeover: t('cost.changingOver'),
  finishing: t('cost.finishing'),
  parts: t('cost.bought'),
  spoilage: t('cost.spoilage'),
};
/** `Labour: setting up` under Labour is setting up. */
const shortened = (label: string, group: string) =>
  label.startsWith(`${group}: `) ? label.slice(group.length + 2) : label;
/** A line of its own where a group has one, all lines of it where it has more. */
const groups = computed(() => {
  const total = Math.max(1, cost.value?.total.minor ?? 1);
  return COST_GROUPS.flatMap((id) => {
    const lines = (cost.value?.lines ?? []).filter(({ group }) => group === id);
    const sum = lines.reduce((all, { amount }) => all + amount.minor, 0);
    return lines.length
      ? [
          {
            id,
            name: GROUPS[id],
            lines,
            share: sum / total,
            sum: { minor: sum, currency: plan.value.prices.currency },
          },
        ]
      : [];
  });
});
const answer = computed(() =>
  cost.value
    ? t('cost.costPriceMargin', {
        total: currency(cost.value.total),
        price: currency(cost.value.price),
        margin: percent(cost.value.margin, 0),
      })
    : job.shown
      ? t('cost.printCantMadePlanned')
      : t('job.timeInkMoneyAppear'),
);
const summary = computed(() => {
  if (!cost.value) return [];
  const { workings } = cost.value;
  return (
    [
      [t('cost.price'), 'price'],
      [t('cost.perPiece'), 'perPiece'],
      [t('cost.perM'), 'perM2'],
      [t('cost.perFt'), 'perFt2'],
      [t('cost.earnedHour'), 'perHour'],
      [t('cost.earnedDay'), 'perDay'],
    ] as const
  ).map(([label, key]) => ({ label, money: cost.value![key], working: workings[key] }));
});
/** Dozens of plans: worked out beside the screen. */
const around = shallowRef<Awaited<ReturnType<LookWorker['around']>>>();
const { ask } = useLatest(
  () => lookWorker().around(plan.value, job.info!, job.measures!, job.state),
  (found) => (around.value = found),
);
const cheaper = computed(() =>
  cheaperWithMore(around.value?.offers ?? [], plan.value.layout.copies),
);
watch(
  () => [plan.value, job.measures],
  () => {
    if (job.info && job.measures) void ask(undefined);
  },
  { immediate: true },
);
const ready = computed(
  () => job.saveState === 'saved' && (job.fullSize || job.shown?.plates.length === 0),
);
const paper = (name: Paper) =>
  ready.value && job.id
    ? addressIn(API.getPaper, { params: { id: job.id, paper: name } })
    : undefined;
</script>

<template>
  <section class="stage">
    <header class="d-flex flex-wrap align-end justify-space-between ga-3">
      <div>
        <h1 class="question">{{ t('cost.whatDoesCostWhat') }}</h1>
        <p class="answer" data-testid="answer">{{ answer }}</p>
        <assumed-here of="cost" />
      </div>
      <div v-if="work" class="d-flex ga-2">
        <v-btn
          color="primary"
          variant="flat"
          :prepend-icon="mdiFilePdfBox"
          :disabled="!ready"
          :href="paper('quote')"
          target="_blank"
          >{{ ready ? t('cost.quote') : t('cost.quoteWaitingFullSize') }}</v-btn
        >
        <v-btn
          v-if="ready"
          :prepend-icon="mdiFilePdfBox"
          :href="paper('inner-sheet')"
          target="_blank"
          >{{ t('cost.innerSheet') }}</v-btn
        >
        <v-btn :to="{ name: 'shop-process', params: { item: job.id } }">{{
          t('cost.whichProcess')
        }}</v-btn>
      </div>
    </header>
    <template v-if="work && cost">
      <div v-for="offer in cheaper" :key="offer.copies" class="notice" role="status">
        <p>
          <b>{{
            t('cost.piecesCostLessThan', { copies: offer.copies, copies2: plan.layout.copies })
          }}</b>
          {{
            t('cost.insteadCustomerWillSee', {
              price: currency(offer.price),
              price2: currency(cost.price),
            })
          }}
        </p>
        <v-btn
          v-if="!plan.versions"
          size="small"
          @click="job.update(withCopies(plan, offer.copies))"
          >{{ t('cost.make', { copies: offer.copies }) }}</v-btn
        >
      </div>
      <div class="summary">
        <div v-for="entry in summary" :key="entry.label" class="panel pad">
          <p class="label">{{ entry.label }}</p>
          <figure-value class="sum" :text="currency(entry.money)" :working="entry.working" />
        </div>
      </div>
      <div class="stage">
        <div class="panel pad">
          <h2 class="label">{{ t('cost.costLineLine') }}</h2>
          <table class="table">
            <tbody v-for="group in groups" :key="group.id">
              <tr>
                <th scope="row">
                  {{ group.lines.length > 1 ? group.name : group.lines[0].label }}
                </th>
                <td class="bar" aria-hidden="true">
                  <span :style="{ width: `${group.share * 100}%` }"></span>
                  <small class="figures soft">{{ percent(group.share, 0) }}</small>
                </td>
                <td class="right">
                  <span v-if="group.lines.length > 1" class="figures">{{
                    currency(group.sum)
                  }}</span>
                  <figure-value
                    v-else
                    :text="currency(group.lines[0].amount)"
                    :working="group.lines[0].working"
                  />
                </td>
              </tr>
              <template v-if="group.lines.length > 1">
                <tr v-for="line in group.lines" :key="line.label" class="part">
                  <th scope="row" colspan="2">{{ shortened(line.label, group.name) }}</th>
                  <td class="right">
                    <figure-value :text="currency(line.amount)" :working="line.working" />
                  </td>
                </tr>
              </template>
            </tbody>
            <tbody>
              <tr class="total">
                <th scope="row">{{ t('cost.cost') }}</th>
                <td class="soft">{{ t('cost.waste', { waste: currency(cost.waste) }) }}</td>
                <td class="right">
                  <figure-value :text="currency(cost.total)" :working="cost.workings.total" />
                </td>
              </tr>
              <tr v-if="cost.tax.minor > 0">
                <th scope="row">{{ t('cost.taxPrice') }}</th>
                <td class="soft">{{ t('cost.pay', { withTax: currency(cost.withTax) }) }}</td>
                <td class="right">
                  <figure-value :text="currency(cost.tax)" :working="cost.workings.tax" />
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <div class="panel pad">
          <div class="with-help">
            <h2 class="label">{{ t('cost.ink') }}</h2>
            <handbook-link page="ink" :of="t('cost.ink')" />
          </div>
          <ink-table :work="work" :machine="plan.machine" />
        </div>
        <div v-if="work.versions.length" class="panel pad">
          <h2 class="label">{{ t('cost.version') }}</h2>
          <version-table :versions="work.versions" />
        </div>
        <div v-if="around?.sensitivities.length" class="panel pad">
          <h2 class="label">{{ t('cost.whatDrivesCost') }}</h2>
          <sensitivity-bars :found="around.sensitivities" :cost="cost.total" />
        </div>
      </div>
      <teleport defer to="#job-side">
        <div class="panel pad column">
          <v-text-field
            :label="t('cost.customer')"
            maxlength="200"
            :model-value="plan.customer ?? ''"
            @change="job.update({ customer: ($event.target as HTMLInputElement).value })"
          />
          <v-select
            :label="t('cost.languageQuote')"
            :items="PAPER_LANGUAGES"
            :model-value="plan.language ?? 'en'"
            @update:model-value="job.update({ language: $event })"
          />
        </div>
        <div class="panel pad">
          <price-fields :model-value="plan.prices" @update:model-value="setPrices" />
        </div>
        <div class="panel pad">
          <extra-list
            :model-value="plan.extras ?? []"
            :currency="plan.prices.currency"
            @update:model-value="setExtras"
          />
        </div>
        <div class="panel pad">
          <h2 class="label">{{ t('cost.otherQuantities') }}</h2>
          <table class="table numbers">
            <thead>
              <tr>
                <th scope="col">{{ t('cost.copies') }}</th>
                <th scope="col">{{ t('cost.perPiece') }}</th>
                <th scope="col">{{ t('cost.price') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr
                v-for="offer in around?.offers ?? []"
                :key="offer.copies"
                :class="{ total: offer.copies === plan.layout.copies }"
              >
                <th scope="row" class="figures">{{ offer.copies }}</th>
                <td class="figures">{{ currency(offer.perPiece) }}</td>
                <td class="figures">{{ currency(offer.price) }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </teleport>
    </template>
    <finding-list v-else :findings="job.shown?.findings ?? []" @repair="job.repair" />
  </section>
</template>

<style scoped>
.summary {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(128px, 1fr));
  gap: 12px;
}

.sum {
  font-size: 1.35rem;
  letter-spacing: -0.02em;
}

.bar {
  width: 34%;
  padding-inline: 12px;
}

.bar span {
  display: inline-block;
  height: 10px;
  margin-right: 8px;
  border-radius: 2px;
  background: #2d5590;
}

.part th {
  padding-left: 18px;
  color: var(--soft);
}

.part th,
.part td {
  padding-block: 1px;
  border-bottom-style: dotted;
}

.total th,
.total td:last-child {
  font-weight: 700;
}
</style>
