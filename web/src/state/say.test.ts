import { describe, expect, it } from 'vitest';
import {
  plusDays,
  sayCount,
  sayDay,
  sayMoney,
  saySigned,
  sayShortCount,
  sayShortDay,
  saySpare,
} from './say';

const eur = (amount: string) => ({ amount, currency: 'EUR' });

describe('saying days', () => {
  it('writes a day as people do', () => {
    expect(sayDay('2027-01-07')).toBe('7 Jan 2027');
    expect(sayDay(null)).toBe('–');
  });

  it('leaves the year out within the year of today', () => {
    expect(sayShortDay('2026-10-07', '2026-09-30')).toBe('7 Oct');
    expect(sayShortDay('2027-01-07', '2026-09-30')).toBe('7 Jan 27');
  });

  it('steps over months and leap days', () => {
    expect(plusDays('2026-09-30', 7)).toBe('2026-10-07');
    expect(plusDays('2028-02-28', 1)).toBe('2028-02-29');
    expect(plusDays('2026-03-01', -1)).toBe('2026-02-28');
  });
});

describe('saying money', () => {
  it('uses a true minus and groups thousands', () => {
    expect(sayMoney(eur('-2404.00'))).toBe('−€2,404');
    expect(sayMoney(eur('396.5'), true)).toBe('€396.50');
  });

  it('signs what is added and what is saved', () => {
    expect(saySigned(eur('396.00'))).toBe('+€396.00');
    expect(saySigned(eur('-396.00'))).toBe('−€396.00');
    expect(saySigned(eur('0.00'))).toBe('€0.00');
  });
});

it('counts one and many', () => {
  expect(sayCount(1, 'seat')).toBe('1 seat');
  expect(sayCount(1200, 'seat')).toBe('1,200 seats');
});

it('says a count shortly where there is little room', () => {
  expect([0, 481, 9_400, 12_300, 300_000, 1_240_000].map(sayShortCount)).toEqual([
    '0',
    '481',
    '9,400',
    '12k',
    '300k',
    '1.2m',
  ]);
});

it('says spare seats, and too few as such', () => {
  expect(saySpare(4)).toBe('4');
  expect(saySpare(0)).toBe('0');
  expect(saySpare(-12)).toBe('12 too few');
});
