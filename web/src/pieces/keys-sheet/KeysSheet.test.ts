import { render, screen } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { bindKeys } from '../../state/keys.svelte';
import KeysSheet from './KeysSheet.svelte';

beforeEach(() => {
  vi.spyOn(Element.prototype, 'animate').mockImplementation(
    () => ({ cancel: () => undefined, finished: Promise.resolve() }) as unknown as Animation,
  );
});
afterEach(() => vi.restoreAllMocks());

it('shows every key that does something here, the nearest meaning where there are two', () => {
  const outer = bindKeys([
    { keys: 'Escape', does: 'back', run: () => undefined },
    { keys: 'g d', does: 'to the desk', run: () => undefined },
  ]);
  const inner = bindKeys([{ keys: 'Escape', does: 'choose nobody', run: () => undefined }]);
  render(KeysSheet, { open: true });
  expect(screen.getByText('to the desk')).toBeTruthy();
  expect(screen.getByText('choose nobody')).toBeTruthy();
  expect(screen.queryByText('back')).toBeNull();
  inner();
  outer();
});
