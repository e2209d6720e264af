/** The cursor stands in the first field of a form or dialog as soon as that field can be seen. */
import type { Directive } from 'vue';

const LONGEST_MS = 1000;

/**
 * `v-first-field` on a field. It leaves whoever has already gone to another field of the same form or dialog there: a field that
 * took the cursor back would take what is being typed elsewhere, a password for one.
 */
export const vFirstField: Directive<HTMLElement> = {
  mounted(root) {
    const field = root.querySelector('input');
    const scope = root.closest('form, [role=dialog]') ?? root;
    const end = performance.now() + LONGEST_MS;
    const enter = () => {
      const { activeElement: now } = document;
      if (now && scope.contains(now) && now.matches('input, textarea, select')) return;
      field?.focus();
      // A dialog that is still opening can't be entered yet.
      if (document.activeElement !== field && performance.now() < end) requestAnimationFrame(enter);
    };
    enter();
  },
};
