import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { hostname, tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { testDatabase, type TestDatabase } from '../../test/database.ts';
import { openDoorway } from './doorway.ts';
import { addPerson, firstOwnersWord } from './queries.ts';

let database: TestDatabase;
const folder = mkdtempSync(join(tmpdir(), 'doorway-'));
const [cert, key] = [join(folder, 'cert.pem'), join(folder, 'key.pem')];
beforeAll(async () => {
  database = await testDatabase();
  execFileSync(
    'openssl',
    [
      ...['req', '-x509', '-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:P-256', '-nodes'],
      ...['-keyout', key, '-out', cert, '-days', '2', '-subj', '/CN=shop.example'],
      ...['-addext', 'subjectAltName=DNS:Shop.example,IP:192.0.2.7'],
    ],
    { stdio: 'ignore' },
  );
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await database.drop();
});

const open = (wanted: object = {}) =>
  openDoorway(database.pool, {
    host: '127.0.0.1',
    name: [],
    'sign-in': false,
    proxy: false,
    ...wanted,
  });

describe('a server', () => {
  it('at this computer alone asks nobody who they are', async () => {
    const { door, words, address } = await open();
    expect(door).toMatchObject({ signIn: false, secure: false });
    expect(words).toEqual([]);
    expect(address(80)).toBe('http://127.0.0.1:80');
  });

  it('listens elsewhere only once an owner can sign in, by a word of their own or the first owner’s', async () => {
    await addPerson(database.pool, { name: 'Pia', role: 'planner' }, 'a test');
    await expect(open({ host: '0.0.0.0' })).rejects.toThrow(/people add NAME --role owner/);
    const { door, words } = await open({ 'sign-in': true });
    expect(door.signIn).toBe(true);
    expect(words.join()).toMatch(/within a day: \w{4}(-\w{4}){3}$/);
    await addPerson(database.pool, { name: 'Oda', role: 'owner' }, 'a test');
    const opened = await open({ host: '0.0.0.0' });
    expect(opened.door.signIn).toBe(true);
    expect(opened.words.join()).toMatch(/in the clear/);
    expect(opened.door.hosts).toContain(hostname().toLowerCase());
    expect((await open({ 'sign-in': true })).words).toEqual([]);
    expect(await firstOwnersWord(database.pool)).toBeUndefined();
  });

  it('answers to the names of its certificate, and refuses what is none', async () => {
    const { door, words, tls, address } = await open({ host: '::1', 'sign-in': true, cert, key });
    expect(door.secure).toBe(true);
    expect(door.hosts).toEqual(expect.arrayContaining(['shop.example', '192.0.2.7', '[::1]']));
    expect(words).toEqual([]);
    expect(tls?.cert.toString()).toMatch(/BEGIN CERTIFICATE/);
    expect(address(443)).toBe('https://[::1]:443');
    expect((await open({ 'sign-in': true, proxy: true })).door.secure).toBe(true);
    await expect(open({ cert })).rejects.toThrow(/needs both/);
    await expect(open({ cert: join(folder, 'none'), key })).rejects.toThrow(/can’t be read/);
    writeFileSync(join(folder, 'text'), 'no certificate');
    await expect(open({ cert: join(folder, 'text'), key })).rejects.toThrow(
      /no certificate in PEM/,
    );
  });
});
