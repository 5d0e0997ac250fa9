import { fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import Tips from './Tips.svelte';

beforeEach(() => {
  vi.useFakeTimers();
  HTMLElement.prototype.showPopover = () => undefined;
  HTMLElement.prototype.hidePopover = () => undefined;
});
afterEach(() => {
  vi.useRealTimers();
  document.body.replaceChildren();
});

function titled(): HTMLElement {
  const one = document.createElement('b');
  one.title = 'the most at once';
  one.textContent = '8 of 10';
  document.body.append(one);
  return one;
}

const rest = () => vi.advanceTimersByTimeAsync(500);

test('a title is said in our own look where the pointer rests, and nowhere twice', async () => {
  render(Tips);
  const one = titled();
  await fireEvent.pointerOver(one);
  expect(one.title).toBe('');
  expect(screen.queryByText('the most at once')).toBeNull();
  await rest();
  expect(screen.getByText('the most at once')).toBeTruthy();
  expect(one.getAttribute('aria-description')).toBe('the most at once');
});

test('whoever goes on finds the title where it was', async () => {
  render(Tips);
  const one = titled();
  await fireEvent.pointerOver(one);
  await rest();
  await fireEvent.pointerOver(document.body);
  await rest();
  expect(one.title).toBe('the most at once');
  expect(one.hasAttribute('data-tip')).toBe(false);
  expect(screen.queryByText('the most at once')).toBeNull();
});

test('a part of a drawing says what it has no title for', async () => {
  render(Tips);
  const part = document.createElementNS('http://www.w3.org/2000/svg', 'g');
  part.setAttribute('data-says', 'Sep: 240.00 EUR');
  document.body.append(part);
  await fireEvent.pointerOver(part);
  await rest();
  expect(screen.getByText('Sep: 240.00 EUR')).toBeTruthy();
  await fireEvent.pointerOver(document.body);
  expect(part.getAttribute('data-says')).toBe('Sep: 240.00 EUR');
  expect(part.hasAttribute('title')).toBe(false);
});

test('Escape takes it away; a title that was written anew meanwhile stays', async () => {
  render(Tips);
  const one = titled();
  await fireEvent.pointerOver(one);
  await rest();
  one.title = 'another';
  await fireEvent.keyDown(document.body, { key: 'Escape' });
  await rest();
  expect(one.title).toBe('another');
  expect(screen.queryByText('the most at once')).toBeNull();
});
