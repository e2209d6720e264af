<script setup lang="ts">
/** Who somebody is: by password, passkey or one-time word; at a shared tablet by name and PIN. It lies over whatever was open. */
import { PASSWORD, PEOPLE_API, type PersonId } from '@kyanos/contract';
import {
  browserSupportsWebAuthn,
  startAuthentication,
  type PublicKeyCredentialRequestOptionsJSON,
} from '@simplewebauthn/browser';
import { computed, ref } from 'vue';
import { call } from '../shared/api.ts';
import { vFirstField } from '../shared/firstField.ts';
import { becomes, me } from '../shared/me.ts';
import { useTrying } from '../shared/useTrying.ts';
import { t } from '../texts/texts.ts';

type Way = 'password' | 'word' | 'pin';
const tablet = computed(() => me.value?.tablet ?? undefined);
const chosenWay = ref<Way>();
const way = computed<Way>(() => chosenWay.value ?? (tablet.value ? 'pin' : 'password'));
const name = ref('');
const password = ref('');
const word = ref('');
const pin = ref('');
const person = ref<PersonId>();
const { problem, trying } = useTrying();
const busy = ref(false);

async function enter(asking: () => Promise<Parameters<typeof becomes>[0]>) {
  busy.value = true;
  const next = await trying(asking);
  busy.value = false;
  [password.value, pin.value] = ['', ''];
  if (next) becomes(next);
}

function choose(next: Way) {
  chosenWay.value = next;
  problem.value = undefined;
}

const byPassword = () =>
  enter(() =>
    call(PEOPLE_API.signIn, { body: { name: name.value.trim(), password: password.value } }),
  );
const byWord = () =>
  enter(() =>
    call(PEOPLE_API.join, {
      body: {
        word: word.value.trim(),
        password: password.value,
        ...(name.value.trim() && { name: name.value.trim() }),
      },
    }),
  );
const byPin = () =>
  enter(() => call(PEOPLE_API.signInByPin, { body: { person: person.value!, pin: pin.value } }));

const canPasskey = browserSupportsWebAuthn() && window.isSecureContext;
async function byPasskey() {
  const options = await trying(() => call(PEOPLE_API.askPasskey, {}));
  if (!options) return;
  const response = await startAuthentication({
    optionsJSON: options as unknown as PublicKeyCredentialRequestOptionsJSON,
  }).catch(() => undefined);
  if (!response) {
    problem.value = t('people.passkeyStopped');
    return;
  }
  await enter(() => call(PEOPLE_API.signInByPasskey, { body: { response: { ...response } } }));
}

const longEnough = computed(() => password.value.length >= PASSWORD.min);
</script>

<template>
  <div class="cover" role="dialog" aria-modal="true" :aria-label="t('people.whoAreYou')">
    <section class="panel column ga-4 pa-6 box">
      <h1 class="question">{{ t('people.whoAreYou') }}</h1>

      <template v-if="way === 'pin' && tablet">
        <p class="soft">{{ t('people.tapName', { tablet: tablet.name }) }}</p>
        <div class="two">
          <v-btn
            v-for="one in tablet.people"
            :key="one.id"
            size="large"
            :variant="person === one.id ? 'flat' : 'outlined'"
            :color="person === one.id ? 'primary' : undefined"
            :aria-pressed="person === one.id"
            @click="person = one.id"
            >{{ one.name }}</v-btn
          >
        </div>
        <p v-if="tablet.people.length === 0" class="soft">{{ t('people.noPins') }}</p>
        <form v-if="person" class="column" @submit.prevent="byPin">
          <v-text-field
            v-model="pin"
            v-first-field
            type="password"
            inputmode="numeric"
            autocomplete="off"
            maxlength="8"
            :label="t('people.pin')"
          />
          <v-btn
            type="submit"
            size="large"
            color="primary"
            variant="flat"
            :loading="busy"
            :disabled="pin.length < 4"
            >{{ t('people.signIn') }}</v-btn
          >
        </form>
      </template>

      <form v-else-if="way === 'word'" class="column" @submit.prevent="byWord">
        <p class="soft">{{ t('people.wordFrom') }}</p>
        <v-text-field
          v-model="word"
          v-first-field
          autocomplete="one-time-code"
          :label="t('people.oneTimeWord')"
        />
        <v-text-field
          v-model="name"
          autocomplete="username"
          maxlength="80"
          :label="t('people.yourName')"
          :hint="t('people.nameOfFirst')"
          persistent-hint
        />
        <v-text-field
          v-model="password"
          type="password"
          autocomplete="new-password"
          :label="t('people.newPassword')"
          :hint="t('people.atLeast', { n: PASSWORD.min })"
          persistent-hint
        />
        <v-btn
          type="submit"
          size="large"
          color="primary"
          variant="flat"
          :loading="busy"
          :disabled="!word || !longEnough"
          >{{ t('people.join') }}</v-btn
        >
      </form>

      <form v-else class="column" @submit.prevent="byPassword">
        <v-text-field
          v-model="name"
          v-first-field
          autocomplete="username webauthn"
          maxlength="80"
          :label="t('people.name')"
        />
        <v-text-field
          v-model="password"
          type="password"
          autocomplete="current-password"
          :label="t('people.password')"
        />
        <v-btn
          type="submit"
          size="large"
          color="primary"
          variant="flat"
          :loading="busy"
          :disabled="!name.trim() || !password"
          >{{ t('people.signIn') }}</v-btn
        >
      </form>

      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div class="others">
        <v-btn v-if="tablet && way !== 'pin'" variant="text" @click="choose('pin')">{{
          t('people.byPin')
        }}</v-btn>
        <v-btn v-if="way !== 'password'" variant="text" @click="choose('password')">{{
          t('people.byPassword')
        }}</v-btn>
        <v-btn v-if="canPasskey" variant="text" @click="byPasskey">{{
          t('people.byPasskey')
        }}</v-btn>
        <v-btn v-if="way !== 'word'" variant="text" @click="choose('word')">{{
          t('people.byWord')
        }}</v-btn>
      </div>
    </section>
  </div>
</template>

<style scoped>
.cover {
  position: fixed;
  inset: 48px 0 0;
  z-index: 2500;
  display: grid;
  place-items: start center;
  padding: 10vh 16px 16px;
  overflow-y: auto;
  background: rgb(var(--v-theme-background));
}

.box {
  width: min(440px, 100%);
}

.others {
  display: flex;
  flex-wrap: wrap;
  margin-inline: -12px;
}
</style>
