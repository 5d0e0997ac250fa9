import { describe, expect, it } from 'vitest';
import { sayReturns, steps } from './words';

describe('a round', () => {
  it('has reached the step it is at, and not the next', () => {
    const of = steps({ state: 'DECIDING' });
    expect(of.filter((s) => s.reached).map((s) => s.words)).toEqual(['gather', 'ask', 'decide']);
    expect(of.find((s) => s.now)?.words).toBe('decide');
  });

  it('ends where it was when nobody said yes', () => {
    const of = steps({ state: 'NOT_GRANTED' });
    expect(of.find((s) => s.ended)?.words).toBe('decide');
    expect(of.some((s) => s.now)).toBe(false);
  });

  it('counts who came back only once something was taken, and says while it still watches', () => {
    const said = (round: Partial<Parameters<typeof sayReturns>[0]>) =>
      sayReturns(
        { counts: { TAKEN_BACK: 20 }, cameBack: 1, watchedUntil: '2026-10-20', ...round },
        '2026-10-01',
      );
    expect(said({ counts: { ASKED: 4 }, cameBack: 0 })).toBeNull();
    expect(said({})).toBe('1 of 20 were needed again so far; watched until 20 Oct 2026');
    expect(said({ watchedUntil: '2026-10-01' })).toBe('1 of 20 were needed again within 30 days');
  });
});
