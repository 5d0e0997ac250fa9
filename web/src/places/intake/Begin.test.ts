import { render, screen, waitFor, within } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import * as router from '../../router';
import { book } from '../../state/book.svelte';
import { handed } from '../../state/handed.svelte';
import { at, serve, signIn } from '../../testing/server';
import { aStanding } from '../../testing/made';
import Begin from './Begin.svelte';

const EUR = (amount: string) => ({ amount, currency: 'EUR' });
const NOTHING: Schemas['Beginning'] = {
  done: 0,
  currency: 'EUR',
  people: { people: 0, away: 0, departments: 0, from: null },
  contracts: { vendors: 0, plans: 0, yearlyCost: EUR('0.00'), from: null },
  seats: { count: 0, vendors: 0, of: 0, missing: [], from: null },
  use: { count: 0, vendors: 0, of: 0, missing: [], from: null },
  notices: [],
  dips: [],
};
const TWO: Schemas['Beginning'] = {
  ...NOTHING,
  done: 2,
  people: { people: 312, away: 9, departments: 14, from: 'staff.xlsx' },
  contracts: { vendors: 2, plans: 3, yearlyCost: EUR('54714.00'), from: 'contracts.csv' },
  seats: { count: 0, vendors: 0, of: 2, missing: ['Ostwerk', 'Palisander'], from: null },
  use: { count: 0, vendors: 0, of: 2, missing: ['Ostwerk', 'Palisander'], from: null },
  notices: [{ day: '2026-11-01', vendor: 'Ostwerk', agreement: 'OW-17', byItself: true }],
  dips: [{ line: 'x', plan: 'Atelier', seats: 45, instead: 50, less: EUR('430.00') }],
};

function begin(answer: Schemas['Beginning'], role: Schemas['Role'] = 'STEWARD') {
  at('/begin');
  signIn(role);
  serve({ 'GET /api/v1/beginning': answer });
  render(Begin);
}

beforeEach(() => {
  book.standing = { ...aStanding, recoverable: EUR('0.00') };
});

it('says that nothing is here, and offers a file and a template for each of four', async () => {
  begin(NOTHING);
  expect(await screen.findByText('Nothing is here yet')).toBeTruthy();
  const steps = screen.getAllByRole('listitem').filter((one) => one.getAttribute('aria-label'));
  expect(steps.map((step) => step.getAttribute('aria-label'))).toEqual([
    'People',
    'Contracts',
    'Who holds what',
    'Who used what',
  ]);
  expect(screen.getAllByRole('button', { name: /a template to fill in/ })).toHaveLength(4);
});

it('says what came from which file and what can be said with it', async () => {
  begin(TWO);
  expect(await screen.findByText('Two of four are here')).toBeTruthy();
  expect(screen.getByText('312 people, 9 of them away or gone, 14 departments')).toBeTruthy();
  expect(screen.getByText(/from staff.xlsx/)).toBeTruthy();
  expect(screen.getByText(/2 vendors, 3 plans, €54,714 a year/)).toBeTruthy();
  expect(screen.getByText('it renews by itself')).toBeTruthy();
  expect(screen.getByText(/45 seats cost more/)).toBeTruthy();
  expect(screen.queryByText(/Nothing yet/)).toBeNull();
});

it('ends with what was found', async () => {
  book.standing = { ...aStanding, recoverable: EUR('9000.00') };
  begin({ ...TWO, done: 4 });
  expect(await screen.findByText('All four are here')).toBeTruthy();
  expect(screen.getByText('€9,000 a year')).toBeTruthy();
  expect(screen.getByRole('link', { name: 'Look at who it is about' })).toBeTruthy();
});

it('hands a file that was chosen to the page that reads it', async () => {
  const gone = vi.spyOn(router, 'navigate').mockResolvedValue(undefined as never);
  begin(NOTHING);
  const step = await screen.findByRole('listitem', { name: 'Contracts' });
  const input = within(step).getByLabelText(/^Contracts: a file/);
  const file = new File(['a,b\n'], 'contracts.csv');
  Object.defineProperty(input, 'files', { value: [file], writable: true });
  input.dispatchEvent(new Event('change', { bubbles: true }));
  await waitFor(() => expect(gone).toHaveBeenCalled());
  expect(gone.mock.calls[0]![1]).toMatchObject({ search: { kind: 'CONTRACTS' } });
  expect(handed.take()).toBe(file);
  expect(handed.take()).toBeNull();
});

it('offers no file to somebody who may not bring one', async () => {
  begin(NOTHING, 'READER');
  expect(await screen.findByText('Nothing is here yet')).toBeTruthy();
  expect(screen.queryByLabelText(/a file/)).toBeNull();
  expect(screen.queryByRole('button', { name: /a template/ })).toBeNull();
});
