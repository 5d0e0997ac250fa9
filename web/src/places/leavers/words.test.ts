import { expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import { sayDay } from '../../state/say';
import { sayEnd, sayMet } from './words';

const route = (more: Partial<Schemas['Route']>): Schemas['Route'] =>
  ({
    route: 'TAKE_BACK',
    lostOn: null,
    oneWayFrom: null,
    addon: null,
    warnings: [],
    ...more,
  }) as Schemas['Route'];

it('says what a way comes to for the data', () => {
  expect(sayEnd(route({}), sayDay)).toBe('nothing lost');
  expect(sayEnd(route({ lostOn: '2026-12-29', oneWayFrom: '2026-12-29' }), sayDay)).toBe(
    'data gone 29 Dec 2026',
  );
  expect(sayEnd(route({ route: 'HAND_OVER', oneWayFrom: '2026-10-14' }), sayDay)).toBe(
    'data lives on · no way back from 14 Oct 2026',
  );
  expect(sayEnd(route({ warnings: ['SEAT_STAYS_PAID', 'ONE_WAY'] }), sayDay)).toBe(
    'nothing lost · the seat stays paid',
  );
});

it('says of a duty only where there is one, and when nobody knows', () => {
  expect(sayMet(true, true)).toBe('kept long enough');
  expect(sayMet(true, false)).toBe('');
  expect(sayMet(false, true)).toBe('not kept long enough');
  expect(sayMet(null, true)).toBe('cannot be said');
});
