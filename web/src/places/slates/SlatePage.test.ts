import { fireEvent, render, screen, within } from '@testing-library/svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { slates } from '../../state/slate.svelte';
import { aMove, aSlate } from '../../testing/made';
import { at, serve, signIn } from '../../testing/server';
import SlatePage from './SlatePage.svelte';

vi.mock('../../router', () => ({ route: { params: { id: 's1' } }, navigate: vi.fn() }));

const show = async (slate: ReturnType<typeof aSlate>) => {
  serve({ 'GET /api/v1/slates/{id}': slate });
  render(SlatePage);
  await screen.findByRole('heading', { level: 1 });
};
const step = () => document.querySelector('[aria-current=step]')?.textContent?.trim();

beforeEach(() => {
  at('/slates/s1');
  signIn('DECIDER', 'teodor');
});
afterEach(() => {
  vi.restoreAllMocks();
  slates.opened = null;
});

describe('a slate that waits for me', () => {
  const sent = aSlate({
    state: 'SENT',
    mayDecide: true,
    deadline: '2026-10-07',
    note: 'Before the notice day',
    moves: [aMove(), aMove({ id: 'm2', name: 'Noor Prosser', holding: 'h2', lastUsed: null })],
  });

  it('tells names, last use, money and what to know, with the author’s note', async () => {
    await show(sent);
    expect(screen.getByText('“Before the notice day”')).toBeTruthy();
    expect(screen.getByText('last used 17 Apr')).toBeTruthy();
    expect(screen.getByText('no use seen')).toBeTruthy();
    expect(screen.getByText('159 → 158')).toBeTruthy();
    expect(step()).toBe('sent');
  });

  it('is granted without some of its moves, but not without all', async () => {
    await show(sent);
    const decide = vi.spyOn(slates, 'decide').mockResolvedValue(true);
    await fireEvent.click(screen.getByRole('button', { name: /leave out .* of Noor Prosser/ }));
    await fireEvent.input(screen.getByLabelText(/Reason/), { target: { value: 'She is back.' } });
    await fireEvent.click(screen.getByRole('button', { name: 'Grant all but 1' }));
    expect(decide).toHaveBeenCalledWith('s1', true, 'She is back.', ['m2']);
    await fireEvent.click(screen.getByRole('button', { name: /leave out .* of Orla Tuilagi/ }));
    expect(screen.getByRole('button', { name: 'Grant all but 2' })).toHaveProperty(
      'disabled',
      true,
    );
    await fireEvent.click(screen.getByRole('button', { name: 'Refuse' }));
    expect(decide).toHaveBeenLastCalledWith('s1', false, 'She is back.');
  });
});

describe('a slate on its way', () => {
  it('is posted by whoever may', async () => {
    signIn('STEWARD');
    await show(aSlate({ state: 'GRANTED', mayPost: true, deciderName: 'Teodor Quist' }));
    const post = vi.spyOn(slates, 'post').mockResolvedValue(true);
    await fireEvent.click(screen.getByRole('button', { name: 'Post 1 move' }));
    expect(post).toHaveBeenCalledWith('s1');
  });

  it('counts what is settled', async () => {
    await show(aSlate({ state: 'POSTED', openCalls: 3, settled: 2, moveCount: 5 }));
    expect(screen.getByText('2 of 5 settled.')).toBeTruthy();
    expect(screen.getByRole('progressbar').getAttribute('aria-valuenow')).toBe('2');
  });

  it('shows what failed first, with the vendor’s reason', async () => {
    const failed = aMove({ id: 'm2', state: 'FAILED', name: 'Noor', reason: 'Signed in there.' });
    await show(aSlate({ state: 'FAILED', moves: [aMove({ state: 'CONFIRMED' }), failed] }));
    const rows = screen.getAllByRole('row').filter((row) => row.closest('.moves'));
    expect(rows[1]!.textContent).toContain('Signed in there.');
    expect(screen.getByText('Settled, with failures.')).toBeTruthy();
  });

  it('looks again while a step is about to leave, though others wait for a hand', async () => {
    vi.useFakeTimers({ shouldAdvanceTime: true });
    const moves = [
      aMove({ state: 'SENT', byHand: true }),
      aMove({ id: 'm2', state: 'PLANNED', due: null }),
    ];
    await show(aSlate({ state: 'POSTED', byHand: 1, moves }));
    const load = vi.spyOn(slates, 'load').mockResolvedValue();
    await vi.advanceTimersByTimeAsync(2500);
    expect(load).toHaveBeenCalledTimes(1);
    vi.useRealTimers();
  });

  it('lets a steward say what was done by hand, and undo what can be', async () => {
    signIn('STEWARD');
    await show(
      aSlate({
        state: 'POSTED',
        byHand: 1,
        moves: [
          aMove({ state: 'SENT', byHand: true }),
          aMove({ id: 'm2', state: 'CONFIRMED', mayUndo: true }),
        ],
      }),
    );
    const done = vi.spyOn(slates, 'doneByHand').mockResolvedValue(true);
    const undo = vi.spyOn(slates, 'undo').mockResolvedValue(true);
    expect(screen.getByText('1 change to be made by hand.')).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'done by hand' }));
    await fireEvent.click(screen.getByRole('button', { name: 'undo' }));
    const all = vi.spyOn(slates, 'allDoneByHand').mockResolvedValue(true);
    await fireEvent.click(screen.getByRole('button', { name: 'all done by hand' }));
    expect(all).toHaveBeenCalledWith('s1');
    expect(screen.getByRole('button', { name: /take the list along/ })).toBeTruthy();
    expect(done).toHaveBeenCalledWith('s1', 'm1');
    expect(undo).toHaveBeenCalledWith('s1', 'm2');
  });
});

it('ends where it was refused or nobody answered', async () => {
  await show(aSlate({ state: 'LAPSED', deadline: '2026-09-01' }));
  expect(screen.getByText('Lapsed without an answer.')).toBeTruthy();
  expect(
    within(screen.getByRole('list', { name: 'How far it has come' }))
      .getAllByRole('listitem')
      .map((li) => li.textContent?.trim()),
  ).toEqual(['draft', 'sent', 'lapsed']);
});

it('says that somebody else’s draft is not there', async () => {
  serve({ 'GET /api/v1/slates/{id}': new Error('There is no slate s1.') });
  render(SlatePage);
  expect(await screen.findByRole('heading', { name: 'There is no such slate' })).toBeTruthy();
});
