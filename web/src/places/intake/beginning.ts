import type { Schemas } from '../../api/client';
import { sayCount, sayMoney } from '../../state/say';
import type { FileKind } from './mapping';

/** One of the four things that are brought in, in the order in which they help. */
export interface Step {
  name: string;
  about: string;
  kind: FileKind;
  done: boolean;
  has: string;
  more: string;
  gives: string;
  missing: string[];
  links: { text: string; path: string }[];
}

const from = (file: string | null | undefined) => (file ? `from ${file}` : '');

/** The four of them, with what is here of each. */
export function steps(b: Schemas['Beginning']): Step[] {
  const of = (step: Schemas['BeginningVendors']) =>
    `of ${step.vendors} of ${sayCount(step.of, 'vendor')}`;
  return [
    {
      name: 'People',
      about: 'who they are, and who has left',
      kind: 'PEOPLE',
      done: b.people.people > 0,
      has: `${sayCount(b.people.people, 'person', 'people')}, ${b.people.away} of them away or gone, ${sayCount(b.people.departments, 'department')}`,
      more: from(b.people.from),
      gives: 'With it: seats have owners, and those of people who left are found.',
      missing: [],
      links: [{ text: 'all people', path: '/people' }],
    },
    {
      name: 'Contracts',
      about: 'what is bought, until when, for how much',
      kind: 'CONTRACTS',
      done: b.contracts.plans > 0,
      has: `${sayCount(b.contracts.vendors, 'vendor')}, ${sayCount(b.contracts.plans, 'plan')}, ${sayMoney(b.contracts.yearlyCost)} a year`,
      more: from(b.contracts.from),
      gives: 'With it: what is paid, the days by which notice must be given, prices that dip.',
      missing: [],
      links: [
        { text: 'the subscriptions', path: '/subscriptions' },
        { text: 'the terms, by vendor', path: '/intake' },
      ],
    },
    {
      name: 'Who holds what',
      about: 'a vendor’s own export',
      kind: 'HOLDINGS',
      done: b.seats.count > 0,
      has: `${sayCount(b.seats.count, 'seat')} held, ${of(b.seats)}`,
      more: from(b.seats.from),
      gives:
        'With it: seats held against seats bought, seats of people who left, people covered twice.',
      missing: b.seats.missing,
      links: [{ text: 'or link a vendor, to be read by itself', path: '/intake' }],
    },
    {
      name: 'Who used what',
      about: 'last sign-ins, or last uses by part',
      kind: 'LAST_USE',
      done: b.use.vendors > 0,
      has: `use is known ${of(b.use)}`,
      more: from(b.use.from),
      gives:
        'With it: idle seats, seats never opened. Often it is a column of the file before: name it there.',
      missing: b.use.missing,
      links: [],
    },
  ];
}
