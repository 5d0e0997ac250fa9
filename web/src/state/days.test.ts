import { describe, expect, it } from 'vitest';
import { readDay } from './days';

const FROM = '2026-09-30';

describe('a day that somebody writes', () => {
  it.each([
    ['7 jan', '2027-01-07'],
    ['7 January 2028', '2028-01-07'],
    ['30. Sep. 26', '2026-09-30'],
    ['1 oct', '2026-10-01'],
    ['15 aug', '2026-08-15'],
    ['7.1.2027', '2027-01-07'],
    ['7.1.', '2027-01-07'],
    ['7/1/27', '2027-01-07'],
    ['2027-01-07', '2027-01-07'],
    ['+30', '2026-10-30'],
    ['-7', '2026-09-23'],
    ['today', '2026-09-30'],
    [' Tomorrow ', '2026-10-01'],
    ['29 feb 2028', '2028-02-29'],
  ])('%s is %s', (text, day) => expect(readDay(text, FROM)).toBe(day));

  it.each(['', '31 feb 2027', '32 jan', '7 fool', '13.13.2026', 'soon', '2026-02-30'])(
    '“%s” is none',
    (text) => expect(readDay(text, FROM)).toBeNull(),
  );
});
