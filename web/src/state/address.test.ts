import { beforeEach, expect, it } from 'vitest';
import { at, signIn } from '../testing/server';
import { asOf, param, search, setParam, to, travelBy, travelTo } from './address.svelte';

beforeEach(() => {
  signIn('READER');
  at('/findings');
});

it('is about today where the address says no day, and links do not say one either', () => {
  expect(asOf()).toBe('2026-09-30');
  expect(to('/people')).toBe('/people');
  expect(search({ at: 'x' })).toEqual({ at: 'x' });
});

it('travels by weeks, and back to today without a trace in the address', () => {
  travelBy(-7);
  expect(asOf()).toBe('2026-09-23');
  expect(to('/people')).toBe('/people?asOf=2026-09-23');
  expect(search({ at: 'x' })).toEqual({ asOf: '2026-09-23', at: 'x' });
  travelTo('2026-09-30');
  expect(param('asOf')).toBeNull();
});

it('keeps what is chosen, and lets it go again', () => {
  setParam('sets', 'IDLE.COVERED_TWICE');
  expect(param('sets')).toBe('IDLE.COVERED_TWICE');
  setParam('sets', '');
  expect(param('sets')).toBeNull();
});
