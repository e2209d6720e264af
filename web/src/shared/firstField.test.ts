// @vitest-environment happy-dom
import { afterEach, describe, expect, it } from 'vitest';
import { createApp, h, withDirectives, type App } from 'vue';
import { vFirstField } from './firstField.ts';

let app: App | undefined;
afterEach(() => {
  app?.unmount();
  document.body.innerHTML = '';
});
/** A form with a field that was there before, and the one that is to have the cursor. */
function mounted({ focused = false } = {}) {
  document.body.innerHTML = '<form><input id="other"><div id="place"></div></form>';
  const other = document.querySelector<HTMLInputElement>('#other')!;
  if (focused) other.focus();
  app = createApp({
    render: () => withDirectives(h('div', [h('input', { id: 'first' })]), [[vFirstField]]),
  });
  app.mount('#place');
  return { other, first: document.querySelector<HTMLInputElement>('#first')! };
}

describe('the cursor', () => {
  it('stands in the first field as soon as that is there', () => {
    const { first } = mounted();
    expect(document.activeElement).toBe(first);
  });

  it('is left to whoever already types in another field of the form', () => {
    const { other } = mounted({ focused: true });
    expect(document.activeElement).toBe(other);
  });
});
