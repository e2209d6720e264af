/** What is due on any machine: shown at the head of every screen. */
import { API, type Answered } from '@kyanos/contract';
import { shallowRef } from 'vue';
import { call, Refused } from './api.ts';

export const due = shallowRef<Answered<typeof API.listDue>>([]);

export async function loadDue(): Promise<void> {
  try {
    due.value = await call(API.listDue, {});
  } catch (error) {
    // What can't be asked now is asked again soon.
    if (!(error instanceof Refused)) throw error;
  }
}
