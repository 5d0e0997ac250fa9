import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import * as client from '../../api/client';
import type { ListCheck as Checked, Schemas } from '../../api/client';
import { slates } from '../../state/slate.svelte';
import { at, choose, serve, signIn } from '../../testing/server';
import ListCheck from './ListCheck.svelte';

const row = (over: Partial<Schemas['ListRow']>): Schemas['ListRow'] => ({
  row: 1,
  who: 'ann@x.example',
  what: 'Viewer',
  verdict: 'GOOD',
  message: '',
  person: 'ann',
  name: 'Ann Brekke',
  planName: 'Viewer',
  move: { kind: 'HAND_OUT', person: 'ann', plan: 'deep-viewer' } as never,
  ...over,
});
const checked: Checked = {
  good: 1,
  rest: 1,
  verdicts: { GOOD: 1, NO_SPARE_SEAT: 1 },
  rows: [
    row({}),
    row({
      row: 2,
      who: 'p0042',
      person: null,
      name: null,
      verdict: 'NO_SPARE_SEAT',
      message: 'No seat of Viewer is spare.',
      move: null,
    }),
  ],
};
const served = {
  'GET /api/v1/people/choices': {
    groups: [],
    leads: [],
    sites: [],
    departments: [],
    plans: [{ id: 'deep-viewer', name: 'Deepglass Viewer' }],
  },
};

async function look(text = 'ann@x.example, Viewer\np0042, Viewer') {
  await fireEvent.input(screen.getByLabelText('The list'), { target: { value: text } });
  await fireEvent.click(screen.getByRole('button', { name: 'See what would happen' }));
}

beforeEach(() => {
  at('/people/list');
  signIn('STEWARD');
  serve(served);
});
afterEach(() => vi.restoreAllMocks());

it('says row by row what would happen, and puts the good ones on the slate', async () => {
  const post = vi
    .spyOn(client, 'postText')
    .mockResolvedValue(new Response(JSON.stringify(checked)));
  const plan = vi.spyOn(slates, 'plan').mockResolvedValue(true);
  render(ListCheck);
  await screen.findByRole('option', { name: 'Deepglass Viewer' });
  await choose(screen.getByLabelText(/Rows without a plan mean/), 'deep-viewer');
  await look();
  expect(await screen.findByText('No seat of Viewer is spare.', { exact: false })).toBeTruthy();
  expect(post.mock.calls[0]![0]).toBe('/api/v1/slates/list-check?kind=HAND_OUT&plan=deep-viewer');
  await fireEvent.click(screen.getByRole('button', { name: 'no seat left 1' }));
  expect(screen.queryByText('Ann Brekke')).toBeNull();
  const toSlate = screen.getByRole('button', { name: 'Put 1 good row on the slate' });
  await fireEvent.click(toSlate);
  expect(plan).toHaveBeenCalledWith([checked.rows[0]!.move]);
  expect(await screen.findByText('1 move put on the slate.')).toBeTruthy();
  expect(toSlate, 'not twice').toHaveProperty('disabled', true);
});

it('forgets what it found as soon as the list is another', async () => {
  vi.spyOn(client, 'postText').mockResolvedValue(new Response(JSON.stringify(checked)));
  render(ListCheck);
  await look();
  await screen.findByText('Ann Brekke');
  await fireEvent.input(screen.getByLabelText('The list'), { target: { value: 'somebody else' } });
  await waitFor(() => expect(screen.queryByText('Ann Brekke')).toBeNull());
});

it('lets the rest be taken home', async () => {
  vi.spyOn(client, 'postText').mockImplementation(async (path) =>
    path.includes('/rest') ? new Response('who,what,why') : new Response(JSON.stringify(checked)),
  );
  const save = vi.spyOn(client, 'saveAs').mockResolvedValue(undefined);
  render(ListCheck);
  await look();
  await fireEvent.click(await screen.findByRole('button', { name: 'take 1 row home' }));
  await waitFor(() => expect(save.mock.calls[0]![1]).toBe('rest-of-list.csv'));
});

it('says why a list cannot be read, and is a steward’s', async () => {
  vi.spyOn(client, 'postText').mockRejectedValue(new Error('A list has at most 20,000 rows.'));
  const page = render(ListCheck);
  await look();
  expect((await screen.findByRole('alert')).textContent).toBe('A list has at most 20,000 rows.');
  page.unmount();
  signIn('READER');
  render(ListCheck);
  expect(screen.getByText('A steward brings lists.')).toBeTruthy();
  expect(screen.queryByLabelText('The list')).toBeNull();
});
