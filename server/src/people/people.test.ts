import { readdirSync, readFileSync } from 'node:fs';
import {
  accessTo,
  encodePlan,
  ENDPOINTS,
  reaches,
  ROLES,
  signatureOf,
  type Endpoint,
  type GivenExercise,
  type Job,
  type Me,
  type Person,
  type Role,
  type JobEvent,
  type JobVersion,
} from '@kyanos/contract';
import { beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Browser, PASSWORD } from '../../test/browser.ts';
import { demo, useServer } from '../../test/served.ts';
import { networkOf } from './guesses.ts';
import { addPerson, firstOwnersWord } from './queries.ts';

const served = useServer({ signIn: true, secure: false, proxy: true, hosts: ['shop.example'] });
const newBrowser = (address?: string) => new Browser(served.base, address);

const as = {} as Record<Role, Browser>;
const idOf = async (name: string) =>
  ((await as.owner.send('GET', '/people')).body as Person[]).find((one) => one.name === name)!.id;

async function joined(name: string, role: Role): Promise<Browser> {
  const { word } = await addPerson(served.database.pool, { name, role }, 'a test');
  const browser = newBrowser();
  expect(await browser.send('POST', '/join', { word, password: PASSWORD })).toMatchObject({
    status: 200,
    body: { role, person: { name } },
  });
  return browser;
}

beforeAll(async () => {
  const word = (await firstOwnersWord(served.database.pool))!;
  as.owner = newBrowser();
  // Without a name nothing happens, and the word stays good.
  expect((await as.owner.send('POST', '/join', { word, password: PASSWORD })).status).toBe(422);
  await as.owner.send('POST', '/join', { word, name: 'Oda', password: PASSWORD });
  for (const [name, role] of [
    ['Pia', 'planner'],
    ['Otto', 'operator'],
    ['Lea', 'learner'],
  ] as const)
    as[role] = await joined(name, role);
});
beforeEach(() => served.database.pool.query('delete from guess'));

const NOBODYS = '00000000-0000-4000-8000-000000000000';
/** With ids that nobody has: what may be called answers that there is no such thing, or that something is missing. */
const addressed = ({ path }: Endpoint) =>
  path.replace(/\{(\w+)\}/g, (_, name: string) => (name === 'paper' ? 'quote' : NOBODYS));
const wanting = (one: Endpoint) =>
  one.method === 'GET' || one.method === 'DELETE' ? undefined : {};
const KEEPS_ASKER = Object.entries(ENDPOINTS).filter(
  ([name]) => !['signOut', 'changePassword'].includes(name),
);

describe('every endpoint', () => {
  it('is answered by the one function that asks who may', () => {
    const root = new URL('../', import.meta.url);
    const own = readdirSync(root, { recursive: true, encoding: 'utf8' })
      .filter((path) => path.endsWith('.ts') && !path.endsWith('.test.ts') && path !== 'route.ts')
      .filter((path) =>
        /\b(router|api|app)\.(get|post|put|delete|patch)\('?/.test(
          readFileSync(new URL(path, root), 'utf8'),
        ),
      );
    // The web app's own page is for anybody who looks for it; whether the server works, for those who watch over it.
    expect(own.sort()).toEqual(['app.ts', 'observe/routes.ts']);
  });

  it('refuses who has not signed in, unless it is there to sign in', async () => {
    for (const [name, one] of Object.entries(ENDPOINTS)) {
      const { status, body } = await newBrowser().send(one.method, addressed(one), wanting(one));
      if (accessTo(one) === 'anyone')
        expect(body, name).not.toMatchObject({ code: 'SIGN_IN_NEEDED' });
      else
        expect({ name, status, body }).toMatchObject({
          status: 401,
          body: { code: 'SIGN_IN_NEEDED' },
        });
    }
  });

  it('asks who it is where a session ended while a large plan was saved, and reads nothing so large', async () => {
    const plan = 'x'.repeat(300_000);
    expect(await newBrowser().send('PUT', `/jobs/${NOBODYS}`, { plan })).toMatchObject({
      status: 401,
      body: { code: 'SIGN_IN_NEEDED' },
    });
    expect((await as.operator.send('PUT', `/jobs/${NOBODYS}`, { plan })).status).toBe(422);
  });

  it.each(ROLES)('lets %s do what the table says, and tells the rest as closed', async (role) => {
    const { closed } = (await as[role].send('GET', '/me')).body as Me;
    for (const [name, one] of KEEPS_ASKER) {
      const least = accessTo(one);
      if (least === 'anyone') continue;
      const may = reaches(role, least === 'operator, learner in practice' ? 'operator' : least);
      if (least !== 'operator, learner in practice')
        expect(closed[signatureOf(one)], name).toBe(may ? undefined : least);
      const { status, body } = await as[role].send(one.method, addressed(one), wanting(one));
      if (may) expect([401, 403], `${name} ${JSON.stringify(body)}`).not.toContain(status);
      else
        expect({ name, status, body }).toMatchObject({
          status: 403,
          body: { code: 'NOT_ALLOWED' },
        });
    }
  });
});

