import { fireEvent, render, screen } from '@testing-library/svelte';
import { expect, it } from 'vitest';
import { ApiError } from '../../api/client';
import { session } from '../../state/session.svelte';
import { only, serve, signIn } from '../../testing/server';
import Who from './Who.svelte';

async function fill(label: string, value: string) {
  await fireEvent.input(screen.getByLabelText(label), { target: { value } });
}

it('changes the password of whoever knows the old one, and has them sign in anew', async () => {
  signIn('STEWARD');
  let right = false;
  const asked = serve({
    'POST /api/v1/session/password': () =>
      right ? null : new ApiError(403, 'This is not the password that you have now.'),
  });
  render(Who, { onkeys: () => undefined });
  await fireEvent.click(screen.getByRole('button', { name: /Runa Skarholt/ }));
  await fireEvent.click(screen.getByRole('button', { name: 'Change password' }));
  const send = () => screen.getAllByRole('button', { name: 'Change password' })[1]!;
  await fill('The password you have now', 'wrong');
  await fill('The one you want', 'short');
  expect(screen.getByText('At least 10 characters.')).toBeTruthy();
  await fill('The one you want', 'long enough now');
  await fill('The same once more', 'long enough not');
  expect(screen.getByText('The two are not the same.')).toBeTruthy();
  expect(send().hasAttribute('disabled')).toBe(true);
  await fill('The same once more', 'long enough now');
  await fireEvent.click(send());
  expect(await screen.findByText('This is not the password that you have now.')).toBeTruthy();
  expect(session.me).not.toBeNull();
  right = true;
  await fill('The password you have now', 'right');
  await fireEvent.click(send());
  await expect.poll(() => session.me).toBeNull();
  expect(only(asked, 'POST /api/v1/session/password').at(-1)?.body).toEqual({
    now: 'right',
    wanted: 'long enough now',
  });
});
