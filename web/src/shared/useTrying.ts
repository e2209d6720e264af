/** Work that the server may refuse: its sentence is kept for the screen. */
import { ref } from 'vue';
import { Refused } from './api.ts';

export function useTrying() {
  const problem = ref<string>();

  /** Returns undefined if it was refused. */
  async function trying<T>(work: () => Promise<T>): Promise<T | undefined> {
    problem.value = undefined;
    try {
      return await work();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      problem.value = error.problem.message;
      return undefined;
    }
  }

  return { problem, trying };
}