describe('signing in', () => {
  it('signs what is done with the name of the session, whatever the request says', async () => {
    const { plan } = demo('orchard-label');
    const made = await as.operator.send(
      'POST',
      '/jobs',
      { plan: encodePlan(plan), artworkId: null },
      { 'Kyanos-Operator': 'The boss' },
    );
    expect(made).toMatchObject({ status: 201, body: { savedBy: 'Otto' } });
    const { id } = made.body as Job;
    const changed = { ...plan, layout: { ...plan.layout, copies: 77 } };
    await as.planner.send('PUT', `/jobs/${id}`, {
      base: 1,
      plan: encodePlan(changed),
      artworkId: null,
    });
    expect((await as.operator.send('GET', `/jobs/${id}/versions`)).body).toMatchObject({
      total: 2,
      versions: [
        {
          version: 2,
          savedBy: 'Pia',
          changes: {
            fields: [{ field: 'layout.copies', was: plan.layout.copies, now: 77 }],
            more: 0,
          },
        },
        { version: 1, savedBy: 'Otto', changes: null },
      ],
    });
    expect((await as.operator.send('GET', `/jobs/${id}/versions/2/to/1`)).body).toMatchObject({
      fields: [{ field: 'layout.copies', was: 77, now: plan.layout.copies }],
    });
    const back = await as.owner.send('POST', `/jobs/${id}/versions/1/bring-back`, { base: 2 });
    expect(back).toMatchObject({
      status: 200,
      body: { version: 3, savedBy: 'Oda', plan: { layout: { copies: plan.layout.copies } } },
    });
    expect(
      await as.owner.send('POST', `/jobs/${id}/versions/1/bring-back`, { base: 2 }),
    ).toMatchObject({ status: 409, body: { code: 'JOB_CONFLICT' } });
    expect(
      await as.owner.send('POST', `/jobs/${id}/versions/9/bring-back`, { base: 3 }),
    ).toMatchObject({ status: 404, body: { code: 'VERSION_UNKNOWN' } });
  });

  it('tells in the history of a job who moved it on, wrote beside it and put it away, each once', async () => {
    const { plan } = demo('orchard-label');
    const wanted = { plan: encodePlan(plan), artworkId: null };
    const { id } = (await as.planner.send('POST', '/jobs', wanted)).body as Job;
    const was = { state: 'quoted', due: null, priority: 'usual' };
    const now = { state: 'accepted', due: null, priority: 'urgent' };
    const notes = { was: '', now: 'Ask for the bottle.' };
    // Sent twice, as when an answer was lost: it happened once.
    for (let turn = 0; turn < 2; turn++) {
      await as.planner.send('PUT', `/jobs/${id}/order`, { was, now });
      await as.operator.send('PUT', `/jobs/${id}/notes`, notes);
    }
    await as.planner.send('PUT', `/jobs/${id}`, { base: 1, ...wanted });
    for (const away of [true, true, false])
      await as.owner.send('PUT', `/jobs/${id}/away`, { away });
    const { body } = await as.operator.send('GET', `/jobs/${id}/versions`);
    const { events, versions } = body as { events: JobEvent[]; versions: JobVersion[] };
    expect(events.map(({ by, what, was, now }) => [by, what, was, now])).toEqual([
      ['Oda', 'away', 'away', null],
      ['Oda', 'away', null, 'away'],
      ['Otto', 'notes', '', 'Ask for the bottle.'],
      ['Pia', 'priority', 'usual', 'urgent'],
      ['Pia', 'state', 'quoted', 'accepted'],
    ]);
    const [second, first] = versions.map(({ savedAt }) => savedAt);
    expect(events.map(({ at }) => (at > second ? 2 : at > first ? 1 : 0))).toEqual([2, 2, 1, 1, 1]);
    const earlier = await as.operator.send('GET', `/jobs/${id}/versions?before=2`);
    expect(earlier.body).toMatchObject({ versions: [{ version: 1 }], events: events.slice(2) });
  });

  it('does not tell whether a name or a password was wrong', async () => {
    const answers = [
      await newBrowser().signIn('Otto', 'wrong'),
      await newBrowser().signIn('Nobody of that name', 'wrong'),
    ];
    expect(answers[0].status).toBe(401);
    expect(answers[0]).toEqual(answers[1]);
  });

  it('begins a session that was not there before, and ends it for good', async () => {
    const browser = newBrowser();
    browser.cookies.set('kyanos', 's%3Aput-there.by-somebody');
    await browser.signIn('otto');
    const [before, stolen] = [browser.cookies.get('kyanos'), browser.clone()];
    expect(before).not.toContain('put-there');
    await browser.signIn('Otto');
    expect(browser.cookies.get('kyanos')).not.toBe(before);
    // The earlier one went with it.
    expect((await stolen.me()).person).toBeNull();
    const replayed = browser.clone();
    expect((await browser.send('POST', '/sign-out')).status).toBe(204);
    expect((await replayed.me()).person).toBeNull();
    const forged = newBrowser();
    forged.cookies.set('kyanos', `${replayed.cookies.get('kyanos')!.slice(0, -4)}AAAA`);
    expect((await forged.me()).person).toBeNull();
  });

  it('ends the stream of events of whoever has signed out, soon after', async () => {
    const browser = newBrowser();
    await browser.signIn('Otto');
    const Cookie = [...browser.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
    const stream = await fetch(`${served.base}/events`, { headers: { Cookie } });
    const ended = stream.text();
    await browser.send('POST', '/sign-out');
    expect(await ended).toContain('retry: 1000');
  });

  it('gives cookies that no script reads and no other site sends', async () => {
    const response = await fetch(`${served.base}/sign-in`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ name: 'Otto', password: PASSWORD }),
    });
    const cookies = response.headers.getSetCookie();
    expect(cookies).toHaveLength(2);
    for (const cookie of cookies) expect(cookie).toMatch(/HttpOnly;.*SameSite=Strict/);
    const foreign = (headers: Record<string, string>) =>
      newBrowser().send('GET', '/me', undefined, headers);
    expect((await foreign({ Origin: 'http://evil.example' })).body).toMatchObject({
      code: 'FOREIGN_PAGE',
    });
  });

  it('ends other sessions when the password is changed', async () => {
    const [one, two] = [await joined('Cem', 'operator'), newBrowser()];
    await two.signIn('Cem');
    const change = { was: PASSWORD, now: 'quite another one' };
    expect((await one.send('POST', '/me/password', { ...change, was: 'wrong' })).status).toBe(401);
    expect((await one.send('POST', '/me/password', change)).status).toBe(204);
    expect((await one.me()).person?.name).toBe('Cem');
    expect((await two.me()).person).toBeNull();
    expect((await two.signIn('Cem')).status).toBe(401);
    expect((await two.signIn('Cem', change.now)).status).toBe(200);
  });
});

