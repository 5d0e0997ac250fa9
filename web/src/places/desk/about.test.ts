import { describe, expect, it } from 'vitest';
import { aDeskLine } from '../../testing/made';
import { parts, sayDaysLeft } from './about';

const line = (daysLeft: number | null) => aDeskLine({ daysLeft });

describe('the desk', () => {
  it('puts apart what is soon too late, in the order it came', () => {
    const { soon, later } = parts([line(3), line(40), line(null), line(14)]);
    expect(soon.map((l) => l.daysLeft)).toEqual([3, 14]);
    expect(later.map((l) => l.daysLeft)).toEqual([40, null]);
  });

  it('says how many days are left', () => {
    expect([-2, -1, 0, 1, 5].map(sayDaysLeft)).toEqual([
      '2 days ago',
      'yesterday',
      'today',
      'tomorrow',
      'in 5 days',
    ]);
  });
});
