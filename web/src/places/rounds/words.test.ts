import { describe, expect, it } from 'vitest';
import { sayItem, sayReturns, steps } from './words';

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

  it('asks nobody who has left', () => {
    expect(sayItem({ state: 'ASKED', kinds: ['LEFT_PAID'], person: 'p1' })).toBe('cannot be asked');
    expect(sayItem({ state: 'ASKED', kinds: ['IDLE'], person: 'p1' })).toBe('asked');
  });

  it('counts who came back only once something was taken', () => {
    expect(sayReturns({ counts: { ASKED: 4 }, cameBack: 0 })).toBeNull();
    expect(sayReturns({ counts: { TAKEN_BACK: 20 }, cameBack: 1 })).toBe(
      '1 of 20 were needed again within 30 days',
    );
  });
});
