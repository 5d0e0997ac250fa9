import { fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { slates } from '../../state/slate.svelte';
import { aSlate } from '../../testing/made';
import SendSlate from './SendSlate.svelte';

// The test's browser has no animations that can be cancelled; the sheet only fades.
beforeEach(() => {
  vi.spyOn(Element.prototype, 'animate').mockImplementation(
    () => ({ cancel: () => undefined, finished: Promise.resolve() }) as unknown as Animation,
  );
});
afterEach(() => {
  vi.restoreAllMocks();
  slates.fault = null;
});

const sheet = () =>
  render(SendSlate, { open: true, slate: aSlate(), day: '2026-09-30', money: '−€396.00' });

it('gives a week unless another day is chosen, and carries the note', async () => {
  const send = vi.spyOn(slates, 'send').mockResolvedValue(true);
  sheet();
  expect(screen.getByText(/1 move, −€396.00 a year/)).toBeTruthy();
  await fireEvent.input(screen.getByLabelText(/What the decider should know/), {
    target: { value: 'Before the notice day' },
  });
  await fireEvent.submit(screen.getByRole('button', { name: 'Send' }).closest('form')!);
  expect(send).toHaveBeenCalledWith('s1', '2026-10-07', 'Before the notice day');
});

it('stays open and says why when it cannot be sent', async () => {
  vi.spyOn(slates, 'send').mockImplementation(async () => {
    slates.fault = 'The deadline has passed.';
    return false;
  });
  sheet();
  await fireEvent.change(screen.getByLabelText('To be decided by'), {
    target: { value: '2026-10-02' },
  });
  await fireEvent.submit(screen.getByRole('button', { name: 'Send' }).closest('form')!);
  expect(await screen.findByText('The deadline has passed.')).toBeTruthy();
  expect(slates.send).toHaveBeenCalledWith('s1', '2026-10-02', '');
});
