import { Narrowing } from './narrowing.svelte';
import type { Lower } from './seats';
import { allOf, api, dataOf, type Holding } from '../../api/client';
import { asOf } from '../../state/address.svelte';
import { book } from '../../state/book.svelte';
import { Question } from '../../state/question.svelte';
import { session } from '../../state/session.svelte';
import { slates } from '../../state/slate.svelte';

const SETTLES_AFTER_MS = 90;

/** Curve, ledger, series and whatever else is counted of a subscription as a whole. */
async function countWhole(ofLine: string, day: string, lead: boolean) {
  const params = { path: { line: ofLine }, query: { asOf: day } };
  const [curve, ledger, series, tiers, again] = await Promise.all([
    dataOf(api.GET('/api/v1/subscriptions/{line}/idle-curve', { params })),
    dataOf(
      api.GET('/api/v1/subscriptions/{line}/ledger', {
        params: { ...params, query: { asOf: day, newest: '3' } },
      }),
    ),
    dataOf(api.GET('/api/v1/subscriptions/{line}/series', { params })),
    dataOf(api.GET('/api/v1/subscriptions/{line}/lower-tiers', { params })),
    lead ? [] : dataOf(api.GET('/api/v1/rounds/returns')),
  ]);
  const subscription = book.subscription(ofLine);
  const floor = subscription?.floor?.check
    ? await dataOf(api.GET('/api/v1/subscriptions/{line}/floor', { params })).catch(() => null)
    : null;
  const returns = again.find((one) => one.plan === subscription?.plan) ?? null;
  return { curve, ledger, series, tiers, floor, returns };
}

async function findSmaller(ofLine: string, day: string): Promise<Lower> {
  const query = { asOf: day, line: ofLine, kind: 'SMALLER_TIER', limit: '10000' };
  const found = await allOf((cursor) =>
    api.GET('/api/v1/findings', { params: { query: { ...query, cursor } } }),
  );
  return new Map(found.flatMap((f) => (f.holding ? [[f.holding, f]] : [])));
}

const holdersOf = (ofLine: string, day: string, idleLine: string): Promise<Holding[]> =>
  allOf((cursor) =>
    api.GET('/api/v1/subscriptions/{line}/holdings', {
      params: { path: { line: ofLine }, query: { asOf: day, idleLine, limit: '10000', cursor } },
    }),
  );

/** What is asked about one subscription, with a line drawn at so many days. */
export class Counted {
  readonly whole;
  /** Of a large subscription these are many; the line does not wait for them. */
  readonly smaller;
  readonly holders;
  readonly narrowing;

  constructor(line: () => string, days: () => number) {
    const subscription = () => book.subscription(line());
    // A change of the book (a confirmed move, another day) shows in the subscription itself.
    const how = {
      again: () => [subscription()?.states, subscription()?.spare],
      // What was counted of another subscription is not shown under this one's name.
      subject: line,
    };
    this.whole = new Question(
      () => ({ ofLine: line(), day: asOf(), lead: session.isLead }),
      ({ ofLine, day, lead }) => countWhole(ofLine, day, lead),
      how,
    );
    this.smaller = new Question(
      () => (this.whole.value === null ? undefined : { ofLine: line(), day: asOf() }),
      ({ ofLine, day }) => findSmaller(ofLine, day),
      how,
    );
    this.holders = new Question(
      () => ({ ofLine: line(), day: asOf(), idleLine: String(days()) }),
      ({ ofLine, day, idleLine }) => holdersOf(ofLine, day, idleLine),
      { ...how, again: () => [how.again(), slates.course], settles: SETTLES_AFTER_MS },
    );
    this.narrowing = new Narrowing(line, how);
  }
}
