import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import { at, only, serve, signIn } from '../../testing/server';
import HowSeatsCame from './HowSeatsCame.svelte';

const roster: Schemas['Methods'] = {
  line: 'hw-roster',
  planName: 'Roster',
  vendorName: 'Helmsway',
  byHand: 2,
  byRule: 230,
  byVendor: 0,
  usual: 'RULE',
  mixed: false,
  others: [
    { holding: 'h1', person: 'p1', name: 'Ann', method: 'HAND' },
    { holding: 'h2', person: null, name: 'root@x.example', method: 'HAND' },
  ],
};

beforeEach(() => {
  at('/house-rules');
  signIn('STEWARD');
});
afterEach(() => vi.restoreAllMocks());

it('opens whose seats came the other way', async () => {
  serve({ 'GET /api/v1/methods': [roster] });
  render(HowSeatsCame);
  await fireEvent.click(await screen.findByRole('button', { name: '2 seats not by rule' }));
  expect(screen.getByRole('link', { name: 'Ann' })).toBeTruthy();
  expect(screen.getByText(/root@x.example/)).toBeTruthy();
});

it('is content where it is on purpose, until it is not', async () => {
  const asked = serve({
    'GET /api/v1/methods': [roster],
    'POST /api/v1/subscriptions/{line}/methods': { ...roster, mixed: true },
  });
  render(HowSeatsCame);
  await fireEvent.click(await screen.findByRole('button', { name: 'it is on purpose' }));
  expect(await screen.findByText('mixed on purpose')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'one way again' })).toBeTruthy();
  expect(only(asked, 'POST /api/v1/subscriptions/{line}/methods')[0]).toMatchObject({
    path: { line: 'hw-roster' },
    body: { mixed: true },
  });
});

it('says nothing where every seat came one way', async () => {
  const asked = serve({ 'GET /api/v1/methods': [] });
  render(HowSeatsCame);
  await waitFor(() => expect(asked).toHaveLength(1));
  expect(screen.queryByRole('table')).toBeNull();
});
