import { fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import { onKey } from '../../state/keys.svelte';
import { slates } from '../../state/slate.svelte';
import { aMove, aSlate } from '../../testing/made';
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
  underWay: false,
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
afterEach(() => {
  vi.restoreAllMocks();
  slates.all = [];
});

it('lists them with what is next, and puts the way of those chosen on the slate', async () => {
  const asked = serve({
    'GET /api/v1/leavers/people': [orla, iolo],
    'GET /api/v1/estates': [],
    'POST /api/v1/way-out': {
      chosen: [],
      notGone: [
        { account: 'helmsway-p2', vendorName: 'Helmsway', reason: 'There is no such way for it.' },
      ],
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

const suspend = (account: string) => ({ kind: 'SUSPEND' as const, account });
const way = (moves: object[]) => ({
  chosen: [],
  notGone: [],
  total: money('0.00'),
  asItIs: money('0.00'),
  missing: 0,
  unsure: 0,
  moves,
});
const press = (key: string) => onKey(new KeyboardEvent('keydown', { key }));

it('leaves out of everybody who is on a slate already, and takes the one in hand', async () => {
  const sent = { ...orla, person: 'p3', name: 'Bo Sund', accountIds: ['x-p3'], underWay: true };
  const asked = serve({
    'GET /api/v1/leavers/people': [iolo, orla, sent],
    'GET /api/v1/estates': [],
    'POST /api/v1/way-out': way([suspend('helmsway-p2')]),
  });
  slates.all = [
    aSlate({
      author: 'runa',
      state: 'DRAFT',
      moves: orla.accountIds.map((account, n) => aMove({ id: `m${n}`, account })),
    }),
  ];
  signIn('STEWARD', 'runa');
  const plan = vi.spyOn(slates, 'plan').mockResolvedValue(false);
  render(Leavers);
  expect((await screen.findByText('Bo Sund')).closest('td')!.textContent).toContain(
    'on a slate that was sent',
  );
  expect(screen.getByText('Orla Coldstream').closest('td')!.textContent).toContain('on slate');
  press('.');
  await vi.waitFor(() => expect(plan).toHaveBeenCalledWith([suspend('helmsway-p2')]));
  press('a');
  press('.');
  await vi.waitFor(() => expect(plan).toHaveBeenCalledTimes(2));
  const asks = only(asked, 'POST /api/v1/way-out').map((one) => one.body);
  const forIolo = { choices: [{ account: 'helmsway-p2', route: null }] };
  expect(asks).toEqual([forIolo, forIolo]);
});

it('puts nothing on the slate twice', async () => {
  serve({
    'GET /api/v1/leavers/people': [orla],
    'GET /api/v1/estates': [],
    'POST /api/v1/way-out': way(orla.accountIds.map(suspend)),
  });
  signIn('STEWARD', 'runa');
  slates.all = [
    aSlate({
      author: 'runa',
      state: 'DRAFT',
      moves: orla.accountIds.map((account, n) => aMove({ id: `m${n}`, account })),
    }),
  ];
  render(Leavers);
  await screen.findByText('Orla Coldstream');
  press('.');
  expect(await screen.findByText('They are on the slate already.')).toBeTruthy();
});
