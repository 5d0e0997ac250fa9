import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import { aStanding } from '../../testing/made';
import { at, only, serve, signIn } from '../../testing/server';
import Lines from './Lines.svelte';

const drawn = (name: string, days: number | null, by: string | null = null) => ({
  name,
  days,
  by,
  on: by ? '2026-09-30' : null,
});
const lines: Schemas['HouseRulesLines'] = {
  house: [
    drawn('idle_line', 60, 'Runa Skarholt'),
    drawn('opening_grace', 30),
    drawn('need_window', 90),
    drawn('invitation_grace', 14),
  ],
  plans: [
    {
      plan: 'helm-roster',
      planName: 'Roster',
      vendorName: 'Helmsway',
      idleLine: drawn('idle_line', 45),
      openingGrace: drawn('opening_grace', null),
    },
  ],
};
const served = {
  'GET /api/v1/house-rules': lines,
  'GET /api/v1/rounds/returns': [{ plan: 'helm-roster', takenBack: 40, cameBack: 3 }],
  'GET /api/v1/subscriptions': [],
  'GET /api/v1/standing': aStanding,
};

beforeEach(() => {
  at('/house-rules?part=lines');
  signIn('STEWARD');
});
afterEach(() => vi.restoreAllMocks());

it('says who drew a line and when, and what came with the book', async () => {
  serve(served);
  render(Lines);
  expect(await screen.findByText('Runa Skarholt, 30 Sep 2026')).toBeTruthy();
  const roster = screen.getByText('Roster').closest('tr')!;
  expect(roster.textContent).toContain('from the book');
  expect(roster.textContent).toContain('3 of 40');
  expect(screen.getByLabelText('opening grace of Roster').getAttribute('placeholder')).toBe('30');
});

it('draws the house’s lines one by one', async () => {
  const asked = serve({ ...served, 'PUT /api/v1/house-rules': lines });
  render(Lines);
  await fireEvent.change(await screen.findByLabelText('need window'), { target: { value: '120' } });
  await waitFor(() => expect(only(asked, 'PUT /api/v1/house-rules')).toHaveLength(1));
  expect(only(asked, 'PUT /api/v1/house-rules')[0]!.body).toEqual({ needWindow: 120 });
});

it('gives a plan its own line and takes it away again, leaving the other alone', async () => {
  const asked = serve({ ...served, 'PUT /api/v1/plans/{plan}/lines': lines });
  render(Lines);
  const grace = await screen.findByLabelText('opening grace of Roster');
  await fireEvent.change(grace, { target: { value: '21' } });
  await waitFor(() => expect(only(asked, 'PUT /api/v1/plans/{plan}/lines')).toHaveLength(1));
  await fireEvent.change(screen.getByLabelText('idle line of Roster'), { target: { value: '' } });
  await waitFor(() => expect(only(asked, 'PUT /api/v1/plans/{plan}/lines')).toHaveLength(2));
  expect(only(asked, 'PUT /api/v1/plans/{plan}/lines').map((a) => a.body)).toEqual([
    { idleLine: 45, openingGrace: 21 },
    { idleLine: null, openingGrace: null },
  ]);
});

it('says what a line cannot be, and lets readers draw none', async () => {
  serve({ ...served, 'PUT /api/v1/house-rules': new Error('idleLine: 1 to 365 days.') });
  const page = render(Lines);
  await fireEvent.change(await screen.findByLabelText('idle line'), { target: { value: '999' } });
  expect((await screen.findByRole('alert')).textContent).toBe('idleLine: 1 to 365 days.');
  page.unmount();
  signIn('READER');
  render(Lines);
  expect(await screen.findByLabelText('idle line')).toHaveProperty('disabled', true);
});
