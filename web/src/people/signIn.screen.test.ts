import { PASSWORD, PEOPLE_API, type Me } from '@kyanos/contract';
import { sentenceOf } from '@kyanos/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { serve, type Server } from '../../test/server.ts';
import { problemSaid, show, words, write } from '../../test/screen.ts';
import { me } from '../shared/me.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: SignInScreen } = await import('./SignInScreen.vue');

const ADA = { id: '00000000-0000-4000-8000-000000000001', name: 'Ada', role: 'operator' };
const BO = { ...ADA, id: '00000000-0000-4000-8000-000000000002', name: 'Bo' };
const nobody = (tablet: Me['tablet'] = null): Me => ({
  signIn: true,
  person: null,
  role: null,
  closed: {},
  by: null,
  tablet,
});
const somebody = (by: Me['by']): Me => ({ ...nobody(), person: ADA, role: 'operator', by }) as Me;
const TABLET = { name: 'At the roll printer', people: [ADA, BO] } as unknown as Me['tablet'];

let server: Server;
beforeEach(() => {
  server = serve();
  me.value = nobody();
});
afterEach(() => {
  me.value = undefined;
});

describe('who somebody is', () => {
  it('is said by name and password, which are not sent before both stand there', async () => {
    server.on(PEOPLE_API.signIn, () => somebody('password'));
    const screen = await show(SignInScreen);
    const enter = () => screen.getByRole('button', { name: 'Sign in' });
    expect(enter().hasAttribute('disabled')).toBe(true);
    await write(screen, 'Name', ' Ada ');
    await write(screen, 'Password', 'correct horse');
    await screen.user.click(enter());
    await vi.waitFor(() => expect(me.value?.person?.name).toBe('Ada'));
    expect(server.asked(PEOPLE_API.signIn).map(({ body }) => body)).toEqual([
      { name: 'Ada', password: 'correct horse' },
    ]);
  });

  it('is asked again where it was wrong, with the sentence, and the password is gone', async () => {
    server.refuse(PEOPLE_API.signIn, 'SIGN_IN_WRONG');
    const screen = await show(SignInScreen);
    await write(screen, 'Name', 'Ada');
    await write(screen, 'Password', 'wrong');
    await screen.user.keyboard('{Enter}');
    await screen.user.click(screen.getByRole('button', { name: 'Sign in' }));
    await vi.waitFor(() => expect(problemSaid()).toBe(sentenceOf('SIGN_IN_WRONG')));
    expect(screen.getByLabelText<HTMLInputElement>('Password').value).toBe('');
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Ada');
    expect(me.value?.person).toBeNull();
  });

  it('is said the first time by a word, with a password that is long enough', async () => {
    server.on(PEOPLE_API.join, () => somebody('password'));
    const screen = await show(SignInScreen);
    await screen.user.click(screen.getByRole('button', { name: /word/i }));
    await write(screen, 'One-time word', 'amber-otter');
    await write(screen, 'New password', 'x'.repeat(PASSWORD.min - 1));
    const join = screen.getByRole('button', { name: 'Choose it and sign in' });
    expect(join.hasAttribute('disabled')).toBe(true);
    await write(screen, 'New password', 'x'.repeat(PASSWORD.min));
    await screen.user.click(join);
    await vi.waitFor(() => expect(server.asked(PEOPLE_API.join)).toHaveLength(1));
    // Whoever was let in by an owner has a name already.
    expect(server.asked(PEOPLE_API.join)[0].body).toEqual({
      word: 'amber-otter',
      password: 'x'.repeat(PASSWORD.min),
    });
  });

  it('is tapped at a shared tablet, and proved by PIN', async () => {
    me.value = nobody(TABLET);
    server.on(PEOPLE_API.signInByPin, () => somebody('pin'));
    const screen = await show(SignInScreen);
    expect(screen.queryByLabelText('PIN')).toBeNull();
    await screen.user.click(screen.getByRole('button', { name: 'Bo' }));
    expect(screen.getByRole('button', { name: 'Bo' }).getAttribute('aria-pressed')).toBe('true');
    await write(screen, 'PIN', '123');
    const enter = screen.getByRole('button', { name: 'Sign in' });
    expect(enter.hasAttribute('disabled')).toBe(true);
    await write(screen, 'PIN', '1234');
    await screen.user.click(enter);
    await vi.waitFor(() => expect(server.asked(PEOPLE_API.signInByPin)).toHaveLength(1));
    expect(server.asked(PEOPLE_API.signInByPin)[0].body).toEqual({ person: BO.id, pin: '1234' });
  });

  it('is said by password at a tablet as well, and by PIN again', async () => {
    me.value = nobody(TABLET);
    const { getByRole, getByLabelText, user } = await show(SignInScreen);
    await user.click(getByRole('button', { name: /password/i }));
    getByLabelText('Password');
    await user.click(getByRole('button', { name: /PIN/ }));
    getByRole('button', { name: 'Ada' });
  });

  it('has no PIN yet at a tablet where nobody has chosen one, and says so', async () => {
    me.value = nobody({ name: 'Tablet', people: [] });
    const { container } = await show(SignInScreen);
    const said = [...container.querySelectorAll('p')].map(words);
    expect(said.filter((one) => one.includes('PIN'))).toHaveLength(2);
  });

  it('forgets what was wrong when it is said in another way', async () => {
    server.refuse(PEOPLE_API.signIn, 'SIGN_IN_WRONG');
    const screen = await show(SignInScreen);
    await write(screen, 'Name', 'Ada');
    await write(screen, 'Password', 'wrong');
    await screen.user.click(screen.getByRole('button', { name: 'Sign in' }));
    await vi.waitFor(() => expect(problemSaid()).toBeDefined());
    await screen.user.click(screen.getByRole('button', { name: /word/i }));
    expect(problemSaid()).toBeUndefined();
  });
});
