import type { JournalEntry } from '../../api/client';

/** So many entries of one act stand in one line. */
const MANY = 4;

/** A line of the journal: an entry, and those of the same act that it stands for. */
export interface JournalLine {
  entry: JournalEntry;
  more: JournalEntry[];
  /** Whether all of them posted and saved the same, each. */
  alike: boolean;
}

const effectOf = (e: JournalEntry) =>
  [e.fromPlace, e.toPlace, e.seats, e.yearly?.amount, e.cashFrom].join(' ');
const actOf = (entry: JournalEntry) => [entry.day, entry.slate, entry.kind, entry.actor].join(' ');

/** Entries that follow each other and are of one act (one slate, one kind, one day) in one line. */
export function linesOf(entries: readonly JournalEntry[]): JournalLine[] {
  const acts: JournalEntry[][] = [];
  for (const entry of entries) {
    const last = acts.at(-1);
    if (last && entry.slate && actOf(last[0]!) === actOf(entry)) last.push(entry);
    else acts.push([entry]);
  }
  return acts.flatMap((act) =>
    act.length < MANY
      ? act.map((entry) => ({ entry, more: [], alike: true }))
      : [
          {
            entry: act[0]!,
            more: act.slice(1),
            alike: act.every((one) => effectOf(one) === effectOf(act[0]!)),
          },
        ],
  );
}

/** A stretch of what an entry says, with where it leads. */
export interface Said {
  words: string;
  path?: string;
}

/** What an entry says; whom and which slate it names lead there. What it does not name follows. */
export function sayEntry(entry: JournalEntry): Said[] {
  const links: [RegExp | string, string][] = [];
  if (entry.person && entry.personName) links.push([entry.personName, `/people/${entry.person}`]);
  if (entry.slate) links.push([/\b[Aa] slate(?: of [\d,]+ moves?)?/, `/slates/${entry.slate}`]);
  let said: Said[] = [{ words: entry.text }];
  for (const [words, path] of links) said = withLink(said, words, path);
  if (entry.slate && !said.some((one) => one.path?.startsWith('/slates/')))
    said.push({ words: ' ' }, { words: 'slate', path: `/slates/${entry.slate}` });
  if (entry.person && !said.some((one) => one.path?.startsWith('/people/')))
    said.push(
      { words: ' ' },
      { words: entry.personName ?? 'person', path: `/people/${entry.person}` },
    );
  return said;
}

/** The first stretch that says the words leads there. */
function withLink(said: Said[], words: RegExp | string, path: string): Said[] {
  for (const [n, one] of said.entries()) {
    const at = one.path
      ? null
      : typeof words === 'string'
        ? { index: one.words.indexOf(words), length: words.length }
        : matchOf(one.words, words);
    if (at && at.index >= 0) {
      const end = at.index + at.length;
      const parts: Said[] = [
        { words: one.words.slice(0, at.index) },
        { words: one.words.slice(at.index, end), path },
        { words: one.words.slice(end) },
      ];
      return [...said.slice(0, n), ...parts.filter((p) => p.words !== ''), ...said.slice(n + 1)];
    }
  }
  return said;
}

function matchOf(text: string, words: RegExp): { index: number; length: number } | null {
  const match = words.exec(text);
  return match ? { index: match.index, length: match[0].length } : null;
}
