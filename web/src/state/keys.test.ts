import { expect, it, vi } from 'vitest';
import { allKeys, bindKeys, onKey } from './keys.svelte';

function press(key: string, at: number, target: EventTarget = document.body) {
  const event = new KeyboardEvent('keydown', { key });
  Object.defineProperty(event, 'target', { value: target });
  Object.defineProperty(event, 'timeStamp', { value: at });
  onKey(event);
}

it('runs one key, two in a row, and nothing once they are taken away', () => {
  const one = vi.fn();
  const two = vi.fn();
  const release = bindKeys([
    { keys: 'j', does: 'next', run: one },
    { keys: 'g j', does: 'journal', run: two },
  ]);
  press('j', 1000);
  expect(one).toHaveBeenCalledTimes(1);
  press('g', 2000);
  press('j', 2300);
  expect(two).toHaveBeenCalledTimes(1);
  press('g', 4000);
  press('j', 6000);
  expect(one).toHaveBeenCalledTimes(2);
  release();
  expect(allKeys()).toEqual([]);
  press('j', 9000);
  expect(one).toHaveBeenCalledTimes(2);
});

it('leaves typing alone', () => {
  const run = vi.fn();
  const release = bindKeys([{ keys: 'x', does: 'choose', run }]);
  press('x', 1000, document.createElement('input'));
  expect(run).not.toHaveBeenCalled();
  release();
});
