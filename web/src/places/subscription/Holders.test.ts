import { cleanup, fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Finding, Holding } from '../../api/client';
import { ListState } from '../../state/list.svelte';
import { aHolding, euros } from '../../testing/made';
import { at, signIn } from '../../testing/server';
import Holders from './Holders.svelte';

// The test's browser lays nothing out: as much of the list is in view as fits 400 px.
beforeEach(() => {
  at('/subscriptions/qm-opus');
  signIn('STEWARD');
  vi.spyOn(HTMLElement.prototype, 'offsetHeight', 'get').mockReturnValue(400);
  vi.spyOn(HTMLElement.prototype, 'offsetWidth', 'get').mockReturnValue(900);
});
afterEach(() => vi.restoreAllMocks());

function holders(rows: Holding[], over: Record<string, unknown> = {}) {
  const list = new ListState<Holding>({
    rows: () => rows,
    key: (h) => h.holding,
    chosen: 'here',
    blocked: (h) => !!h.takeBackBlocked,
  });
  const onslate = vi.fn();
  render(Holders, {
    list,
    known: true,
    days: 60,
    planned: new Set<string>(),
    why: null,
    mayDraft: true,
    onslate,
    ...over,
  } as never);
  return { list, onslate };
}

it('says of each holder what must be known before the seat is taken', async () => {
  holders([
    aHolding({
      kept: true,
      keptUntil: '2027-01-31',
      keepReason: 'audit',
      takeBackBlocked: 'Kept until 31 Jan 2027: audit.',
    }),
    aHolding({ holding: 'h2', name: 'old.root', person: null, admin: true }),
    aHolding({ holding: 'h3', name: 'Dafydd', onLeave: true, lastUsed: null }),
    aHolding({ holding: 'h4', name: 'Noor', takeBackBlocked: 'The holder is signed in.' }),
  ]);
  const rows = await screen.findAllByRole('row');
  expect(rows[1]!.textContent).toContain('kept until 31 Jan 2027: audit');
  expect(rows[1]!.textContent).not.toContain('take back');
  expect(rows[2]!.textContent).toContain('administrator · nobody’s account');
  expect(rows[3]!.textContent).toContain('on leave');
  expect(rows[3]!.textContent).toContain('none seen');
  expect(rows[4]!.textContent).toContain('The holder is signed in.');
  expect(rows[4]!.textContent).toContain('–');
  expect(rows[4]!.textContent).not.toContain('take back');
});

it('offers taking back past the line only, and not what is on the slate', async () => {
  const told = holders(
    [aHolding(), aHolding({ holding: 'h2', idleDays: 20 }), aHolding({ holding: 'h3' })],
    { planned: new Set(['h3']) },
  );
  const rows = await screen.findAllByRole('row');
  expect(rows[2]!.textContent).not.toContain('take back');
  expect(rows[3]!.textContent).toContain('on slate');
  await fireEvent.click(screen.getByRole('button', { name: 'take back' }));
  expect(told.onslate).toHaveBeenCalledWith('h1');
  expect([...told.list.chosen], 'a button chooses nobody').toEqual([]);
});

it('chooses by click, and all between with Shift', async () => {
  const rows = ['h1', 'h2', 'h3', 'h4'].map((holding) => aHolding({ holding, idleDays: 10 }));
  const told = holders(rows);
  const shown = await screen.findAllByRole('row');
  await fireEvent.click(shown[2]!);
  expect([...told.list.chosen]).toEqual(['h2']);
  await fireEvent.click(shown[4]!, { shiftKey: true });
  expect([...told.list.chosen]).toEqual(['h2', 'h3', 'h4']);
  expect(told.list.cursor).toBe(3);
});

it('says which tier would do and what that saves, where that is what is listed', async () => {
  const finding = { instead: 'Letter', amount: euros('312.00'), explanation: 'No use of charts.' };
  holders([aHolding()], { why: new Map([['h1', finding as Finding]]) });
  expect(await screen.findByText(/Letter would do: €312.00 less/)).toBeTruthy();
  expect(screen.queryByText('Department')).toBeNull();
});

it('draws a list of many thousand without its rows out of view', async () => {
  holders(Array.from({ length: 30_000 }, (_, n) => aHolding({ holding: `h${n}` })));
  const table = await screen.findByRole('table', { name: 'Holders' });
  expect(table.getAttribute('aria-rowcount')).toBe('30000');
  expect(screen.getAllByRole('row').length).toBeLessThan(80);
});

it('says when nobody is there on that day, and not before that is known', async () => {
  holders([], { known: false });
  expect(screen.queryByText(/Nobody here/)).toBeNull();
  cleanup();
  holders([]);
  expect(screen.getByText('Nobody here on 30 Sep 2026.')).toBeTruthy();
});
