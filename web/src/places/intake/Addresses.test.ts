import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import { book } from '../../state/book.svelte';
import { at, only, serve, signIn } from '../../testing/server';
import Addresses from './Addresses.svelte';

const PATH = '/api/v1/intake/addresses';
const one = {
  source: 'Console',
  url: 'https://files.example/seats.csv',
  tokenKept: true,
  insideAllowed: false,
  everyHours: 24,
  looked: '2026-09-30T07:00:00Z',
  said: 'Nothing new.',
};

beforeEach(() => {
  at('/intake');
  vi.spyOn(book, 'load').mockResolvedValue();
});

it('lets a keeper have a known source’s file fetched', async () => {
  signIn('KEEPER');
  const asked = serve({ [`GET ${PATH}`]: [], [`PUT ${PATH}/{source}`]: [one] });
  render(Addresses, { sources: ['Console'] });
  await fireEvent.click(await screen.findByRole('button', { name: /fetch one from an address/ }));
  await fireEvent.input(screen.getByLabelText('Where from'), { target: { value: one.url } });
  await fireEvent.input(screen.getByLabelText('Token for it'), { target: { value: 'secret' } });
  await fireEvent.click(screen.getByRole('button', { name: 'Have it fetched' }));
  expect(await screen.findByText(/Nothing new/)).toBeTruthy();
  expect(only(asked, `PUT ${PATH}/{source}`)[0]!.body).toEqual({
    url: one.url,
    token: 'secret',
    insideAllowed: false,
    everyHours: 24,
  });
});

it('lets a steward fetch now, and change nothing', async () => {
  signIn('STEWARD');
  const asked = serve({ [`GET ${PATH}`]: [one], [`POST ${PATH}/{source}/fetch`]: one });
  render(Addresses, { sources: ['Console'] });
  await fireEvent.click(await screen.findByRole('button', { name: 'fetch now' }));
  expect(only(asked, `POST ${PATH}/{source}/fetch`)).toHaveLength(1);
  expect(screen.queryByRole('button', { name: 'no more' })).toBeNull();
});
