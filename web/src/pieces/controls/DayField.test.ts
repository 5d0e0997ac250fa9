import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import { at, signIn } from '../../testing/server';
import DayField from './DayField.svelte';

beforeEach(() => {
  at('/desk');
  signIn('STEWARD');
});

function field(over: Record<string, unknown> = {}) {
  const onday = vi.fn();
  render(DayField, { label: 'Until', value: '2026-10-07', onday, ...over });
  return { onday, input: screen.getByLabelText<HTMLInputElement>('Until') };
}

async function write(input: HTMLInputElement, text: string) {
  await fireEvent.input(input, { target: { value: text } });
  await fireEvent.change(input, { target: { value: text } });
}

it('says its day in our form, and takes what people type', async () => {
  const { onday, input } = field();
  expect(input.value).toBe('7 Oct 2026');
  await write(input, '7 jan');
  expect(onday).toHaveBeenLastCalledWith('2027-01-07');
  expect(input.value).toBe('7 Jan 2027');
  await write(input, '+30');
  expect(onday).toHaveBeenLastCalledWith('2026-10-30');
});

it('takes a whole day while it is typed', async () => {
  const { onday, input } = field();
  await fireEvent.input(input, { target: { value: '2026-10-0' } });
  expect(onday).not.toHaveBeenCalled();
  await fireEvent.input(input, { target: { value: '2026-10-09' } });
  expect(onday).toHaveBeenLastCalledWith('2026-10-09');
});

it('says what is wrong with a day and keeps the one it had', async () => {
  const { onday, input } = field({ min: '2026-10-01' });
  await write(input, 'soon');
  expect(screen.getByRole('alert').textContent).toContain('Write a day as 7 Jan 2027');
  await write(input, '30 sep');
  expect(screen.getByRole('alert').textContent).toBe('Not before 1 Oct 2026.');
  expect(input.validationMessage).toBe('Not before 1 Oct 2026.');
  await fireEvent.keyDown(input, { key: 'Escape' });
  expect(input.value).toBe('7 Oct 2026');
  expect(screen.queryByRole('alert')).toBeNull();
  expect(onday).not.toHaveBeenCalled();
});

it('may be empty unless it is required', async () => {
  const { onday, input } = field();
  await write(input, '');
  expect(onday).toHaveBeenLastCalledWith('');
});

it('takes a day from the calendar, which does not offer those before the first', async () => {
  const { onday, input } = field({ min: '2026-10-05' });
  await fireEvent.keyDown(input, { key: 'ArrowDown' });
  const third = await screen.findByLabelText(/Saturday,? 3 October 2026/);
  expect(third).toHaveProperty('disabled', true);
  await fireEvent.click(screen.getByLabelText(/Friday,? 9 October 2026/));
  expect(onday).toHaveBeenLastCalledWith('2026-10-09');
});
