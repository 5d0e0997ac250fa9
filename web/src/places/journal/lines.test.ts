import { describe, expect, it } from 'vitest';
import type { JournalEntry } from '../../api/client';
import { linesOf, sayEntry } from './lines';

const entry = (over: Partial<JournalEntry>): JournalEntry =>
  ({ id: 1, day: '2026-09-30', actor: 'runa', kind: 'KEPT', text: 'x', ...over }) as JournalEntry;
const moves = (count: number, over: Partial<JournalEntry> = {}) =>
  Array.from({ length: count }, (_, id) => entry({ id, slate: 's1', kind: 'CONFIRMED', ...over }));

describe('the lines of the journal', () => {
  it('say one act of many moves once', () => {
    const lines = linesOf([...moves(14), entry({ id: 99, kind: 'SLATE_POSTED', slate: 's1' })]);
    expect(lines.map((line) => line.more.length)).toEqual([13, 0]);
  });

  it('leave a few as they are, and acts of other slates and days apart', () => {
    expect(linesOf(moves(3))).toHaveLength(3);
    const two = [...moves(4), ...moves(4, { slate: 's2' }), ...moves(4, { day: '2026-09-29' })];
    expect(linesOf(two).map((line) => line.more.length)).toEqual([3, 3, 3]);
    expect(linesOf([entry({}), entry({}), entry({}), entry({})])).toHaveLength(4);
  });
});

it('says of an act what it posted only where all of it is alike', () => {
  const [alike] = linesOf(moves(4));
  expect(alike!.alike).toBe(true);
  const [other] = linesOf([...moves(4), ...moves(1, { seats: 2 })]);
  expect(other!.alike).toBe(false);
});

describe('an entry', () => {
  it('leads to whom and to the slate that it names', () => {
    expect(
      sayEntry(
        entry({ text: 'Kept for Orla Tuilagi: audit.', person: 'p1', personName: 'Orla Tuilagi' }),
      ),
    ).toEqual([
      { words: 'Kept for ' },
      { words: 'Orla Tuilagi', path: '/people/p1' },
      { words: ': audit.' },
    ]);
    expect(sayEntry(entry({ text: 'Posted a slate of 14 moves.', slate: 's1' }))).toEqual([
      { words: 'Posted ' },
      { words: 'a slate of 14 moves', path: '/slates/s1' },
      { words: '.' },
    ]);
  });

  it('leads there all the same where it does not name them', () => {
    expect(
      sayEntry(entry({ text: 'Undone.', slate: 's1', person: 'p1', personName: 'Orla' })),
    ).toEqual([
      { words: 'Undone.' },
      { words: ' ' },
      { words: 'slate', path: '/slates/s1' },
      { words: ' ' },
      { words: 'Orla', path: '/people/p1' },
    ]);
  });
});
