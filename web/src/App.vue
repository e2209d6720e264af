<script setup lang="ts">
import {
  mdiAccountOutline,
  mdiDotsVertical,
  mdiKeyboardOutline,
  mdiMagnify,
  mdiWeatherNight,
  mdiWhiteBalanceSunny,
} from '@mdi/js';
import { LANGUAGE_NAMES, LANGUAGES } from '@kyanos/core';
import { useStorage } from '@vueuse/core';
import { computed, defineAsyncComponent, ref, watchEffect } from 'vue';
import { useRoute } from 'vue-router';
import { useTheme } from 'vuetify';
import DueMenu from './shared/DueMenu.vue';
import { nextUnit, units } from './shared/format.ts';
import { useKeys } from './shared/keys.ts';
import { loadMe, me, mustSignIn, role } from './shared/me.ts';
import { partMissing } from './shared/missingPart.ts';
import { unsaid } from './shared/unsaid.ts';
import { choose, LANGUAGE } from './texts/language.ts';
import { t, withTexts } from './texts/texts.ts';

/** Fetched when they are wanted. */
const SearchDialog = defineAsyncComponent(withTexts(() => import('./shared/SearchDialog.vue')));
const ShortcutsDialog = defineAsyncComponent(
  withTexts(() => import('./shared/ShortcutsDialog.vue')),
);

const SignInScreen = defineAsyncComponent(withTexts(() => import('./people/SignInScreen.vue')));
const AccountMenu = defineAsyncComponent(withTexts(() => import('./people/AccountMenu.vue')));
const asked = ref(false);
void loadMe().then(() => (asked.value = true));
/** Once something was shown it stays under the question who somebody is, with all that was typed. */
const shown = ref(false);
watchEffect(() => {
  if (asked.value && !mustSignIn.value) shown.value = true;
});

const theme = useTheme();
const chosen = useStorage<'day' | 'night'>('kyanos-theme', 'day');
watchEffect(() => theme.change(chosen.value === 'night' ? 'night' : 'day'));
const shortcuts = ref(false);
const finding = ref(false);
const route = useRoute();
/** Those that are there; a learner has the last two. */
const ROOMS = [
  {
    name: t('app.jobs'),
    path: '/',
    has: (path: string) => path === '/' || path.startsWith('/jobs'),
  },
  { name: t('app.queue'), path: '/queue', has: (path: string) => path.startsWith('/queue') },
  { name: t('app.stock'), path: '/stock', has: (path: string) => path.startsWith('/stock') },
  { name: t('app.care'), path: '/care', has: (path: string) => path.startsWith('/care') },
  { name: t('app.shop'), path: '/shop', has: (path: string) => path.startsWith('/shop') },
  {
    name: t('app.practice'),
    path: '/practice',
    has: (path: string) => path.startsWith('/practice'),
  },
  {
    name: t('app.handbook'),
    path: '/handbook',
    has: (path: string) => path.startsWith('/handbook'),
  },
];

const FOR_LEARNERS = ['/practice', '/handbook'];
const rooms = computed(() =>
  role.value === 'learner' ? ROOMS.filter(({ path }) => FOR_LEARNERS.includes(path)) : ROOMS,
);

useKeys('everywhere', {
  find(event) {
    event.preventDefault();
    finding.value = true;
  },
  list: () => (shortcuts.value = true),
});
</script>

