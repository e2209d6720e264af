// @vitest-environment happy-dom
// @vitest-environment-options { "settings": { "handleDisabledFileLoadingAsSuccess": true } }
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { createMemoryHistory, createRouter } from 'vue-router';

const page = (entry: string) =>
  `<!doctype html><html><head><script type="module" src="${entry}"></script></head></html>`;
let answer: () => Promise<Response>;
const assign = vi.fn();
const settled = () => new Promise((done) => setTimeout(done));

async function fresh() {
  vi.resetModules();
  const { partMissing, watchParts } = await import('./missingPart.ts');
  const empty = { template: '<div />' };
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/', component: empty },
      {
        path: '/queue',
        component: async () => {
          dispatchEvent(new Event('vite:preloadError'));
          throw new Error('gone');
        },
      },
    ],
  });
  watchParts(router);
  await router.push('/');
  return { partMissing, router };
}
beforeEach(() => {
  document.head.innerHTML = '<script type="module" src="/assets/index-1.js"></script>';
  vi.stubGlobal('fetch', () => answer());
  vi.spyOn(location, 'assign').mockImplementation(assign);
  assign.mockClear();
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
  document.head.innerHTML = '';
});

describe('a part of the screens that can’t be fetched', () => {
  it('of another version is opened anew, at the place that was wanted', async () => {
    answer = async () => new Response(page('/assets/index-2.js'));
    const { partMissing, router } = await fresh();
    await router.push('/queue').catch(() => undefined);
    await settled();
    expect(assign).toHaveBeenCalledWith('/queue');
    expect(partMissing.value).toBe(false);
  });

  it('is told where the server is away, and where it is of the same version', async () => {
    for (const one of [
      async () => Promise.reject(new TypeError('away')),
      async () => new Response('', { status: 503 }),
      async () => new Response(page('/assets/index-1.js')),
    ]) {
      answer = one;
      const { partMissing, router } = await fresh();
      await router.push('/queue').catch(() => undefined);
      await settled();
      expect([assign.mock.calls, partMissing.value]).toEqual([[], true]);
      // Whoever goes elsewhere has read it.
      await router.push('/');
      await router.push('/?a').catch(() => undefined);
      expect(partMissing.value).toBe(false);
    }
  });
});