describe('guessing', () => {
  const tries = async (browser: Browser, name: string, times: number) => {
    const statuses = [];
    for (let i = 0; i < times; i++)
      statuses.push((await browser.signIn(name, `guess ${i}`)).status);
    return statuses;
  };

  it('is stopped, also by the right password, at the name and the address that it comes from', async () => {
    const thief = newBrowser('198.51.100.7');
    const statuses = await tries(thief, 'Pia', 12);
    expect(statuses.slice(0, 8)).toEqual(Array(8).fill(401));
    expect(statuses.slice(8)).toEqual(Array(4).fill(429));
    expect(await thief.signIn('Pia')).toMatchObject({
      status: 429,
      body: { code: 'TOO_MANY_GUESSES' },
    });
    // Who is elsewhere notices nothing of it, whether they were here before or not.
    expect((await newBrowser('203.0.113.5').signIn('Pia')).status).toBe(200);
    expect((await as.planner.signIn('Pia')).status).toBe(200);
  });

  it('is counted though all of it comes at once', async () => {
    const thief = newBrowser('198.51.100.8');
    const all = await Promise.all(
      Array.from({ length: 40 }, (_, i) => thief.clone().signIn('Pia', `guess ${i}`)),
    );
    expect(all.filter(({ status }) => status === 401)).toHaveLength(8);
    expect(all.filter(({ status }) => status === 429)).toHaveLength(32);
  });

  it('is stopped at an address that tries many names, and IPv6 networks are one address', async () => {
    const statuses = [];
    for (let i = 0; i < 32; i++)
      statuses.push((await newBrowser(`2001:db8:1:2::${i + 1}`).signIn(`Name ${i}`, 'x')).status);
    expect(statuses.filter((status) => status === 401)).toHaveLength(30);
    expect(networkOf('2001:db8:1:2::9')).toBe(networkOf('2001:0db8:0001:0002:aaaa::1'));
    expect(networkOf('2001:db8:1:3::9')).not.toBe(networkOf('2001:db8:1:2::9'));
    expect(networkOf('::1')).toBe('0:0:0:0');
    expect(networkOf('::ffff:192.0.2.1')).toBe('192.0.2.1');
  });

  it('from everywhere at once can’t lock somebody out of a browser in which they signed in before', async () => {
    await Promise.all(
      Array.from({ length: 110 }, (_, i) =>
        newBrowser(`203.0.113.${i + 1}`).signIn('Otto', `guess ${i}`),
      ),
    );
    expect((await newBrowser('192.0.2.77').signIn('Otto')).status).toBe(429);
    expect((await as.operator.signIn('Otto')).status).toBe(200);
    await as.operator.signIn('Otto', 'wrong');
    const { rows } = await served.database.pool.query<{ key: string }>('select key from guess');
    const secret = as.operator.cookies.get('kyanos-browser')!;
    expect(rows.filter(({ key }) => key.includes(secret))).toEqual([]);
    expect(rows.some(({ key }) => key.startsWith('known:'))).toBe(true);
  });
});

