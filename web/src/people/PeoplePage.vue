<script setup lang="ts">
/** Who works here and what they may, and the tablets that they share. */
import { PEOPLE_API, ROLES, type Person, type Role, type Tablet } from '@kyanos/contract';
import { dated } from '@kyanos/core';
import { computed, ref, shallowRef } from 'vue';
import { call } from '../shared/api.ts';
import { loadMe, me, role } from '../shared/me.ts';
import RemoveButton from '../shared/RemoveButton.vue';
import { useTrying } from '../shared/useTrying.ts';
import { t } from '../texts/texts.ts';
import { ROLE_ABOUT, ROLE_WORDS } from './roleWords.ts';

const people = shallowRef<readonly Person[]>();
const tablets = shallowRef<readonly Tablet[]>([]);
const { problem, trying } = useTrying();
const owns = computed(() => role.value === 'owner');
const roles = [...ROLES].reverse().map((one) => ({ title: ROLE_WORDS[one], value: one }));

async function load() {
  const found = await trying(() =>
    Promise.all([call(PEOPLE_API.listPeople, {}), call(PEOPLE_API.listTablets, {})]),
  );
  if (found) [people.value, tablets.value] = found;
}
void load();

/** The one-time word of somebody, for as long as this page is open. */
const word = shallowRef<{ readonly name: string; readonly word: string }>();
const name = ref('');
const newRole = ref<Role>('operator');

async function add() {
  const body = { name: name.value.trim(), role: newRole.value };
  const made = await trying(() => call(PEOPLE_API.addPerson, { body }));
  if (!made) return;
  word.value = { name: made.person.name, word: made.word };
  name.value = '';
  await load();
}
async function change(one: Person, wanted: Partial<Pick<Person, 'role' | 'active'>>) {
  const body = { name: one.name, role: one.role, active: one.active, ...wanted };
  const failed = !(await trying(() =>
    call(PEOPLE_API.changePerson, { params: { id: one.id }, body }),
  ));
  const why = problem.value;
  await load();
  if (failed) problem.value = why;
}
async function anew(one: Person) {
  const made = await trying(() => call(PEOPLE_API.newWord, { params: { id: one.id } }));
  if (made) word.value = { name: one.name, word: made.word };
  await load();
}

const stateOf = (one: Person) =>
  !one.active
    ? t('people.hasLeft')
    : one.joined
      ? [
          t('people.hasPassword'),
          ...(one.passkeys > 0 ? [t('people.passkeysN', { n: one.passkeys })] : []),
          ...(one.pin ? [t('people.hasPin')] : []),
        ].join(', ')
      : one.wordUntil
        ? t('people.wordOut', { day: dated(new Date(one.wordUntil), t('people.dayFormat')) })
        : t('people.cantSignIn');

const tabletName = ref('');
async function share() {
  const body = { name: tabletName.value.trim() };
  if (!(await trying(() => call(PEOPLE_API.registerTablet, { body })))) return;
  tabletName.value = '';
  await loadMe();
  await load();
}
async function unshare(id: Tablet['id']) {
  await trying(() => call(PEOPLE_API.removeTablet, { params: { id } }));
  await loadMe();
  await load();
}
</script>

<template>
  <main class="room-content">
    <section class="stage">
      <header>
        <h1 class="question">{{ t('people.whoMayWhat') }}</h1>
        <p v-if="people" class="answer" data-testid="answer">
          {{
            me?.signIn
              ? t('people.answer', { n: people.filter(({ active }) => active).length })
              : t('people.nobodySignsIn')
          }}
        </p>
      </header>
      <p v-if="me && !me.signIn" class="notice">{{ t('people.howToOpen') }}</p>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <p v-if="word" class="panel pad column ga-2" role="status">
        {{ t('people.giveWord', { name: word.name }) }}
        <strong class="figures text-title" data-testid="word">{{ word.word }}</strong>
        <span class="soft small">{{ t('people.shownOnce') }}</span>
      </p>

      <form v-if="owns" class="panel pad add" @submit.prevent="add">
        <v-text-field v-model="name" maxlength="80" :label="t('people.name')" hide-details />
        <v-select v-model="newRole" :items="roles" :label="t('people.role')" hide-details />
        <v-btn type="submit" color="primary" variant="flat" :disabled="!name.trim()">{{
          t('people.letIn')
        }}</v-btn>
        <p class="soft small wide">{{ ROLE_ABOUT[newRole] }}</p>
      </form>

      <div v-if="people && people.length > 0" class="panel">
        <table class="table">
          <thead>
            <tr>
              <th>{{ t('people.name') }}</th>
              <th>{{ t('people.role') }}</th>
              <th>{{ t('people.signsIn') }}</th>
              <td></td>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in people" :key="one.id" :class="{ left: !one.active }">
              <th scope="row">{{ one.name }}</th>
              <td>
                <v-select
                  v-if="owns && one.active"
                  :model-value="one.role"
                  :items="roles"
                  :aria-label="t('people.roleOf', { name: one.name })"
                  density="compact"
                  hide-details
                  @update:model-value="(role: Role) => change(one, { role })"
                />
                <span v-else>{{ ROLE_WORDS[one.role] }}</span>
              </td>
              <td class="soft">{{ stateOf(one) }}</td>
              <td class="right">
                <template v-if="owns && one.active">
                  <v-btn variant="text" size="small" @click="anew(one)">{{
                    t('people.newWord')
                  }}</v-btn>
                  <v-btn variant="text" size="small" @click="change(one, { active: false })">{{
                    t('people.leaves')
                  }}</v-btn>
                </template>
                <v-btn
                  v-else-if="owns"
                  variant="text"
                  size="small"
                  @click="change(one, { active: true })"
                  >{{ t('people.comesBack') }}</v-btn
                >
              </td>
            </tr>
          </tbody>
        </table>
      </div>

      <section v-if="me?.signIn" class="panel pad column tablets">
        <h2>{{ t('people.tablets') }}</h2>
        <p class="soft">{{ t('people.tabletsAre') }}</p>
        <ul v-if="tablets.length > 0">
          <li
            v-for="one in tablets"
            :key="one.id"
            class="d-flex align-center justify-space-between"
          >
            <span
              >{{ one.name }}
              <span class="soft small">{{
                t('people.sharedBy', {
                  by: one.by,
                  day: dated(new Date(one.madeAt), t('people.dayFormat')),
                })
              }}</span></span
            >
            <remove-button
              :label="t('people.unshare', { name: one.name })"
              @click="unshare(one.id)"
            />
          </li>
        </ul>
        <p v-if="me.tablet">{{ t('people.thisIs', { name: me.tablet.name }) }}</p>
        <form v-else class="add" @submit.prevent="share">
          <v-text-field
            v-model="tabletName"
            maxlength="80"
            :label="t('people.tabletName')"
            hide-details
          />
          <v-btn type="submit" variant="tonal" :disabled="!tabletName.trim()">{{
            t('people.share')
          }}</v-btn>
        </form>
      </section>
    </section>
  </main>
</template>

<style scoped>
.stage {
  max-width: 1000px;
}

.add {
  display: grid;
  grid-template-columns: 2fr 1fr auto;
  gap: 12px;
  align-items: center;
}

.left {
  opacity: 0.65;
}

.tablets .add {
  grid-template-columns: minmax(0, 360px) auto 1fr;
}
</style>
