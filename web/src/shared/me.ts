/** Who sits before this screen, and what they may. */
import { API, type Me } from '@kyanos/contract';
import { computed, shallowRef } from 'vue';
import { call, onSignInNeeded } from './api.ts';

export const me = shallowRef<Me>();
/** The server asks who somebody is, and nobody has said so: nothing else is shown. */
export const mustSignIn = computed(() => me.value?.signIn === true && me.value.person === null);
/** Everybody may everything where nobody signs in. */
export const role = computed(() => me.value?.role ?? undefined);

export async function loadMe(): Promise<void> {
  // Without an answer the screens themselves say what is wrong.
  me.value = await call(API.getMe, {}).catch(() => me.value);
}

/** Takes up whom the server let in. What the one before had open is not the next one's. */
export function becomes(next: Me): void {
  const before = me.value?.person?.id;
  me.value = next;
  if (lastHere !== undefined && lastHere !== next.person?.id) location.reload();
  lastHere = next.person?.id ?? before;
}
let lastHere: string | undefined;

onSignInNeeded(() => {
  if (!me.value?.signIn || me.value.person === null) return;
  lastHere = me.value.person.id;
  me.value = { ...me.value, person: null, role: null, by: null };
});
