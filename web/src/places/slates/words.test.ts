import { expect, it } from 'vitest';
import { aMove, aSlate } from '../../testing/made';
import { sayMove, sayState, steps } from './words';

it('calls confirmed only what was read back', () => {
  const how = (settledHow: ReturnType<typeof aMove>['settledHow']) =>
    sayMove(aMove({ state: 'CONFIRMED', settledHow }));
  expect(how('READ_BACK')).toBe('confirmed');
  expect(how('SAID')).toBe('said to be done');
  expect(how('INTAKE')).toBe('shown by an intake');
  expect(how('NOTED')).toBe('noted');
  expect(sayMove(aMove({ state: 'FAILED' }))).toBe('failed');
  expect(sayMove(aMove({ state: 'SENT', byHand: true }))).toBe('to be made by hand');
});

it('calls a slate settled where some of it was only said', () => {
  const slate = aSlate({ state: 'CONFIRMED', moves: [aMove(), aMove({ id: 'm2' })] });
  expect(sayState({ ...slate, readBack: 1 })).toBe('Settled');
  expect(sayState({ ...slate, readBack: 2 })).toBe('Confirmed');
  expect(steps({ ...slate, readBack: 1 }).at(-1)).toMatchObject({ words: 'settled', now: true });
});