describe('a one-time word', () => {
  it('is worth something once, however it is typed, and nothing once there is a newer one', async () => {
    const { word } = await addPerson(
      served.database.pool,
      { name: 'Dov', role: 'operator' },
      'a test',
    );
    const use = (one: string) =>
      newBrowser().send('POST', '/join', { word: one, password: PASSWORD });
    const newer = (await as.owner.send('POST', `/people/${await idOf('Dov')}/word`)).body as {
      word: string;
    };
    expect((await use(word)).status).toBe(401);
    const typed = ` ${newer.word.toUpperCase().replaceAll('-', ' ').replaceAll('0', 'O')} `;
    expect((await use(typed)).status).toBe(200);
    expect((await use(newer.word)).status).toBe(401);
  });

  it('of the first owner is worth nothing once there is one, and makes nobody else an owner', async () => {
    expect(await firstOwnersWord(served.database.pool)).toBeUndefined();
    const word = 'aaaa-bbbb-cccc-dddd';
    expect(
      (await newBrowser().send('POST', '/join', { word, name: 'Otto', password: PASSWORD })).status,
    ).toBe(401);
  });
});

describe('people', () => {
  it('have names of their own, and the last owner stays one', async () => {
    const add = (name: string) => as.owner.send('POST', '/people', { name, role: 'owner' });
    expect(await add('oTTo')).toMatchObject({ status: 409, body: { code: 'PERSON_EXISTS' } });
    const oda = await idOf('Oda');
    const demote = { name: 'Oda', role: 'planner', active: true };
    expect(await as.owner.send('PUT', `/people/${oda}`, demote)).toMatchObject({
      status: 409,
      body: { code: 'LAST_OWNER' },
    });
    expect((await as.owner.me()).role).toBe('owner');
  });

  it('who have left are out at once', async () => {
    const eva = await joined('Eva', 'planner');
    const change = { name: 'Eva', role: 'planner', active: false };
    expect((await as.owner.send('PUT', `/people/${await idOf('Eva')}`, change)).status).toBe(200);
    expect((await eva.me()).person).toBeNull();
    expect((await eva.signIn('Eva')).status).toBe(401);
  });
});

