import { fireEvent, render, screen } from '@testing-library/svelte';
import { expect, it, vi } from 'vitest';
import Typed from './Typed.svelte';

function show(over: Record<string, unknown> = {}) {
  const onvalue = vi.fn();
  render(Typed, { value: '60', label: 'Notice', onvalue, ...over });
  return { onvalue, input: screen.getByLabelText<HTMLInputElement>('Notice') };
}

it('tells what was typed over it', async () => {
  const { onvalue, input } = show();
  await fireEvent.change(input, { target: { value: ' 87 ' } });
  expect(onvalue).toHaveBeenCalledExactlyOnceWith('87');
});

it('gives up on Escape what was typed', async () => {
  const { onvalue, input } = show();
  input.focus();
  input.value = '87';
  await fireEvent.keyDown(input, { key: 'Escape' });
  expect(input.value).toBe('60');
  expect(onvalue).not.toHaveBeenCalled();
});

it('says why a value cannot be', () => {
  const { input } = show({ fault: 'Use a whole number.' });
  expect(input.getAttribute('aria-invalid')).toBe('true');
  expect(input.title).toBe('Use a whole number.');
});

it('hands on what is pasted, and pastes itself only what nobody takes', async () => {
  const onpaste = vi.fn((text: string) => text.includes('\t'));
  const { input } = show({ onpaste });
  const paste = (text: string) =>
    fireEvent.paste(input, { clipboardData: { getData: () => text } });
  expect(await paste('250\t186')).toBe(false);
  expect(await paste('7')).toBe(true);
});
