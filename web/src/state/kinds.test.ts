import { expect, it } from 'vitest';
import { keyOf, wordsOf } from './kinds.svelte';

it('puts a combination into words', () => {
  expect(wordsOf(['IDLE'])).toBe('Idle past the line');
  expect(wordsOf(['NEVER_OPENED', 'COVERED_TWICE'])).toBe('Never opened and covered twice');
  expect(wordsOf(['IDLE', 'SMALLER_TIER', 'NOBODYS'])).toBe(
    'Idle past the line, a smaller tier would do and nobody’s account',
  );
});

it('names a combination in the address as the server is asked for it', () => {
  const recoverable = { amount: '0.00', currency: 'EUR' };
  expect(keyOf({ kinds: ['IDLE', 'COVERED_TWICE'], people: 1, recoverable })).toBe(
    'IDLE.COVERED_TWICE',
  );
});
