/** Every route against every kind of attack: refused with its code, and nothing written. */
import {
  accessTo,
  ENDPOINTS,
  encodePlan,
  ROLES,
  reaches,
  type Endpoint,
  type Job,
  type Role,
} from '@kyanos/contract';
import { DEMO_JOBS } from '@kyanos/demo';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { faultIn, refusalIn } from './answers.ts';
import { Installation } from './installation.ts';
import { Browser } from './people.ts';
import { LIMIT_MS, send, type Came, type Sent } from './send.ts';

const NOBODYS = '00000000-0000-4000-8000-000000000000';
const EVERY = Object.entries(ENDPOINTS);
/** What ends the session that asks. */
const ENDS = ['signOut', 'changePassword'];
const CLOSED = EVERY.filter(([name, one]) => accessTo(one) !== 'anyone' && !ENDS.includes(name));

let shop: Installation;
const as = {} as Record<Role, Browser>;
beforeAll(async () => {
  shop = await Installation.start({ args: ['--no-demo', '--sign-in', '--name', 'localhost'] });
  const word = /\b(\w{4}(?:-\w{4}){3})\n/.exec(shop.words)![1];
  as.owner = await new Browser(shop.client.origin).join(word, 'Oda');
  for (const role of ROLES)
    if (role !== 'owner') as[role] = await as.owner.add(`The ${role}`, role);
});
afterAll(() => shop.remove());

const addressed = ({ path }: Endpoint, value = NOBODYS) =>
  `/api${path.replace(/\{(\w+)\}/g, (_, name: string) => (name === 'paper' ? 'quote' : value))}`;
const asked = (one: Endpoint, headers: Sent['headers'], body = '{}'): Promise<Came> => {
  const writes = one.method === 'POST' || one.method === 'PUT';
  return send(shop.client.origin, {
    method: one.method,
    path: addressed(one),
    headers: {
      'Content-Type': one.takesFile ? 'application/octet-stream' : 'application/json',
      ...headers,
    },
    ...(writes && { body }),
  });
};

/** Everything that the database holds but sessions and guesses, as one number. */
async function digest(): Promise<string> {
  const tables = await shop.query<{ name: string }>(
    `select tablename as name from pg_tables where schemaname = 'public'
       and tablename not in ('session', 'guess', 'worker') order by 1`,
  );
  const parts = tables.map(
    ({ name }) =>
      `select '${name}' as name, md5(coalesce(string_agg(t::text, '|' order by t::text), '')) as sum from "${name}" t`,
  );
  return JSON.stringify(await shop.query(parts.join(' union all ')));
}
async function writesNothing(attack: () => Promise<void>): Promise<void> {
  const before = await digest();
  await attack();
  expect(await digest()).toBe(before);
}

/** A refusal of its own, by one of these codes if any are named. */
function refused(name: string, came: Came, ...codes: string[]): void {
  const told = `${name}: ${came.status} ${came.text.slice(0, 300)}`;
  expect(came.status, told).toBeGreaterThanOrEqual(400);
  expect(came.status, told).toBeLessThan(500);
  expect(faultIn(came), told).toBeUndefined();
  if (codes.length > 0) expect(refusalIn(came).code, told).toBeOneOf(codes);
}

describe('every route refuses', () => {
  it('whoever has no session, a forged one, or one that has ended', async () => {
    const gone = new Browser(shop.client.origin);
    await gone.signIn('The operator');
    const ended = gone.cookie;
    expect((await gone.send('GET', '/me')).text).toContain('The operator');
    await gone.send('POST', '/sign-out', {});
    await writesNothing(async () => {
      const [, name, value] = /(?:^|; )(kyanos)=(\S+)/.exec(as.owner.cookie)!;
      const forged = `${name}=${value.slice(0, 12)}${value[12] === 'A' ? 'B' : 'A'}${value.slice(13)}`;
      const unsigned = `${name}=s%3A${'a'.repeat(32)}.${'b'.repeat(43)}`;
      const proto = `${name}=__proto__; ${name}=${encodeURIComponent('{"cookie":{}}')}`;
      for (const cookie of [undefined, ended, forged, unsigned, proto])
        for (const [route, one] of CLOSED)
          refused(
            `${route} ${cookie}`,
            await asked(one, cookie === undefined ? {} : { Cookie: cookie }),
            'SIGN_IN_NEEDED',
          );
    });
  });

  it('a role that may not', () =>
    writesNothing(async () => {
      for (const role of ROLES)
        for (const [route, one] of CLOSED) {
          const least = accessTo(one);
          if (
            least === 'anyone' ||
            reaches(role, least === 'operator, learner in practice' ? 'operator' : least)
          )
            continue;
          refused(`${route} ${role}`, await asked(one, { Cookie: as[role].cookie }), 'NOT_ALLOWED');
        }
    }));

  it('a page of another site, and a name that is not ours, with an owner’s cookie', () =>
    writesNothing(async () => {
      const Cookie = as.owner.cookie;
      const { port } = new URL(shop.client.origin);
      const foreign: readonly Sent['headers'][] = [
        { Cookie, Origin: 'http://evil.example' },
        { Cookie, Origin: `http://localhost.evil.example:${port}` },
        { Cookie, Origin: 'null' },
        { Cookie, Host: 'evil.example' },
        { Cookie, Host: `127.0.0.1.evil.example:${port}` },
      ];
      for (const headers of foreign)
        for (const [route, one] of EVERY)
          refused(`${route} ${JSON.stringify(headers)}`, await asked(one, headers), 'FOREIGN_PAGE');
    }));
});

