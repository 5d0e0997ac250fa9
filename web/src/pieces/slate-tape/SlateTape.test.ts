import { fireEvent, render, screen } from '@testing-library/svelte';
import { tick } from 'svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { told } from '../../state/told.svelte';
import { slates } from '../../state/slate.svelte';
import { aMove, aSlate, euros } from '../../testing/made';
import { at, signIn } from '../../testing/server';
import SlateTape from './SlateTape.svelte';

const tape = (folded = false) => {
  const onfold = vi.fn();
  render(SlateTape, { folded, onfold });
  return onfold;
};

beforeEach(() => {
  at('/');
  signIn('STEWARD');
});
afterEach(() => {
  vi.restoreAllMocks();
  slates.all = [];
  slates.fault = null;
});

it('prints each move with its money and its day, and the sum under them', () => {
  slates.all = [aSlate()];
  tape();
  expect(screen.getByText('take back Opus')).toBeTruthy();
  expect(screen.getByText(/Orla Tuilagi · 164 d/)).toBeTruthy();
  expect(screen.getByText('7 Jan 27')).toBeTruthy();
  expect(screen.getAllByText('−€396.00')).toHaveLength(2);
  expect(screen.getByText(/Opus: spare 14 → 15/)).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Send for decision' })).toHaveProperty(
    'disabled',
    false,
  );
});

it('cannot be sent while a move cannot go, says why, and takes those off', async () => {
  const blocks = [{ code: 'KEPT' as const, text: 'Kept until 31 Jan 2027: audit.' }];
  const slate = aSlate({ moves: [aMove({ blocks })] });
  slates.all = [{ ...slate, preview: { ...slate.preview, blocked: 1 } }];
  const off = vi.spyOn(slates, 'removeBlocked').mockResolvedValue(true);
  tape();
  expect(screen.getByText('Kept until 31 Jan 2027: audit.')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Send for decision' })).toHaveProperty(
    'disabled',
    true,
  );
  await fireEvent.click(screen.getByRole('button', { name: 'take it off' }));
  expect(off).toHaveBeenCalledOnce();
});

it('names one-way doors and the day on which data is lost', () => {
  const oneWay = { code: 'ONE_WAY' as const, text: 'Cannot be undone.' };
  slates.all = [
    aSlate({
      moves: [
        aMove({ warnings: [oneWay] }),
        aMove({ id: 'm2', undoUntil: '2026-12-28', name: 'Noor Prosser' }),
      ],
    }),
  ];
  tape();
  expect(screen.getByText('1 move cannot be undone.')).toBeTruthy();
  expect(screen.getByText(/Data of 1 account is lost after 28 Dec 2026/)).toBeTruthy();
});

it('tells the first of several days on which data is lost, and none for seats given back', () => {
  slates.all = [
    aSlate({
      moves: [
        aMove({ undoUntil: '2026-12-28' }),
        aMove({ id: 'm2', undoUntil: '2026-12-09' }),
        aMove({ id: 'm3', kind: 'GIVE_BACK', undoUntil: '2026-10-30' }),
      ],
    }),
  ];
  tape();
  expect(screen.getByText(/Data of 2 accounts is lost, the first after 9 Dec 2026/)).toBeTruthy();
});

it('takes one move off', async () => {
  slates.all = [aSlate()];
  const remove = vi.spyOn(slates, 'remove').mockResolvedValue(true);
  tape();
  await fireEvent.click(screen.getByRole('button', { name: 'Take Orla Tuilagi off the slate' }));
  expect(remove).toHaveBeenCalledWith('m1');
});

it('says above the tape what waits for whom', () => {
  const sent = { state: 'SENT' as const, deadline: '2026-10-07', moveCount: 3 };
  slates.all = [
    aSlate({ id: 'a', ...sent, author: 'oda', authorName: 'Oda Pell', mayDecide: true }),
    aSlate({ id: 'b', ...sent }),
    aSlate({ id: 'c', state: 'GRANTED', moveCount: 2, mayPost: true }),
    aSlate({ id: 'd', state: 'POSTED', moveCount: 9, settled: 4, openCalls: 5 }),
  ];
  tape();
  const links = screen.getAllByRole('link').map((a) => a.textContent?.replace(/\s+/g, ' ').trim());
  expect(links).toEqual([
    'Slate',
    'Oda Pell asks you to decide 3 moves by 7 Oct',
    'Granted: 2 moves can be posted',
    'Under way: 4 of 9 settled',
    'Sent: 3 moves, to be decided by 7 Oct',
  ]);
});

it('tells readers who plans, and that moves count from today however far one has travelled', () => {
  signIn('READER');
  tape();
  expect(screen.getByText('A steward plans here what is to be taken back.')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Send for decision' })).toBeNull();
});

it('says that moves count from today when one looks at another day', () => {
  at('/findings?asOf=2026-09-23');
  slates.all = [aSlate()];
  tape();
  expect(screen.getByText(/You look at 23 Sep 2026/).textContent).toContain('30 Sep 2026');
});

it('shows five sums and opens to the rest', async () => {
  const slate = aSlate();
  const line = slate.preview.lines[0]!;
  const lines = Array.from({ length: 7 }, (_, n) => ({
    ...line,
    line: `l${n}`,
    planName: `P${n}`,
  }));
  slates.all = [{ ...slate, preview: { ...slate.preview, lines } }];
  tape();
  expect(screen.getAllByText(/^P\d: spare/)).toHaveLength(5);
  await fireEvent.click(screen.getByRole('button', { name: '2 more' }));
  expect(screen.getAllByText(/^P\d: spare/)).toHaveLength(7);
  await fireEvent.click(screen.getByRole('button', { name: 'fewer' }));
  expect(screen.getAllByText(/^P\d: spare/)).toHaveLength(5);
});

it('tells what was put on it where it stays folded away, and not of what stood there', async () => {
  slates.known = true;
  slates.all = [aSlate()];
  render(SlateTape, { folded: true, away: true, onfold: vi.fn() });
  await tick();
  expect(told.words).toBe('');
  slates.all = [aSlate({ moves: ['a', 'b', 'c'].map((id) => aMove({ id })) })];
  await tick();
  expect(told.words).toBe('2 moves are put on your slate.');
  told.words = '';
  slates.all = [aSlate()];
  await tick();
  expect(told.words).toBe('');
});

it('folds to a strip that still counts', async () => {
  slates.all = [aSlate({ moves: [aMove(), aMove({ id: 'm2', yearly: euros('-1.00') })] })];
  const onfold = tape(true);
  expect(screen.getByText('Slate · 2')).toBeTruthy();
  await fireEvent.click(screen.getByRole('button', { name: 'Slate · 2' }));
  expect(onfold).toHaveBeenCalledOnce();
});
