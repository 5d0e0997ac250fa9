import { expect, it } from 'vitest';
import { CHOSEN } from './made';
import { Trying } from './trying.svelte';

it('makes margins of what is promised', () => {
  const trying = new Trying();
  expect(trying.margin({ atelier: 36 })).toBe('advised');
  trying.choose('', true);
  expect(trying.margin({ atelier: 36 })).toBe('0');
  trying.promise('atelier', 30);
  expect(trying.margin({ atelier: 36 })).toBe('atelier:-6');
  expect(trying.margin({})).toBe('0');
});

it('is again what was chosen', () => {
  const trying = new Trying();
  trying.take(CHOSEN);
  expect(trying.offer).toBe('two');
  expect(trying.known).toEqual([{ plan: 'atelier', month: '2027-04', seats: 12 }]);
  expect(trying.promised).toEqual({ atelier: 38 });
  trying.dropKnown(0);
  expect(trying.knownTexts).toEqual([]);
});
