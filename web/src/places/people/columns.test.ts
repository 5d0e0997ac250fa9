import { beforeEach, expect, it } from 'vitest';
import { COLUMNS, chosenColumns, keepColumns } from './columns';

beforeEach(() => localStorage.clear());

it('shows the usual columns until others are chosen', () => {
  expect(chosenColumns()).toContain('recoverable');
  keepColumns(['site', 'cost']);
  expect(chosenColumns()).toEqual(['site', 'cost']);
});

it('keeps columns in their order and forgets those it does not know', () => {
  localStorage.setItem('people-columns', JSON.stringify(['cost', 'gone', 'department']));
  expect(chosenColumns()).toEqual(['department', 'cost']);
});

it('goes back to the usual ones when what was kept cannot be read', () => {
  localStorage.setItem('people-columns', '{broken');
  expect(chosenColumns().length).toBeGreaterThan(3);
  expect(new Set(COLUMNS.map((c) => c.key)).size).toBe(COLUMNS.length);
});
