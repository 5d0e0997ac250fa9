import { fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, expect, it, vi } from 'vitest';
import { only, serve } from '../../testing/server';
import Ask from './Ask.svelte';

const page = {
  planName: 'Drills',
  vendorName: 'Beaconfell',
  domains: ['skerryline.example'],
  until: '2026-10-14',
};
const BY = '/api/v1/ask/by/{token}';

afterEach(() => vi.restoreAllMocks());

it('says the same to whoever asks, so that nobody learns who is there', async () => {
  const asked = serve({ [`GET ${BY}`]: page, [`POST ${BY}`]: undefined });
  render(Ask, { token: 't' });
  expect(await screen.findByText(/This link is for skerryline.example/)).toBeTruthy();
  await fireEvent.input(screen.getByLabelText('Your work address'), {
    target: { value: 'oda@skerryline.example' },
  });
  await fireEvent.submit(screen.getByRole('button', { name: 'Ask for a seat' }).closest('form')!);
  expect((await screen.findByRole('status')).textContent).toContain('If your address may ask');
  expect(only(asked, `POST ${BY}`)[0]).toMatchObject({
    path: { token: 't' },
    body: { email: 'oda@skerryline.example' },
  });
});

it('says that a link opens nothing, and that it was tried too often', async () => {
  serve({ [`GET ${BY}`]: new Error('This link opens nothing.') });
  const first = render(Ask, { token: 'x' });
  expect((await screen.findByRole('alert')).textContent).toBe('This link opens nothing.');
  expect(screen.queryByRole('button')).toBeNull();
  first.unmount();
  serve({ [`GET ${BY}`]: page, [`POST ${BY}`]: new Error('Too many. Try again in an hour.') });
  render(Ask, { token: 't' });
  const button = await screen.findByRole('button', { name: 'Ask for a seat' });
  await fireEvent.submit(button.closest('form')!);
  expect((await screen.findByRole('alert')).textContent).toContain('Try again in an hour');
});
