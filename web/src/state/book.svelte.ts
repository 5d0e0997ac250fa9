import { latest } from './latest';
import { api, dataOf, type Standing, type Subscription } from '../api/client';

class BookState {
  subscriptions = $state.raw<Subscription[] | null>(null);
  standing = $state.raw<Standing | null>(null);
  fault = $state<string | null>(null);
  /** The version of the book that the pages show: another one makes them ask again. */
  readonly version = $derived(this.standing?.version);
  #turn = latest();

  /** Loads what every page shows, for the day. A later call overtakes an earlier one. */
  async load(asOf: string) {
    const newest = this.#turn();
    try {
      const query = { asOf, limit: '10000' };
      const [subscriptions, standing] = await Promise.all([
        dataOf(api.GET('/api/v1/subscriptions', { params: { query } })),
        dataOf(api.GET('/api/v1/standing', { params: { query: { asOf } } })),
      ]);
      if (!newest()) return;
      this.subscriptions = subscriptions;
      this.standing = standing;
      this.fault = null;
    } catch (e) {
      if (newest()) this.fault = (e as Error).message;
    }
  }

  subscription(line: string): Subscription | undefined {
    return this.subscriptions?.find((s) => s.line === line);
  }
}

/** The subscriptions and how money stands, on the as-of day. */
export const book = new BookState();
