/**
 * Runs an asynchronous task one at a time; of the calls that come meanwhile only the newest is kept.
 * @param options `all`: answers that a newer call has made stale are shown too, so that a picture follows a slider
 */
import { readonly, ref } from 'vue';

export function useLatest<Input, Output>(
  task: (input: Input) => Promise<Output>,
  show: (output: Output, input: Input) => void,
  { all = false } = {},
) {
  const busy = ref(false);
  const failed = ref<string>();
  let next: { input: Input } | undefined;

  async function ask(input: Input): Promise<void> {
    next = { input };
    if (busy.value) return;
    busy.value = true;
    try {
      while (next) {
        const { input: current }: { input: Input } = next;
        next = undefined;
        const output = await task(current);
        failed.value = undefined;
        // A newer call makes this answer stale.
        if (all || !next) show(output, current);
      }
    } catch (error) {
      failed.value = (error as Error).message;
    } finally {
      busy.value = false;
    }
  }

  return { ask, busy: readonly(busy), failed: readonly(failed) };
}