<template>
  <v-app>
    <div class="frame">
      <header class="bar">
        <router-link to="/" class="brand" :aria-label="t('app.kyanosBoard')">
          <svg viewBox="0 0 32 32" width="26" height="26" aria-hidden="true">
            <rect x="3" y="5" width="26" height="5" rx="1.5" fill="#f4efe4" />
            <rect x="3" y="13.500" width="26" height="5" rx="1.5" fill="#8db4e2" />
            <rect x="3" y="22" width="26" height="5" rx="1.5" fill="#e2763c" />
          </svg>
          <span class="brand-name">Kyanos</span>
        </router-link>
        <nav v-if="shown" class="rooms" :aria-label="t('app.rooms')">
          <router-link
            v-for="room in rooms"
            :key="room.path"
            :to="room.path"
            class="room-name"
            :aria-current="room.has(route.path) ? 'page' : undefined"
            >{{ room.name }}</router-link
          >
        </nav>
        <div id="bar-middle" class="middle"></div>
        <div class="tools">
          <due-menu v-if="shown && role !== 'learner'" />
          <v-btn
            v-if="shown"
            variant="text"
            icon
            :aria-label="t('app.find')"
            @click="finding = true"
          >
            <v-icon :icon="mdiMagnify" />
          </v-btn>
          <v-btn
            variant="text"
            :aria-label="t('app.lengthsChange', { units })"
            @click="units = nextUnit(units)"
          >
            {{ units }}
          </v-btn>
          <v-menu close-on-content-click>
            <template #activator="{ props: opens }">
              <v-btn variant="text" :aria-label="t('app.languageChange')" v-bind="opens">
                {{ LANGUAGE.toUpperCase() }}
              </v-btn>
            </template>
            <v-list density="compact">
              <v-list-item
                v-for="one in LANGUAGES"
                :key="one"
                :lang="one"
                :title="LANGUAGE_NAMES[one]"
                :active="one === LANGUAGE"
                @click="choose(one)"
              />
            </v-list>
          </v-menu>
          <v-menu close-on-content-click>
            <template #activator="{ props: opens }">
              <v-btn
                variant="text"
                :icon="!me?.person"
                :aria-label="
                  me?.person ? t('app.signedInAs', { name: me.person.name }) : t('app.more')
                "
                v-bind="opens"
              >
                <v-icon :icon="me?.person ? mdiAccountOutline : mdiDotsVertical" />
                <span v-if="me?.person" class="who">{{ me.person.name }}</span>
              </v-btn>
            </template>
            <v-list density="compact" min-width="240">
              <account-menu v-if="me && shown" />
              <v-list-item
                :prepend-icon="chosen === 'day' ? mdiWeatherNight : mdiWhiteBalanceSunny"
                :title="chosen === 'day' ? t('app.darkTheme') : t('app.lightTheme')"
                @click="chosen = chosen === 'day' ? 'night' : 'day'"
              />
              <v-list-item
                :prepend-icon="mdiKeyboardOutline"
                :title="t('app.keyboardShortcuts')"
                @click="shortcuts = true"
              />
            </v-list>
          </v-menu>
        </div>
      </header>
      <router-view v-if="shown" />
      <p v-if="partMissing" class="notice missing" role="alert">
        <span>{{ t('app.partMissing') }}</span>
        <v-btn size="small" @click="partMissing = false">{{ t('app.close') }}</v-btn>
      </p>
      <p v-else-if="unsaid" class="notice missing" role="alert">
        <span>{{ unsaid }}</span>
        <v-btn size="small" @click="unsaid = undefined">{{ t('app.close') }}</v-btn>
      </p>
    </div>
    <shortcuts-dialog v-if="shortcuts" v-model="shortcuts" />
    <search-dialog v-if="finding" v-model="finding" />
    <sign-in-screen v-if="mustSignIn" />
  </v-app>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  height: 100vh;
}

.bar {
  display: grid;
  grid-template-columns: auto auto minmax(0, 1fr) auto;
  align-items: center;
  gap: 20px;
  padding: 0 12px 0 20px;
  min-height: 48px;
  background: #1b3158;
  color: #f4efe4;
}

.brand {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  color: inherit;
  text-decoration: none;
  font-size: 1.2rem;
  font-weight: 600;
  letter-spacing: -0.02em;
}

.rooms {
  display: flex;
  gap: 2px;
  align-self: stretch;
}

.room-name {
  display: flex;
  align-items: center;
  min-height: 44px;
  padding: 0 12px;
  color: #cdd7ea;
  font-weight: 600;
  text-decoration: none;
  border-block: 3px solid transparent;
}

.room-name[aria-current] {
  color: #f4efe4;
  border-bottom-color: #e2763c;
}

.middle {
  grid-column: 3;
}

.tools {
  display: flex;
  grid-column: 4;
  align-items: center;
}

.who {
  max-width: 9em;
  overflow: hidden;
  text-overflow: ellipsis;
}

.missing {
  position: fixed;
  /* Above the ledger of a job, which is always in sight. */
  inset: auto 20px 60px;
  z-index: 5;
}

/* Where a job's name stands in the bar too. */
@media (max-width: 1350px) {
  .bar:has(.middle:not(:empty)) .brand-name {
    display: none;
  }

  .room-name {
    padding: 0 9px;
  }
}

/* Seven rooms and the tools have to fit a tablet in every language. */
@media (max-width: 900px) {
  .bar {
    gap: 4px;
    padding: 0 4px 0 12px;
  }

  .brand-name {
    display: none;
  }

  .room-name {
    padding: 0 6px;
    font-size: var(--size-small);
  }

  .tools :deep(.v-btn:not(.v-btn--icon)) {
    min-width: 44px;
    padding: 0 8px;
  }
}

@media print {
  .frame {
    display: block;
    height: auto;
  }

  .bar {
    display: none;
  }
}
</style>
