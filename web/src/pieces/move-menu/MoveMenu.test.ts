import { fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { slates } from '../../state/slate.svelte';
import MoveMenu from './MoveMenu.svelte';

const choices = [
  { words: 'take back', move: { kind: 'TAKE_BACK' as const, holding: 'h1' } },
  { words: 'keep until …', move: { kind: 'KEEP' as const, holding: 'h1' } },
];

// The test's browser has no animations that can be cancelled; the sheet only fades.
beforeEach(() => {
  vi.spyOn(Element.prototype, 'animate').mockImplementation(
    () => ({ cancel: () => undefined, finished: Promise.resolve() }) as unknown as Animation,
  );
});
afterEach(() => vi.restoreAllMocks());

it('puts a move that needs nothing more straight on the slate', async () => {
  const plan = vi.spyOn(slates, 'plan').mockResolvedValue(true);
  render(MoveMenu, { label: 'Plan a move of Opus', choices, day: '2026-09-30' });
  await fireEvent.click(screen.getByText('take back'));
  expect(plan).toHaveBeenCalledWith([{ kind: 'TAKE_BACK', holding: 'h1' }]);
});

it('asks for a reason and a day before a seat is kept', async () => {
  const plan = vi.spyOn(slates, 'plan').mockResolvedValue(true);
  render(MoveMenu, { label: 'Plan a move of Opus', choices, day: '2026-09-30' });
  await fireEvent.click(screen.getByText('keep until …'));
  expect(plan).not.toHaveBeenCalled();
  await fireEvent.input(screen.getByLabelText(/Why must it not/), { target: { value: 'audit' } });
  await fireEvent.submit(screen.getByText('Put on the slate').closest('form')!);
  expect(plan).toHaveBeenCalledWith([
    { kind: 'KEEP', holding: 'h1', reason: 'audit', until: '2026-12-29' },
  ]);
});