const TRAVERSALS = [
  '..%2F..%2F..%2Fetc%2Fpasswd',
  '%2e%2e%2f%2e%2e%2fetc%2fpasswd',
  '..%5C..%5Cwindows',
  '%00',
  '%c0%ae%c0%ae%2f',
  '%',
  'x'.repeat(3000),
];

describe('an owner’s session', () => {
  it('gets nowhere by ways out of a folder', () =>
    writesNothing(async () => {
      for (const way of TRAVERSALS)
        for (const [route, one] of CLOSED) {
          if (!one.path.includes('{') || one.method === 'DELETE') continue;
          const path = addressed(one, way);
          const writes = one.method === 'POST' || one.method === 'PUT';
          const came = await send(shop.client.origin, {
            method: one.method,
            path,
            headers: { Cookie: as.owner.cookie, 'Content-Type': 'application/json' },
            ...(writes && { body: '{}' }),
          });
          expect(came.text, route).not.toMatch(/root:|\[boot loader\]/);
          expect(
            came.status,
            `${route} ${way}: ${came.status} ${came.text.slice(0, 300)}`,
          ).toBeLessThan(500);
          if (came.status >= 400) refused(`${route} ${way.slice(0, 40)}`, came);
        }
      for (const way of [
        '/../../etc/passwd',
        '/..%2f..%2fetc/passwd',
        '/assets/..%2f..%2f..%2fpackage.json',
        '//etc/passwd',
      ]) {
        const { text } = await send(shop.client.origin, { method: 'GET', path: way });
        expect(text, way).not.toMatch(/root:|"workspaces"/);
      }
    }));

  it('changes nothing in the server by keys that all objects have', async () => {
    const keys =
      '{"__proto__":{"role":"owner","signIn":false},"constructor":{"prototype":{"role":"owner"}},"role":"owner"}';
    for (const [route, one] of CLOSED) {
      if (one.method !== 'POST' && one.method !== 'PUT') continue;
      const { status } = await asked(one, { Cookie: as.learner.cookie }, keys);
      expect(status, route).toBeLessThan(500);
    }
    const me = await as.learner.send('GET', '/me');
    expect(JSON.parse(me.text)).toMatchObject({ role: 'learner', signIn: true });
    expect(
      JSON.parse((await new Browser(shop.client.origin).send('GET', '/me')).text),
    ).toMatchObject({ role: null, signIn: true });
  });

  it.each([
    ['lists', '['.repeat(1_000_000) + ']'.repeat(1_000_000)],
    ['objects', '{"a":'.repeat(330_000) + '1' + '}'.repeat(330_000)],
    ['more than is taken', `{"a":"${'x'.repeat(3_000_000)}"}`],
  ])('is not held up by 2 MB of nested %s', (_, body) =>
    writesNothing(async () => {
      for (const [route, one] of CLOSED) {
        if ((one.method !== 'POST' && one.method !== 'PUT') || one.takesFile) continue;
        const came = await asked(one, { Cookie: as.owner.cookie }, body);
        refused(
          route,
          came,
          'REQUEST_INVALID',
          'REQUEST_UNREADABLE',
          'REQUEST_TOO_LARGE',
          'NOT_FOUND',
        );
        expect(came.ms).toBeLessThan(LIMIT_MS);
      }
    }),
  );

  it('writes no header by what it calls things', async () => {
    const name = 'Label"\r\nSet-Cookie: stolen=1\r\n\r\n<script>alert(1)</script>';
    const plan = encodePlan({ ...DEMO_JOBS[0].plan, name });
    const made = await as.owner.send('POST', '/jobs', { plan, artworkId: null });
    const { id } = JSON.parse(made.text) as Job;
    for (const [route, one] of CLOSED) {
      if (one.method !== 'GET') continue;
      const path = addressed(one, id);
      const { headers, status } = await send(shop.client.origin, {
        method: 'GET',
        path,
        headers: {
          Cookie: as.owner.cookie,
          'X-Request-Id': 'a b\tc: d',
          'Kyanos-Operator': '%0d%0aSet-Cookie:%20stolen=1',
        },
      });
      expect(status, route).toBeLessThan(500);
      expect(JSON.stringify(headers), route).not.toContain('stolen=1');
      // What a browser would take for a page is none.
      if (status === 200 && !route.includes('Document'))
        expect(headers['content-type'], route).not.toMatch(/html/);
      expect(headers['x-content-type-options'], route).toBe('nosniff');
    }
  });
});
