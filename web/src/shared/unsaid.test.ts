// @vitest-environment happy-dom
import { API } from '@kyanos/contract';
import { sentenceOf } from '@kyanos/core';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { createApp, h, watchEffect } from 'vue';
import { createMemoryHistory, createRouter } from 'vue-router';
import { serve, type Server } from '../../test/server.ts';
import { call } from './api.ts';
import { unsaid, watchRefusals } from './unsaid.ts';

let server: Server;
beforeEach(() => {
  server = serve();
  unsaid.value = undefined;
});

/** An application whose only part does something at once, and no more is said of it. */
async function app(act: () => unknown) {
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/:rest(.*)*', component: { render: () => null } }],
  });
  const part = {
    setup() {
      watchEffect(act as () => void);
      return () => h('p');
    },
  };
  const made = createApp(part);
  watchRefusals(made, router);
  await router.push('/');
  made.use(router).mount(document.createElement('div'));
  return router;
}

describe('what no screen says', () => {
  it('is said by the application, until another page is opened', async () => {
    server.refuse(API.getShop, 'INTERNAL');
    const router = await app(() => call(API.getShop, {}));
    await vi.waitFor(() => expect(unsaid.value).toBe(sentenceOf('INTERNAL')));
    await router.push('/queue');
    expect(unsaid.value).toBeUndefined();
  });

  it('is that the server is away', async () => {
    vi.stubGlobal('fetch', async () => Promise.reject(new TypeError('away')));
    await app(() => call(API.getShop, {}));
    await vi.waitFor(() => expect(unsaid.value).toBe(sentenceOf('UNREACHABLE')));
  });

  it('is said as well of what was begun beside everything else', async () => {
    await app(() => undefined);
    server.refuse(API.getShop, 'INTERNAL');
    const reason: unknown = await call(API.getShop, {}).catch((error: unknown) => error);
    const event = Object.assign(new Event('unhandledrejection', { cancelable: true }), { reason });
    dispatchEvent(event);
    expect(unsaid.value).toBe(sentenceOf('INTERNAL'));
    expect(event.defaultPrevented).toBe(true);
  });

  it('is not that somebody has to sign in: they are asked', async () => {
    server.refuse(API.getShop, 'SIGN_IN_NEEDED');
    await app(() => call(API.getShop, {}));
    await vi.waitFor(() => expect(server.asked(API.getShop)).toHaveLength(1));
    await new Promise((done) => setTimeout(done));
    expect(unsaid.value).toBeUndefined();
  });

  it('is no fault of the program: that is left for who looks after it', async () => {
    const told = vi.spyOn(console, 'error').mockReturnValue(undefined);
    const fault = new Error('a fault');
    await app(async () => Promise.reject(fault));
    await vi.waitFor(() => expect(told).toHaveBeenCalledWith(fault));
    expect(unsaid.value).toBeUndefined();
    const event = Object.assign(new Event('unhandledrejection', { cancelable: true }), {
      reason: fault,
    });
    dispatchEvent(event);
    expect(event.defaultPrevented).toBe(false);
    told.mockRestore();
  });
});
