import { fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Group, RulePreview } from '../../api/client';
import { param } from '../../state/address.svelte';
import { slates } from '../../state/slate.svelte';
import { at, only, serve, signIn } from '../../testing/server';
import Standing from './Standing.svelte';

const rule = {
  rule: 'r1',
  group: 'deck',
  plan: 'helm-roster',
  planName: 'Roster',
  vendorName: 'Helmsway',
  from: '2025-03-01',
  until: null,
  inForce: true,
  due: 3,
} as unknown as Group['rules'][number];
const deck: Group = {
  group: 'deck',
  name: 'Deck crew',
  members: 230,
  leads: [{ person: 'p0001', name: 'Fenna Rasmund' }],
  retentionDays: 730,
  rules: [rule],
};
const preview: RulePreview = {
  group: 'deck',
  groupName: 'Deck crew',
  plan: 'helm-roster',
  planName: 'Roster',
  has: 227,
  gets: [
    { person: 'p1', name: 'Ann' },
    { person: 'p2', name: 'Bo' },
  ],
  spare: 1,
  missing: 1,
  leftOut: [{ person: 'p3', name: 'Cy', why: 'suspended' }],
  comesBack: [{ holding: 'h9', name: 'Di' }],
} as RulePreview;
const served = {
  'GET /api/v1/groups': [deck, { ...deck, group: 'legal', name: 'Legal', leads: [], rules: [] }],
  'GET /api/v1/people/choices': {
    groups: [],
    leads: [],
    sites: [],
    departments: [],
    plans: [{ id: 'helm-roster', name: 'Helmsway Roster' }],
  },
  'GET /api/v1/rules/preview': preview,
  'GET /api/v1/methods': [],
};

beforeEach(() => {
  at('/house-rules');
  signIn('STEWARD');
});
afterEach(() => vi.restoreAllMocks());

it('tells groups with their leads, their rules and what is due', async () => {
  serve(served);
  render(Standing);
  const row = (await screen.findByRole('link', { name: 'Deck crew' })).closest('tr')!;
  expect(row.textContent).toContain('Fenna Rasmund');
  expect(row.textContent).toContain('3 moves due');
  expect(row.textContent).toContain('730 d');
  expect(screen.getByRole('link', { name: 'Legal' }).closest('tr')!.textContent).toContain(
    'nobody',
  );
});

it('says whom a rule is about before it is switched on, and who is passed over and why', async () => {
  serve(served);
  render(Standing);
  await fireEvent.click(await screen.findByRole('button', { name: /get Helmsway/ }));
  expect(param('group')).toBe('deck');
  expect(await screen.findByText('1, 1 too few')).toBeTruthy();
  expect(screen.getByText('Cy').closest('li')!.textContent).toContain('suspended');
  expect(screen.getByText('Seats that come back')).toBeTruthy();
});

it('puts no more on the slate than seats are spare, and what comes back', async () => {
  at('/house-rules?group=deck&plan=helm-roster');
  serve(served);
  const plan = vi.spyOn(slates, 'plan').mockResolvedValue(true);
  render(Standing);
  await fireEvent.click(await screen.findByRole('button', { name: 'Put 2 moves on the slate' }));
  expect(plan).toHaveBeenCalledWith([
    { kind: 'HAND_OUT', person: 'p1', plan: 'helm-roster', rule: 'r1' },
    { kind: 'TAKE_BACK', holding: 'h9' },
  ]);
});

it('switches a rule on and off', async () => {
  at('/house-rules?group=legal&plan=helm-roster');
  const ruled = { ...deck, group: 'legal', name: 'Legal', rules: [{ ...rule, group: 'legal' }] };
  const asked = serve({
    ...served,
    'POST /api/v1/rules': [ruled],
    'POST /api/v1/rules/{rule}/end': [{ ...ruled, rules: [] }],
  });
  render(Standing);
  await fireEvent.click(await screen.findByRole('button', { name: 'Switch on' }));
  await fireEvent.click(await screen.findByRole('button', { name: 'Switch off' }));
  expect(await screen.findByRole('button', { name: 'Switch on' })).toBeTruthy();
  expect(only(asked, 'POST /api/v1/rules')[0]!.body).toEqual({
    group: 'legal',
    plan: 'helm-roster',
  });
  expect(only(asked, 'POST /api/v1/rules/{rule}/end')[0]!.path).toEqual({ rule: 'r1' });
});

it('lets readers look only', async () => {
  at('/house-rules?group=deck&plan=helm-roster');
  signIn('READER');
  serve(served);
  render(Standing);
  expect(await screen.findByText('1, 1 too few')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Switch off' })).toBeNull();
  expect(screen.queryByRole('button', { name: /on the slate/ })).toBeNull();
});
