import { API } from '@kyanos/contract';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { addressIn, call, callRevised, onSignInNeeded, Refused } from './api.ts';

interface Sent {
  readonly address: string;
  readonly init: RequestInit & { readonly headers: Record<string, string> };
}
/** Answers every request alike, and writes down what was sent. */
function answering(make: () => Response | Promise<never>): Sent[] {
  const sent: Sent[] = [];
  vi.stubGlobal('fetch', async (address: string, init: Sent['init']) => {
    sent.push({ address, init });
    return make();
  });
  return sent;
}
const json = (body: unknown, status = 200, headers: Record<string, string> = {}) =>
  new Response(JSON.stringify(body), { status, headers });
const refused = async (promise: Promise<unknown>): Promise<Refused> =>
  promise.then(
    () => expect.unreachable('it was not refused'),
    (error: unknown) => {
      expect(error).toBeInstanceOf(Refused);
      return error as Refused;
    },
  );
const ID = '3b241101-e2bb-4255-8caf-4136c566a962';
const getJob = () => call(API.getJob, { params: { id: ID as never } });

afterEach(() => vi.unstubAllGlobals());

describe('a request', () => {
  it('goes where its endpoint lies, with parameters and what is asked for in its address', async () => {
    const sent = answering(() => json([]));
    await call(API.listDue, {}).catch(() => undefined);
    expect(sent[0].address).toBe(`/api${API.listDue.path}`);
    const address = addressIn(API.getPreview, {
      params: { id: ID as never, page: 2 },
      query: { size: 'thumbnail' },
    } as never);
    expect(address).toBe(`/api/artworks/${ID}/pages/2/preview?size=thumbnail`);
  });

  it('that changes something is named, so that it is carried out once; one that reads is not', async () => {
    const sent = answering(() => json({ code: 'JOB_UNKNOWN', message: 'Gone.' }, 404));
    await refused(getJob());
    expect(sent[0].init.headers['Idempotency-Key']).toBeUndefined();
    const wanted = { body: { fileId: ID, fileName: 'a.pdf', dpi: 300, scale: 1 } } as never;
    await refused(call(API.readArtwork, wanted));
    await refused(call(API.readArtwork, wanted));
    await refused(call(API.readArtwork, wanted, { key: 'mine' }));
    const keys = sent.slice(1).map(({ init }) => init.headers['Idempotency-Key']);
    expect(keys[0]).toBeTruthy();
    expect(keys[1]).not.toBe(keys[0]);
    expect(keys[2]).toBe('mine');
  });

  it('says on which revision a change was made, and takes up the one of the answer', async () => {
    const sent = answering(() => json([], 200, { ETag: '"8"' }));
    const { revision } = await callRevised(API.listDue, {}, { ifMatch: '"7"' });
    expect(revision).toBe('"8"');
    expect(sent[0].init.headers['If-Match']).toBe('"7"');
  });
});

describe('what is refused', () => {
  it('comes with its code and sentence, and the same may not do better later', async () => {
    answering(() => json({ code: 'JOB_UNKNOWN', message: 'There is no such job.' }, 404));
    const { problem, status, mayPass, message } = await refused(getJob());
    expect([problem.code, status, mayPass]).toEqual(['JOB_UNKNOWN', 404, false]);
    expect(message).toBe('There is no such job.');
  });

  it('by a network that is away has a sentence of ours, and may pass', async () => {
    answering(() => Promise.reject(new TypeError('Failed to fetch')));
    const { problem, mayPass } = await refused(getJob());
    expect([problem.code, mayPass]).toEqual(['UNREACHABLE', true]);
    expect(problem.message).not.toContain('fetch');
  });

  it('by something between us and the server, in its own words, is told in ours', async () => {
    answering(() => new Response('<html>502 Bad Gateway</html>', { status: 502 }));
    const { problem, mayPass } = await refused(getJob());
    expect([problem.code, mayPass]).toEqual(['ANSWER_UNREADABLE', true]);
  });

  it('is an answer that does not keep to the contract, and one that is none', async () => {
    const said = vi.spyOn(console, 'error').mockImplementation(() => undefined);
    for (const body of [{ id: 7 }, null, 'ready']) {
      answering(() => json(body));
      expect((await refused(getJob())).problem.code).toBe('ANSWER_UNREADABLE');
    }
    expect(said).toHaveBeenCalled();
    said.mockRestore();
  });

  it('for a session that has ended is told to whoever asks people to sign in, and may pass then', async () => {
    const ended = vi.fn();
    onSignInNeeded(ended);
    answering(() => json({ code: 'SIGN_IN_NEEDED', message: 'Sign in.' }, 401));
    expect((await refused(getJob())).mayPass).toBe(true);
    expect(ended).toHaveBeenCalledTimes(1);
    onSignInNeeded(() => undefined);
  });
});
