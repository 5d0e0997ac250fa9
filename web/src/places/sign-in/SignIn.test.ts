import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, expect, it, vi } from 'vitest';
import { session } from '../../state/session.svelte';
import { only, serve } from '../../testing/server';
import SignIn from './SignIn.svelte';

const WELCOME = 'GET /api/v1/welcome';
const runa = { login: 'runa', name: 'Runa Skarholt', role: 'STEWARD', password: 'skerry-line' };
const me = { ...runa, csrf: 'c', today: '2026-09-30', zone: 'Europe/Lisbon' };

afterEach(() => vi.restoreAllMocks());

it('lets one come in as somebody of the demo', async () => {
  const asked = serve({
    [WELCOME]: { needsFirstKeeper: false, demoPeople: [runa] },
    'POST /api/v1/sign-in': me,
  });
  render(SignIn);
  await fireEvent.click(await screen.findByRole('button', { name: /Runa Skarholt/ }));
  await waitFor(() => expect(session.me?.login).toBe('runa'));
  expect(only(asked, 'POST /api/v1/sign-in')[0]!.body).toEqual({
    login: 'runa',
    password: 'skerry-line',
  });
});

it('asks for the password of somebody of the demo who changed it', async () => {
  serve({
    [WELCOME]: { needsFirstKeeper: false, demoPeople: [runa] },
    'POST /api/v1/sign-in': new Error('The name or the password is wrong.'),
  });
  render(SignIn);
  await fireEvent.click(await screen.findByRole('button', { name: /Runa Skarholt/ }));
  expect(await screen.findByLabelText('Name')).toHaveProperty('value', 'runa');
  expect(screen.getByRole('alert').textContent).toBe('The name or the password is wrong.');
});

it('asks for name and password elsewhere, and says when they are wrong', async () => {
  serve({
    [WELCOME]: { needsFirstKeeper: false, demoPeople: [] },
    'POST /api/v1/sign-in': new Error('Name or password is wrong.'),
  });
  render(SignIn);
  await fireEvent.input(await screen.findByLabelText('Name'), { target: { value: 'oda' } });
  await fireEvent.submit(screen.getByRole('button', { name: 'Sign in' }).closest('form')!);
  expect((await screen.findByRole('alert')).textContent).toBe('Name or password is wrong.');
  expect(screen.getByRole('button', { name: 'Sign in' })).toHaveProperty('disabled', false);
});

it('lets the first keeper choose a password with the code of the console', async () => {
  const asked = serve({
    [WELCOME]: { needsFirstKeeper: true, demoPeople: [] },
    'POST /api/v1/first-keeper': me,
  });
  render(SignIn);
  await fireEvent.input(await screen.findByLabelText('Code from the console'), {
    target: { value: 'ABC' },
  });
  await fireEvent.input(screen.getByLabelText(/A password/), { target: { value: 'long enough' } });
  await fireEvent.submit(screen.getByText('Choose this password').closest('form')!);
  await waitFor(() =>
    expect(only(asked, 'POST /api/v1/first-keeper')[0]!.body).toEqual({
      code: 'ABC',
      password: 'long enough',
    }),
  );
});

it('says that the server does not answer', async () => {
  serve({ [WELCOME]: new Error('The server does not answer.') });
  render(SignIn);
  expect((await screen.findByRole('alert')).textContent).toBe('The server does not answer.');
});
