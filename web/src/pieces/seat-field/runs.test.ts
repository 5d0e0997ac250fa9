import { expect, it } from 'vitest';
import { lookOf, runsOf, stepFor, USUAL_STEP } from './runs';

it('draws cells as large as usual until they would not fit on the page', () => {
  expect(stepFor(500, 690)).toBe(USUAL_STEP);
  // 690 × 560 pixels for 10,000 cells are 38.6 each: 6 by 6.
  expect(stepFor(10_000, 690)).toBe(6);
  expect(stepFor(30_000, 690)).toBe(3);
  expect(stepFor(1_000_000, 690)).toBe(2);
  expect(stepFor(0, 690)).toBe(USUAL_STEP);
});

it('takes like cells of a row together, and no others', () => {
  const cells = ['a', 'a', 'a', 'a', 'b', 'b', 'a'];
  expect(runsOf(cells, 3, (cell) => cell)).toEqual([
    { column: 0, row: 0, length: 3, look: 'a' },
    { column: 0, row: 1, length: 1, look: 'a' },
    { column: 1, row: 1, length: 2, look: 'b' },
    { column: 0, row: 2, length: 1, look: 'a' },
  ]);
  expect(runsOf(cells, 7, (cell) => (cell === 'a' ? 'chosen' : null))).toEqual([
    { column: 0, row: 0, length: 4, look: 'chosen' },
    { column: 6, row: 0, length: 1, look: 'chosen' },
  ]);
});

it('tells in few steps how long ago a seat was used', () => {
  expect(lookOf({ texture: 'inUse', faded: 0.99 })).toBe('inUse 1');
  expect(lookOf({ texture: 'inUse', faded: 0.3 })).toBe('inUse 0.25');
  expect(lookOf({ texture: 'spare' })).toBe('spare 1');
});
