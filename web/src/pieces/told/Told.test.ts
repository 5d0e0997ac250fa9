import { render, screen } from '@testing-library/svelte';
import { tick } from 'svelte';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { told } from '../../state/told.svelte';
import Told from './Told.svelte';

beforeEach(() => vi.useFakeTimers());
afterEach(() => {
  told.words = '';
  vi.useRealTimers();
});

test('what is told goes by itself', async () => {
  render(Told);
  told.tell('Copied.');
  await tick();
  expect(screen.getByText('Copied.')).toBeTruthy();
  await vi.advanceTimersByTimeAsync(10_000);
  expect(told.words).toBe('');
});

test('it stays as long as somebody reads it, and makes way for the next', async () => {
  told.tell('Copied.');
  told.stay();
  await vi.advanceTimersByTimeAsync(60_000);
  expect(told.words).toBe('Copied.');
  told.tell('On the slate.');
  expect(told.words).toBe('On the slate.');
});