describe('a shared tablet', () => {
  it('lets people switch by PIN, as people at the bench and for as long as it is shared', async () => {
    const pin = (browser: Browser, body: object) => browser.send('POST', '/me/pin', body);
    expect((await pin(as.planner, { password: 'wrong', pin: '4711' })).status).toBe(401);
    expect((await pin(as.planner, { password: PASSWORD, pin: '47' })).status).toBe(422);
    expect((await pin(as.planner, { password: PASSWORD, pin: '4711' })).status).toBe(204);
    const tablet = newBrowser();
    await tablet.signIn('Pia');
    const registered = await tablet.send('POST', '/tablets', { name: 'Bench 2' });
    expect(registered.status).toBe(201);
    const switching = (browser: Browser, person: string, secret: string) =>
      browser.send('POST', '/sign-in/pin', { person, pin: secret });
    const pia = await idOf('Pia');
    expect(await switching(newBrowser(), pia, '4711')).toMatchObject({
      body: { code: 'TABLET_UNKNOWN' },
    });
    expect((await switching(tablet, pia, '4711')).body).toMatchObject({
      role: 'operator',
      by: 'pin',
      tablet: { name: 'Bench 2', people: [{ name: 'Pia' }] },
    });
    expect((await tablet.send('GET', '/people')).status).toBe(403);
    expect((await tablet.send('POST', '/me/passkeys/options')).status).toBe(403);
    const wrong = [];
    for (let i = 0; i < 6; i++) wrong.push((await switching(tablet, pia, `000${i}`)).status);
    expect(wrong).toEqual([401, 401, 401, 401, 401, 429]);
    await as.planner.send('DELETE', `/tablets/${(registered.body as { id: string }).id}`);
    expect((await tablet.me()).person).toBeNull();
  });
});

describe('a learner', () => {
  it('works on jobs of exercises, and reads and changes no other', async () => {
    const { draw, plan, fileName } = demo('orchard-label');
    const { plan: _, ...art } = { plan, bytes: await draw() };
    const sent = await fetch(`${served.base}/files`, {
      method: 'POST',
      headers: { Cookie: [...as.owner.cookies].map((pair) => pair.join('=')).join('; ') },
      body: new Uint8Array(art.bytes),
    });
    const { id: fileId } = (await sent.json()) as { id: string };
    const wanted = { fileId, fileName, dpi: 60 };
    const { id: artworkId } = (await as.owner.send('POST', '/artworks', wanted)).body as {
      id: string;
    };
    await expect
      .poll(async () => (await as.owner.send('GET', `/artworks/${artworkId}`)).body)
      .toMatchObject({ state: 'done' });
    const job = (await as.owner.send('POST', '/jobs', { plan: encodePlan(plan), artworkId }))
      .body as Job;
    expect((await as.learner.send('GET', `/jobs/${job.id}`)).status).toBe(403);
    const given = await as.learner.send('POST', '/practice/exercises', { kind: 'stack', seed: 3 });
    expect(given).toMatchObject({ status: 201, body: { learner: 'Lea' } });
    const { id, jobId } = given.body as GivenExercise;
    const own = (await as.learner.send('GET', `/jobs/${jobId!}`)).body as Job;
    const saved = { base: own.version, plan: own.plan, artworkId: own.artworkId };
    expect((await as.learner.send('PUT', `/jobs/${jobId!}`, saved)).status).toBe(200);
    expect(await as.planner.send('POST', `/practice/exercises/${id}/answer`, {})).toMatchObject({
      status: 403,
      body: { message: 'This exercise is Lea’s. Begin one of your own.' },
    });
    expect((await as.learner.send('POST', `/practice/exercises/${id}/answer`, {})).status).toBe(
      200,
    );
  });
});
