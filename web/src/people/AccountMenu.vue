<script setup lang="ts">
/** What one can do about oneself, and who else works here. */
import { PEOPLE_API, reaches } from '@kyanos/contract';
import {
  mdiAccountMultipleOutline,
  mdiCardAccountDetailsOutline,
  mdiDatabaseOutline,
  mdiLogout,
} from '@mdi/js';
import { computed } from 'vue';
import { call } from '../shared/api.ts';
import { me, role } from '../shared/me.ts';
import { t } from '../texts/texts.ts';
import { ROLE_WORDS } from './roleWords.ts';

const managing = computed(() => role.value !== undefined && reaches(role.value, 'planner'));

async function signOut() {
  await call(PEOPLE_API.signOut, {});
  // Nothing of it stays for the next one.
  location.assign('/');
}
</script>

<template>
  <v-list-subheader v-if="me?.person">{{
    t('people.youAre', { name: me.person.name, role: ROLE_WORDS[me.role ?? me.person.role] })
  }}</v-list-subheader>
  <v-list-item
    v-if="me?.person"
    :prepend-icon="mdiCardAccountDetailsOutline"
    :to="{ name: 'account' }"
    :title="t('people.account')"
  />
  <v-list-item
    v-if="managing"
    :prepend-icon="mdiAccountMultipleOutline"
    :to="{ name: 'people' }"
    :title="t('people.people')"
  />
  <v-list-item
    v-if="role === 'owner'"
    :prepend-icon="mdiDatabaseOutline"
    :to="{ name: 'keeping' }"
    :title="t('people.keeping')"
  />
  <v-list-item
    v-if="me?.person"
    :prepend-icon="mdiLogout"
    :title="me.tablet ? t('people.nextPerson') : t('people.signOut')"
    @click="signOut"
  />
</template>
