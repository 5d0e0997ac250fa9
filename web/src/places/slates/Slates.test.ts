import { render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { onKey } from '../../state/keys.svelte';
import { slates } from '../../state/slate.svelte';
import { aMove, aSlate } from '../../testing/made';
import { at, signIn } from '../../testing/server';
import Slates from './Slates.svelte';

beforeEach(() => {
  at('/slates');
  signIn('DECIDER', 'teodor');
  slates.known = true;
});
afterEach(() => {
  vi.restoreAllMocks();
  slates.all = [];
  slates.known = false;
});

it('tells what each slate is about, and which waits for whom is looking', () => {
  const moves = [
    aMove(),
    aMove({ id: 'm2', what: 'step down Opus → Letter' }),
    aMove({ id: 'm3', what: 'rest Folio → Stow' }),
    aMove({ id: 'm4', what: 'suspend' }),
  ];
  slates.all = [
    aSlate({ id: 'a', state: 'SENT', deadline: '2026-10-07', mayDecide: true, moves }),
    aSlate({ id: 'b', state: 'CONFIRMED', deciderName: 'Teodor Quist' }),
  ];
  render(Slates);
  const [, first, second] = screen.getAllByRole('row');
  expect(first!.textContent).toContain('waits for you');
  expect(first!.textContent).toContain(
    'take back Opus, step down Opus → Letter, rest Folio → Stow …',
  );
  expect(first!.textContent).toContain('7 Oct 2026');
  expect(second!.textContent).toContain('Teodor Quist');
  expect(second!.textContent).not.toContain('waits for you');
});

it('is walked through by keys, and the address says where', async () => {
  slates.all = [aSlate({ id: 'a' }), aSlate({ id: 'b' })];
  render(Slates);
  const rows = screen.getAllByRole('row');
  expect(rows[1]!.className).toContain('at');
  onKey(new KeyboardEvent('keydown', { key: 'j' }));
  await waitFor(() => expect(rows[2]!.className).toContain('at'));
  onKey(new KeyboardEvent('keydown', { key: 'k' }));
  await waitFor(() => expect(rows[1]!.className).toContain('at'));
});

it('says how to begin where there is none, once that is known', async () => {
  slates.known = false;
  render(Slates);
  expect(screen.queryByText(/No slate yet/)).toBeNull();
  slates.known = true;
  expect(await screen.findByText(/No slate yet/)).toBeTruthy();
});
