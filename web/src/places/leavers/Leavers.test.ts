import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import { at, only, serve, signIn } from '../../testing/server';
import Leavers from './Leavers.svelte';

const money = (amount: string) => ({ amount, currency: 'EUR' });
const orla: Schemas['LeaverPerson'] = {
  person: 'p1',
  name: 'Orla Coldstream',
  kind: 'LEFT',
  department: 'Finance',
  leftOn: '2026-08-06',
  until: null,
  accounts: 2,
  holding: 1,
  vendors: ['Ledgerness', 'Quillmoor'],
  seatYearly: money('396.00'),
  storedGb: 92,
  asItIs: money('1188.00'),
  recommended: money('179.41'),
  dutyUntil: '2028-08-05',
  signsInStill: true,
  nextDay: '2026-10-12',
  nextWhat: 'notice at Quillmoor',
  accountIds: ['ledgerness-p1', 'quillmoor-p1'],
};
const iolo: Schemas['LeaverPerson'] = {
  ...orla,
  person: 'p2',
  name: 'Iolo Gullvik',
  nextDay: '2026-10-06',
  nextWhat: 'last day',
  kind: 'LEAVING',
  leftOn: '2026-10-06',
  signsInStill: false,
  dutyUntil: null,
  vendors: ['Helmsway'],
  accountIds: ['helmsway-p2'],
};

beforeEach(() => {
  at('/leavers');
  signIn('STEWARD');
});

it('lists them with what is next, and puts the way of those chosen on the slate', async () => {
  const asked = serve({
    'GET /api/v1/leavers/people': [orla, iolo],
    'GET /api/v1/estates': [],
    'POST /api/v1/way-out': {
      chosen: [],
      notGone: [{ account: 'helmsway-p2', reason: 'There is no such way for it.' }],
      total: money('0.00'),
      asItIs: money('0.00'),
      missing: 0,
      unsure: 0,
      moves: [],
    },
    'GET /api/v1/slates': [],
  });
  render(Leavers);
  expect(await screen.findByText('Orla Coldstream')).toBeTruthy();
  expect(screen.getByText('12 Oct 2026: notice at Quillmoor')).toBeTruthy();
  expect(screen.getByText('still signs in')).toBeTruthy();
  await fireEvent.click(screen.getByRole('button', { name: /^leaves/ }));
  expect(screen.queryByText('Orla Coldstream')).toBeNull();
  await fireEvent.click(screen.getByRole('button', { name: /choose all/ }));
  await fireEvent.click(screen.getByRole('button', { name: /Put on the slate/ }));
  expect(await screen.findByText(/1 account left out: There is no such way/)).toBeTruthy();
  expect(only(asked, 'POST /api/v1/way-out').at(-1)?.body).toEqual({
    choices: [{ account: 'helmsway-p2', route: null }],
  });
});
