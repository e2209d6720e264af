<script setup lang="ts">
/** One’s own password, PIN and passkeys. */
import { PASSWORD, PEOPLE_API, type Passkey } from '@kyanos/contract';
import { dated } from '@kyanos/core';
import {
  browserSupportsWebAuthn,
  startRegistration,
  type PublicKeyCredentialCreationOptionsJSON,
} from '@simplewebauthn/browser';
import { ref, shallowRef } from 'vue';
import { call } from '../shared/api.ts';
import { me } from '../shared/me.ts';
import RemoveButton from '../shared/RemoveButton.vue';
import { useTrying } from '../shared/useTrying.ts';
import { t } from '../texts/texts.ts';
import { ROLE_ABOUT } from './roleWords.ts';

const { problem, trying } = useTrying();
const done = ref<string>();
async function act(work: () => Promise<unknown>, says: string): Promise<void> {
  done.value = undefined;
  const made = await trying(async () => (await work(), true));
  if (made) done.value = says;
}

const was = ref('');
const now = ref('');
const changePassword = () =>
  act(async () => {
    await call(PEOPLE_API.changePassword, { body: { was: was.value, now: now.value } });
    [was.value, now.value] = ['', ''];
  }, t('people.passwordChanged'));

const password = ref('');
const pin = ref('');
const choosePin = (chosen: string | null) =>
  act(
    async () => {
      await call(PEOPLE_API.choosePin, { body: { password: password.value, pin: chosen } });
      [password.value, pin.value] = ['', ''];
    },
    chosen === null ? t('people.pinGone') : t('people.pinChosen'),
  );

const passkeys = shallowRef<readonly Passkey[]>([]);
const load = async () => {
  passkeys.value = (await trying(() => call(PEOPLE_API.listPasskeys, {}))) ?? [];
};
if (me.value?.by !== 'pin') void load();
const canPasskey = browserSupportsWebAuthn() && window.isSecureContext;
const keyName = ref('');
async function addPasskey() {
  await act(async () => {
    const options = await call(PEOPLE_API.beginPasskey, {});
    const response = await startRegistration({
      optionsJSON: options as unknown as PublicKeyCredentialCreationOptionsJSON,
    }).catch(() => undefined);
    if (!response) return Promise.reject(new Error('stopped'));
    await call(PEOPLE_API.keepPasskey, {
      body: { name: keyName.value.trim(), response: { ...response } },
    });
    keyName.value = '';
    return undefined;
  }, t('people.passkeyKept')).catch(() => (problem.value = t('people.passkeyStopped')));
  await load();
}
async function forget(id: string) {
  await act(() => call(PEOPLE_API.removePasskey, { params: { id } }), t('people.passkeyGone'));
  await load();
}
const day = (when: string) => dated(new Date(when), t('people.dayFormat'));
</script>

<template>
  <main class="room-content">
    <section v-if="me?.person" class="stage">
      <header>
        <h1 class="question">{{ t('people.hello', { name: me.person.name }) }}</h1>
        <p class="answer">{{ ROLE_ABOUT[me.role ?? me.person.role] }}</p>
      </header>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <p v-else-if="done" class="notice" role="status">{{ done }}</p>
      <p v-if="me.by === 'pin'" class="notice">{{ t('people.byPinOnly') }}</p>

      <div v-else class="columns">
        <form class="panel pad column" @submit.prevent="changePassword">
          <h2>{{ t('people.password') }}</h2>
          <v-text-field
            v-model="was"
            type="password"
            autocomplete="current-password"
            :label="t('people.passwordNow')"
          />
          <v-text-field
            v-model="now"
            type="password"
            autocomplete="new-password"
            :label="t('people.newPassword')"
            :hint="t('people.atLeast', { n: PASSWORD.min })"
            persistent-hint
          />
          <v-btn type="submit" variant="tonal" :disabled="!was || now.length < PASSWORD.min">{{
            t('people.change')
          }}</v-btn>
        </form>

        <form class="panel pad column" @submit.prevent="choosePin(pin)">
          <h2>{{ t('people.pin') }}</h2>
          <p class="soft small">{{ t('people.pinIs') }}</p>
          <v-text-field
            v-model="password"
            type="password"
            autocomplete="current-password"
            :label="t('people.passwordNow')"
          />
          <v-text-field
            v-model="pin"
            type="password"
            inputmode="numeric"
            autocomplete="off"
            maxlength="8"
            :label="t('people.digits')"
          />
          <div class="d-flex ga-2 align-center">
            <v-btn type="submit" variant="tonal" :disabled="!password || !/^\d{4,8}$/.test(pin)">{{
              t('people.choosePin')
            }}</v-btn>
            <v-btn variant="text" :disabled="!password" @click="choosePin(null)">{{
              t('people.noPin')
            }}</v-btn>
          </div>
        </form>

        <section class="panel pad column">
          <h2>{{ t('people.passkeys') }}</h2>
          <p class="soft small">{{ t('people.passkeysAre') }}</p>
          <ul>
            <li
              v-for="one in passkeys"
              :key="one.id"
              class="d-flex align-center justify-space-between"
            >
              <span
                >{{ one.name }}
                <span class="soft small">{{
                  one.usedAt
                    ? t('people.usedOn', { day: day(one.usedAt) })
                    : t('people.madeOn', { day: day(one.madeAt) })
                }}</span></span
              >
              <remove-button
                :label="t('people.forget', { name: one.name })"
                @click="forget(one.id)"
              />
            </li>
          </ul>
          <form v-if="canPasskey" class="d-flex ga-2 align-center" @submit.prevent="addPasskey">
            <v-text-field
              v-model="keyName"
              maxlength="80"
              :label="t('people.passkeyName')"
              hide-details
            />
            <v-btn type="submit" variant="tonal" :disabled="!keyName.trim()">{{
              t('people.addPasskey')
            }}</v-btn>
          </form>
          <p v-else class="soft small">{{ t('people.passkeysNeed') }}</p>
        </section>
      </div>
    </section>
  </main>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 16px;
  align-items: start;
}
</style>
