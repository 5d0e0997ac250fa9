import { expect, it } from 'vitest';
import {
  choices,
  lacks,
  meaningOf,
  remembered,
  sayCounts,
  withMeaning,
  type Mapping,
} from './mapping';

const MAPPING: Mapping = {
  source: 'Report',
  kind: 'HOLDINGS',
  vendor: 'reedholm',
  columns: { who: 'User', plan: 'Product' },
  parts: {},
  dayForm: 'ISO',
};

const KIND = {
  kind: 'HOLDINGS' as const,
  ofVendor: true,
  fields: [
    { name: 'who', required: true, likely: [] },
    { name: 'plan', required: true, likely: [] },
  ],
};

it('gives a column one meaning and a meaning one column', () => {
  const moved = withMeaning(MAPPING, 'Licence', 'plan');
  expect(moved.columns).toEqual({ who: 'User', plan: 'Licence' });
  expect(meaningOf(moved, 'Product')).toBe('');
  expect(withMeaning(moved, 'User', 'plan').columns).toEqual({ plan: 'User' });
  expect(withMeaning(moved, 'User', '').columns).toEqual({ plan: 'Licence' });
});

it('knows columns of last uses by their part', () => {
  const used = withMeaning({ ...MAPPING, kind: 'LAST_USE' }, 'Mail last', 'part:mail');
  expect(used.parts).toEqual({ mail: 'Mail last' });
  expect(meaningOf(used, 'Mail last')).toBe('part:mail');
  expect(choices(['who'], { mail: 'Mail' }).map((c) => c.text)).toEqual([
    'who: address or id',
    'any use, such as a sign-in',
    'last use of Mail',
  ]);
});

it('says what is missing before a file can be tried', () => {
  expect(lacks(MAPPING, undefined)).toContain('what the file is about');
  expect(lacks({ ...MAPPING, vendor: null }, KIND)).toContain('whose file');
  expect(lacks({ ...MAPPING, columns: { who: 'User' } }, KIND)).toContain('the plan');
  expect(lacks(MAPPING, KIND)).toBe('');
});

it('remembers only a mapping whose columns are all there', () => {
  expect(remembered([MAPPING], ['User', 'Product', 'More'])).toBe(MAPPING);
  expect(remembered([MAPPING], ['User', 'Article'])).toBeUndefined();
});

it('counts in words', () => {
  expect(sayCounts('HOLDINGS', { NEW: 2, SAME: 1, NOBODY: 1 })).toEqual([
    '2 seats begin',
    '1 of them nobody’s',
    '1 known already',
  ]);
});
