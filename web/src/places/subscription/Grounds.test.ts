import { render, screen } from '@testing-library/svelte';
import { expect, it } from 'vitest';
import { aSubscription } from '../../testing/made';
import Grounds from './Grounds.svelte';

const ledger = {
  bought: 180,
  places: { spare: 14, promised: 7, held: 159, resting: 0 },
  postings: [
    { day: '2026-09-12', from: 'SPARE', to: 'PROMISED', seats: 1, cause: 'INVITED' },
    { day: '2026-09-23', from: 'SPARE', to: 'HELD', seats: 1, cause: 'HANDED_OUT' },
  ],
};

const show = (over = {}) =>
  render(Grounds, { subscription: aSubscription(over), ledger: ledger as never });

it('says what the evidence is worth, and the newest postings first', () => {
  const { container } = show();
  expect(container.textContent).toContain('complete 1 Sep 2025 – 28 Sep 2026');
  expect(container.textContent).toContain('2 days behind');
  const postings = [...container.querySelectorAll('li')].map((li) => li.textContent);
  expect(postings[0]).toContain('23 Sep');
  expect(postings[0]).toContain('1 spare → held');
});

it('holds its tongue where the source is far behind, or is none', () => {
  const evidence = { ...aSubscription().evidence, daysBehind: 9, completeTo: '2026-09-21' };
  const { container, unmount } = show({ evidence, measureDay: '2026-09-21' });
  expect(container.textContent).toContain('nothing after that is held against anybody');
  unmount();
  const none = show({ evidence: { ...evidence, known: false } });
  expect(none.container.textContent).toContain('nobody can be judged');
});

it('says on which day it can be said', () => {
  show({ cannotSay: 3 });
  expect(screen.getByText(/For 3 holders it cannot be said yet/).textContent).toContain(
    'by 31 Oct 2025 it can',
  );
});

it.each([
  [{ mayShrink: 'NEVER' }, 'The agreement never shrinks.'],
  [{ mayShrink: 'MONTHLY', cashFrom: '2026-10-01' }, 'From 1 Oct 2026, the next billing month'],
  [{}, 'From 7 Jan 2027, once the quantity is lowered; notice by 12 Oct 2026.'],
  [{ restDays: 30 }, 'A seat that comes back rests 30 days.'],
  [{ signOutFirst: true }, 'Holders must be signed out first.'],
  [{ reusable: false }, 'A seat that comes back serves nobody else.'],
])('says when money stops: %o', (over, words) => {
  const { container } = show(over);
  expect(container.textContent).toContain(words);
});
