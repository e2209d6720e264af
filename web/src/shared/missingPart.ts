/**
 * A part of the screens that can't be fetched. Where the server has become another version meanwhile, its parts have other
 * names: the page is opened anew at the place that was wanted. Where it is away, that is said.
 */
import { ref } from 'vue';
import type { Router } from 'vue-router';

/** A part was wanted and could not be fetched, and the server is no newer than this page. */
export const partMissing = ref(false);

const entryOf = (page: Document) =>
  page.querySelector<HTMLScriptElement>('script[type=module][src]')?.getAttribute('src');

/** Whether what the server has now begins with another script than this page did. */
async function isOutdated(): Promise<boolean> {
  const answer = await fetch('/', { cache: 'no-store' }).catch(() => undefined);
  if (!answer?.ok) return false;
  const page = new DOMParser().parseFromString(await answer.text(), 'text/html');
  return entryOf(page) !== entryOf(document);
}

/** Several parts may be wanted at once, and all of them be missing. */
let opening = false;
async function openAnew(place: string): Promise<void> {
  if (opening) return;
  opening = true;
  if (await isOutdated()) location.assign(place);
  else partMissing.value = true;
  opening = false;
}

/** Has every part that is fetched later say when it is missing. To be called before any other guard of the router is set. */
export function watchParts(router: Router): void {
  let wanted: string | undefined;
  router.beforeEach(({ fullPath }) => {
    partMissing.value = false;
    wanted = fullPath;
  });
  router.afterEach(() => (wanted = undefined));
  router.onError(() => (wanted = undefined));
  addEventListener('vite:preloadError', () => void openAnew(wanted ?? location.href));
}
