import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import { book } from '../../state/book.svelte';
import { at, only, serve, signIn } from '../../testing/server';
import ByHand from './ByHand.svelte';

const work = (over: Partial<Schemas['WorkByHand']>): Schemas['WorkByHand'] => ({
  vendor: 'reedholm',
  vendorName: 'Reedholm',
  account: 'a-1',
  email: 'iolo@skerryline.example',
  person: 'p1',
  name: 'Iolo Duarte',
  todo: 'take back Forms',
  slate: 's1',
  page: null,
  ...over,
});

beforeEach(() => {
  at('/by-hand');
  vi.spyOn(book, 'load').mockResolvedValue();
});

it('lists what to do by vendor, with where it is done, and says that all of it is done', async () => {
  signIn('STEWARD');
  const asked = serve({
    'GET /api/v1/work-by-hand': [
      work({}),
      work({ vendor: 'stowaway', vendorName: 'Stowaway', page: 'https://stowaway.example/admin' }),
    ],
    'POST /api/v1/work-by-hand/done': [],
  });
  render(ByHand);
  expect((await screen.findAllByText('take back Forms')).length).toBe(2);
  expect(screen.getByText('its own page').getAttribute('href')).toBe(
    'https://stowaway.example/admin',
  );
  await fireEvent.click(screen.getAllByRole('button', { name: 'all done' })[0]!);
  expect(only(asked, 'POST /api/v1/work-by-hand/done')[0]!.query).toEqual({ vendor: 'reedholm' });
});

it('says so where nothing waits, and offers a reader nothing to say', async () => {
  signIn('READER');
  serve({ 'GET /api/v1/work-by-hand': [] });
  render(ByHand);
  expect(await screen.findByText(/Nothing waits/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'all done' })).toBeNull();
});
