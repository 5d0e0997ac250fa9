import { api, dataOf, type PersonRow } from '../api/client';
import { latest } from './latest';

const ASKS_AFTER_MS = 150;
const MOST = '8';

/** Two people may have one name; nobody has another's address. */
export const wholeName = (p: PersonRow) => `${p.name}, ${p.email || p.person}`;

/** Finds people while somebody types: by name, address or number. */
export class WhoTyped {
  /** Who is like what was typed last; to be offered by their whole names. */
  near = $state.raw<PersonRow[]>([]);
  #turn = latest();
  #timer: ReturnType<typeof setTimeout> | undefined;
  #among: () => Record<string, string>;

  /** @param among which people, as the list of people is asked for them */
  constructor(among: () => Record<string, string>) {
    this.#among = among;
  }

  async #like(q: string): Promise<PersonRow[]> {
    const query = { q, ...this.#among(), limit: MOST };
    return q.length < 2 ? [] : dataOf(api.GET('/api/v1/people', { params: { query } }));
  }

  /** Looks for who is like the text, once typing pauses. */
  suggest(text: string) {
    clearTimeout(this.#timer);
    const newest = this.#turn();
    this.#timer = setTimeout(() => {
      this.#like(text.trim()).then(
        (rows) => newest() && (this.near = rows),
        () => newest() && (this.near = []),
      );
    }, ASKS_AFTER_MS);
  }

  /** Whom the text means: one where it is clear, else all whom it fits. */
  async find(text: string): Promise<PersonRow[]> {
    const q = text.trim();
    const offered = this.near.find((p) => wholeName(p) === q);
    return offered ? [offered] : this.#like(q).catch(() => []);
  }
}
