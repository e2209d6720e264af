/** What the server refused and no screen has said: the application says it, so that nothing fails in silence. */
import { shallowRef, type App } from 'vue';
import type { Router } from 'vue-router';
import { Refused } from './api.ts';

/** The sentence of the last refusal that nobody took; until another page is opened, or it was read. */
export const unsaid = shallowRef<string>();

/** Returns whether it is a refusal. */
function take(error: unknown): boolean {
  if (!(error instanceof Refused)) return false;
  // Who has to sign in is asked so by a screen of its own.
  if (error.problem.code !== 'SIGN_IN_NEEDED') unsaid.value = error.problem.message;
  return true;
}

/** Has every refusal that is caught nowhere told. */
export function watchRefusals(app: App, router: Router): void {
  app.config.errorHandler = (error) => {
    if (!take(error)) console.error(error);
  };
  addEventListener('unhandledrejection', (event) => {
    if (take(event.reason)) event.preventDefault();
  });
  router.afterEach(() => (unsaid.value = undefined));
}
