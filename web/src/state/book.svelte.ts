import { api, dataOf, type Standing, type Subscription } from '../api/client';

class BookState {
  subscriptions = $state.raw<Subscription[] | null>(null);
  standing = $state.raw<Standing | null>(null);
  fault = $state<string | null>(null);
  #asked = 0;

  /** Loads what every page shows, for the day. A later call overtakes an earlier one. */
  async load(asOf: string) {
    const mine = ++this.#asked;
    try {
      const query = { asOf, limit: '10000' };
      const [subscriptions, standing] = await Promise.all([
        dataOf(api.GET('/api/v1/subscriptions', { params: { query } })),
        dataOf(api.GET('/api/v1/standing', { params: { query: { asOf } } })),
      ]);
      if (mine !== this.#asked) return;
      this.subscriptions = subscriptions;
      this.standing = standing;
      this.fault = null;
    } catch (e) {
      if (mine === this.#asked) this.fault = (e as Error).message;
    }
  }

  subscription(line: string): Subscription | undefined {
    return this.subscriptions?.find((s) => s.line === line);
  }
}

/** The subscriptions and how money stands, on the as-of day. */
export const book = new BookState();
