<script setup lang="ts">
/** Procedures of the floor: read, changed, made; the built-in ones come back when the shop's own is retired. */
import { API, SHOP_ENDPOINTS, type Answered } from '@kyanos/contract';
import { CAUTIONS, freeId, procedureTotals, type Procedure } from '@kyanos/core';
import { mdiPencilOutline, mdiPlus, mdiRestore } from '@mdi/js';
import { computed, ref, shallowRef } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call } from '../shared/api.ts';
import { duration } from '../shared/format.ts';
import { only } from '../shared/me.ts';
import ItemList from '../shop/ItemList.vue';
import { useTrying } from '../shared/useTrying.ts';
import ProcedureEditor from './ProcedureEditor.vue';
import { t } from '../texts/texts.ts';

type Known = Answered<typeof API.listProcedures>[number];
const { problem, trying } = useTrying();
const route = useRoute();
const router = useRouter();
const all = shallowRef<readonly Known[]>();
const load = () => trying(async () => (all.value = await call(API.listProcedures, {})));
void load();

const chosen = computed(
  () => all.value?.find(({ id }) => id === route.params.item) ?? all.value?.[0],
);
const select = (id: string) => router.replace({ name: 'care-procedures', params: { item: id } });
const listed = computed(() =>
  (all.value ?? []).map(({ id, own, builtIn, procedure }) => ({
    id,
    name: procedure.title,
    about: `${duration(procedureTotals(procedure).minutes)}${own ? (builtIn ? t('care.changedHere') : t('care.ourOwn')) : ''}`,
    standing: 'active' as const,
  })),
);
const totals = computed(() => chosen.value && procedureTotals(chosen.value.procedure as Procedure));
const answer = computed(() =>
  chosen.value
    ? t('care.handsProcedure', {
        procedure: chosen.value.procedure.title,
        hands: duration(totals.value!.hands),
        rest:
          totals.value!.waiting > 0
            ? t('care.itself', { waiting: duration(totals.value!.waiting) })
            : '',
        when: chosen.value.procedure.when,
      })
    : t('care.fetchingProcedures'),
);

const editing = ref<'change' | 'new'>();
async function save(procedure: Procedure) {
  const { make, save: put, stand } = SHOP_ENDPOINTS.procedure;
  const id =
    editing.value === 'new'
      ? freeId(
          procedure.title,
          all.value!.map((one) => one.id),
        )
      : chosen.value!.id;
  await trying(async () => {
    const known = await call(SHOP_ENDPOINTS.procedure.list, {});
    if (known.some((item) => item.id === id)) {
      await call(put, { params: { id }, body: procedure });
      await call(stand, { params: { id }, body: { standing: 'active' } });
    } else await call(make, { body: { id, standing: 'active', data: procedure } });
  });
  if (problem.value) return;
  editing.value = undefined;
  await load();
  await select(id);
}
async function retire() {
  const { id } = chosen.value!;
  await trying(() =>
    call(SHOP_ENDPOINTS.procedure.stand, { params: { id }, body: { standing: 'retired' } }),
  );
  await load();
}
const EMPTY: Procedure = { title: '', when: '', have: [], steps: [{ do: '', minutes: 1 }] };
</script>

<template>
  <section class="stage">
    <header class="page-head">
      <div>
        <h1 class="question">{{ t('care.howDone') }}</h1>
        <p class="answer" data-testid="answer">{{ answer }}</p>
      </div>
      <template v-if="chosen && !editing">
        <v-btn
          v-if="chosen.own"
          :prepend-icon="mdiRestore"
          v-bind="only(SHOP_ENDPOINTS.procedure.stand)"
          @click="retire"
          >{{ chosen.builtIn ? t('care.backBuiltOne') : t('care.retire') }}</v-btn
        >
        <v-btn
          :prepend-icon="mdiPencilOutline"
          v-bind="only(SHOP_ENDPOINTS.procedure.save)"
          @click="editing = 'change'"
          >{{ t('care.change') }}</v-btn
        >
        <v-btn
          color="primary"
          variant="flat"
          :prepend-icon="mdiPlus"
          v-bind="only(SHOP_ENDPOINTS.procedure.make)"
          @click="editing = 'new'"
          >{{ t('care.newProcedure') }}</v-btn
        >
      </template>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <procedure-editor
      v-if="editing && chosen"
      :procedure="editing === 'new' ? EMPTY : (chosen.procedure as Procedure)"
      @save="save"
      @leave="editing = undefined"
    />
    <div v-else-if="chosen" class="list-columns">
      <item-list
        :label="t('care.procedures')"
        :items="listed"
        :selected="chosen.id"
        @select="select"
      />
      <div class="panel pad">
        <p v-if="chosen.procedure.have.length">
          <b>{{ t('care.haveHand') }}</b> {{ chosen.procedure.have.join(' · ') }}
        </p>
        <ol class="marked column my-3">
          <li v-for="(step, i) in chosen.procedure.steps" :key="i">
            <b>{{ step.do }}</b>
            <span v-if="step.why" class="soft d-block">{{ step.why }}</span>
            <span class="soft small figures d-block">
              {{ step.minutes > 0 ? t('care.ofHands', { minutes: duration(step.minutes) }) : '' }}
              {{
                step.waitMinutes
                  ? t('care.byItself', {
                      rest: step.minutes > 0 ? t('care.then') : '',
                      waitMinutes: duration(step.waitMinutes),
                    })
                  : ''
              }}
            </span>
            <p v-for="id in step.cautions" :key="id" class="caution small mt-2">
              <strong>{{ t('care.caution') }}</strong> {{ CAUTIONS[id] }}
            </p>
          </li>
        </ol>
        <p class="soft small">
          {{ t('care.timesHabitsCommonPractice') }}
        </p>
      </div>
    </div>
  </section>
</template>
