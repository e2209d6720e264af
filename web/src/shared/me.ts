/** Who sits before this screen, and what they may. */
import { API, signatureOf, type Me, type Role, type SomeEndpoint } from '@kyanos/contract';
import { computed, shallowRef } from 'vue';
import { t } from '../texts/texts.ts';
import { call, onSignInNeeded } from './api.ts';

export const me = shallowRef<Me>();
/** The server asks who somebody is, and nobody has said so: nothing else is shown. */
export const mustSignIn = computed(() => me.value?.signIn === true && me.value.person === null);
/** Everybody may everything where nobody signs in. */
export const role = computed(() => me.value?.role ?? undefined);

const least = (one: SomeEndpoint): Role | undefined => me.value?.closed[signatureOf(one)];
/** Returns whether whoever sits here may call it. The server decides; screens offer what it would not refuse. */
export const may = (one: SomeEndpoint): boolean => least(one) === undefined;

const FOR: Readonly<Record<Role, { readonly see: string; readonly change: string } | undefined>> = {
  owner: { see: t('app.seenByOwner'), change: t('app.changedByOwner') },
  planner: { see: t('app.seenByPlanner'), change: t('app.changedByPlanner') },
  operator: { see: t('app.seenByOperator'), change: t('app.changedByOperator') },
  learner: undefined,
};
/** Returns for whom it is, in a sentence; undefined if whoever sits here may call it. */
export function whoMay(one: SomeEndpoint): string | undefined {
  const role = least(one);
  return role && FOR[role]?.[one.method === 'GET' ? 'see' : 'change'];
}
/** Attributes of a button or a field that calls it: grey, with the reason, for who may not. */
export function only(one: SomeEndpoint): { disabled?: true; title?: string } {
  const title = whoMay(one);
  return title === undefined ? {} : { disabled: true, title };
}

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
  me.value = { ...me.value, person: null, role: null, closed: {}, by: null };
});
