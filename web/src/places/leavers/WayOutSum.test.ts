import { render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../../api/client';
import { euros } from '../../testing/made';
import { at, signIn } from '../../testing/server';
import WayOutSum from './WayOutSum.svelte';

const chosen: Schemas['ChosenRoute'] = {
  account: 'quillmoor-p1',
  vendor: 'quillmoor',
  vendorName: 'Quillmoor',
  person: 'p1',
  route: 'TAKE_BACK',
  cost: euros('48.82'),
  met: true,
  successorName: null,
  steps: [{ day: '2026-09-30', what: 'take Folio back' }],
};
const way = (over: Partial<Schemas['WayOut']>): Schemas['WayOut'] => ({
  chosen: [chosen],
  notGone: [],
  total: euros('48.82'),
  asItIs: euros('540.00'),
  missing: 0,
  unsure: 0,
  moves: [],
  ...over,
});

function sum(value: Schemas['WayOut'], over: { mayAct?: boolean; onDraft?: boolean } = {}) {
  render(WayOutSum, {
    way: { value, fault: '' },
    until: '2029-09-29',
    mayAct: false,
    onDraft: false,
    deleteAfter: 0,
    onact: vi.fn(),
    ...over,
  });
}

beforeEach(() => {
  at('/leavers/p1');
  signIn('STEWARD');
});

it('says the steps, what they cost and what staying would', () => {
  sum(way({}), { mayAct: true });
  expect(screen.getByText('take Folio back at Quillmoor')).toBeTruthy();
  expect(screen.getByText('€49')).toBeTruthy();
  expect(
    screen.getByText(/€540 if all is left as it is, over the days to 29 Sep 2029/),
  ).toBeTruthy();
  const act = screen.getByRole('button', { name: /Put the way out on the slate/ });
  expect(act).toHaveProperty('disabled', false);
});

it('says at which vendor it cannot go and why, and counts nothing then', () => {
  const reason = 'Another slate that was sent plans to move the whole account.';
  sum(way({ chosen: [], notGone: [{ account: 'a', vendorName: 'Ternhythe', reason }] }));
  expect(screen.getByText('Ternhythe').closest('p')!.textContent).toBe(`Ternhythe: ${reason}`);
  expect(screen.queryByText(/if all is left as it is/)).toBeNull();
});

it('says that it stands on the slate', () => {
  sum(way({}), { onDraft: true });
  expect(screen.getByRole('button', { name: /It is on the slate/ })).toHaveProperty(
    'disabled',
    true,
  );
});
