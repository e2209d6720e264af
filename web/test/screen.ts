/** Components as whoever uses them sees them: by their roles, names and words. */
import { userEvent, type UserEvent } from '@testing-library/user-event';
import { cleanup, configure, render, type RenderResult } from '@testing-library/vue';
import { createPinia, getActivePinia } from 'pinia';
import { onTestFinished } from 'vitest';
import type { Component } from 'vue';
import { createMemoryHistory, createRouter, type Router } from 'vue-router';
import { router as everyRoute } from '../src/router.ts';
import { vuetify } from '../src/shared/theme.ts';

export interface Screen extends RenderResult {
  /** Who clicks and types. */
  readonly user: UserEvent;
  readonly router: Router;
}

// What is missing is told without the whole page. Whether it is hidden is a matter of styles, which nothing has here; to ask for them
// took half of the time.
configure({
  getElementError: (message) => new Error(message?.split('\n')[0]),
  defaultHidden: true,
});

/** What Vuetify asks of a browser, and a page without layout has not. */
class NeverSeen {
  observe = () => undefined;
  unobserve = () => undefined;
  disconnect = () => undefined;
}
function completeBrowser(): void {
  globalThis.ResizeObserver ??= NeverSeen as unknown as typeof ResizeObserver;
  globalThis.IntersectionObserver ??= NeverSeen as unknown as typeof IntersectionObserver;
  globalThis.visualViewport ??= new EventTarget() as unknown as VisualViewport;
}

const ROUTES = everyRoute
  .getRoutes()
  .filter(({ name }) => name !== undefined)
  .map(({ path, name }) => ({ path, name, component: { render: () => null } }));

/**
 * Shows a component by itself until the test ends, beside it what a stage of a job has at its side. Links lead where they lead in
 * the application.
 *
 * @param at the address of the page
 */
export async function show(
  component: Component,
  props: Record<string, unknown> = {},
  at = '/',
  slots: Record<string, string> = {},
): Promise<Screen> {
  completeBrowser();
  document.body.innerHTML = '<div id="job-side"></div>';
  const router = createRouter({ history: createMemoryHistory(), routes: ROUTES });
  await router.push(at);
  onTestFinished(cleanup);
  const shown = render(component, {
    props,
    slots,
    global: {
      plugins: [vuetify, router, getActivePinia() ?? createPinia()],
      // Left as they are: what is stubbed leaves no place for a menu to go away from.
      stubs: { transition: false, 'transition-group': false },
    },
  });
  // Whether a menu that is opening takes a click yet is a matter of layout.
  return { ...shown, user: userEvent.setup({ pointerEventsCheck: 0 }), router };
}

/** A component whose model is kept as a parent keeps it. */
export async function showKept<T>(
  component: Component,
  model: T,
  props: Record<string, unknown> = {},
): Promise<Screen & { readonly kept: () => T }> {
  let value = model;
  const screen: Screen = await show(component, {
    ...props,
    modelValue: model,
    'onUpdate:modelValue': (next: T) => {
      value = next;
      void screen.rerender({ modelValue: next });
    },
  });
  return { ...screen, kept: () => value };
}

/** Writes into a field in place of what stands there, and leaves it. */
export async function write({ user, getByLabelText }: Screen, label: string, text: string) {
  const field = getByLabelText(label);
  await user.clear(field);
  if (text) await user.type(field, text);
  await user.tab();
}

/** Opens a list and takes one of what it offers. */
export async function choose(
  { user, getByLabelText, findByRole }: Screen,
  label: string,
  option: string,
): Promise<void> {
  await user.click(getByLabelText(label, { selector: 'input' }));
  await user.click(await findByRole('option', { name: option }));
}

/** What stands there, as it is read. */
export const words = (element: Element): string => element.textContent.replace(/\s+/g, ' ').trim();

/** The sentence of what went wrong; undefined where nothing is said to have. */
export const problemSaid = (): string | undefined => {
  const told = document.querySelector('p[role="alert"]');
  return told ? words(told) : undefined;
};
