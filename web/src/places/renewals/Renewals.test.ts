import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { beforeEach, expect, it } from 'vitest';
import { at, serve, signIn } from '../../testing/server';
import { aLine } from './made';
import Renewals from './Renewals.svelte';

const LINES = 'GET /api/v1/renewals';

beforeEach(() => {
  at('/renewals');
  signIn('STEWARD');
});

it('shows what must be decided when, with the money', async () => {
  serve({ [LINES]: [aLine('a'), aLine('b', { state: 'DECIDED', missed: ['2026-11-01'] })] });
  render(Renewals);
  const row = (await screen.findByText('Contract a')).closest('tr')!;
  expect(row.textContent).toContain('3 Dec 2026');
  expect(row.textContent).toContain('€50,000');
  expect(row.textContent).toContain('€43,480');
  expect(row.querySelector('svg')!.getAttribute('aria-label')).toContain('64 days to give notice');
  expect(screen.getByText('Contract b').closest('tr')!.textContent).toMatch(/1 Nov 2026 missed/);
});

it('is narrowed to one payer', async () => {
  serve({ [LINES]: [aLine('a', { payer: 'Yard' }), aLine('b', { payer: 'Galley' })] });
  render(Renewals);
  await screen.findByText('Contract a');
  await fireEvent.change(screen.getByLabelText('By payer'), { target: { value: 'Galley' } });
  await waitFor(() => expect(screen.queryByText('Contract a')).toBeNull());
  expect(screen.getByText('Contract b')).toBeTruthy();
});

it('gives out an address for a calendar, and takes it back', async () => {
  const one = { id: 'c1', scope: 'ALL', made: '2026-09-30', url: 'https://x.example/cal' };
  let mine: unknown[] = [];
  serve({
    [LINES]: [aLine('a')],
    'GET /api/v1/calendars': () => mine,
    'POST /api/v1/calendars': () => {
      mine = [one];
      return one;
    },
    'DELETE /api/v1/calendars/{id}': () => {
      mine = [];
      return {};
    },
  });
  render(Renewals);
  await fireEvent.click(await screen.findByText('in my calendar'));
  await fireEvent.click(await screen.findByRole('button', { name: 'all renewals' }));
  const address = await screen.findByLabelText<HTMLInputElement>('Address of all renewals');
  expect(address.value).toBe('https://x.example/cal');
  await fireEvent.click(screen.getByText('take it back'));
  await waitFor(() => expect(screen.queryByLabelText('Address of all renewals')).toBeNull());
});
