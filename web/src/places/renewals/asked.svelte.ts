import type { Trying } from './trying.svelte';
import { api, dataOf } from '../../api/client';
import { asOf } from '../../state/address.svelte';
import { book } from '../../state/book.svelte';
import { Question } from '../../state/question.svelte';

const SETTLES_MS = 60;

/** What is asked about one renewal, with what is tried of it. */
export class AskedRenewal {
  readonly asked;
  /** How far the decision has come. */
  readonly decision;
  readonly offers;
  /** Who must change seats before it renews. */
  readonly movers;
  /** Who comes back from leave. */
  readonly returns;
  readonly query;
  readonly #path;
  #given = $state.raw<Record<string, number>>({});

  constructor(agreement: () => string, trying: Trying) {
    const path = () => ({ agreement: agreement() });
    this.#path = path;
    const how = { again: () => book.version, subject: agreement };
    const query = () => ({
      asOf: asOf(),
      offer: trying.offer || undefined,
      u: trying.u || undefined,
      known: trying.knownTexts,
      margin: trying.margin(this.#given),
    });
    this.query = query;
    this.asked = new Question(
      () => (agreement() ? { path: path(), query: query() } : undefined),
      async (params) => {
        const answer = await dataOf(api.GET('/api/v1/agreements/{agreement}/renewal', { params }));
        this.#given = Object.fromEntries([
          ...answer.plans.map((row) => [row.plan, row.given]),
          // A pool's margin is over the size that is recommended.
          ...answer.pools.map((pool) => [pool.plan, pool.seats]),
        ]);
        return answer;
      },
      { ...how, settles: SETTLES_MS },
    );
    const renews = () => this.asked.value?.renews;
    this.decision = new Question(
      () => agreement() || undefined,
      async () => {
        const one = await dataOf(
          api.GET('/api/v1/agreements/{agreement}/renewal/case', { params: { path: path() } }),
        );
        if (one.choice && Object.keys(trying.promised).length === 0) trying.take(one.choice);
        return one;
      },
      how,
    );
    this.offers = new Question(
      () => ({ agreement: agreement(), asOf: asOf() }),
      ({ agreement: of }) =>
        dataOf(api.GET('/api/v1/offers', { params: { query: { agreement: of } } })),
      { again: () => book.version },
    );
    this.movers = new Question(
      () =>
        renews() ? { path: path(), query: { asOf: asOf(), offer: query().offer } } : undefined,
      (params) => dataOf(api.GET('/api/v1/agreements/{agreement}/renewal/movers', { params })),
      how,
    );
    this.returns = new Question(
      () => (renews() ? { path: path(), query: { asOf: asOf() } } : undefined),
      (params) => dataOf(api.GET('/api/v1/agreements/{agreement}/renewal/returns', { params })),
      how,
    );
  }

  /** One of its plans looked at closely. */
  close(chosen: () => string | undefined) {
    return new Question(
      () => {
        const plan = chosen();
        return plan
          ? { path: this.#path(), query: { ...this.query(), margin: undefined, plan } }
          : undefined;
      },
      (params) => dataOf(api.GET('/api/v1/agreements/{agreement}/renewal/plan', { params })),
      { again: () => book.version, subject: chosen, settles: SETTLES_MS },
    );
  }
}
