import { allOf, dataOf } from '../api/client';
import { Question, type Asking } from './question.svelte';

/** As many as the server gives at once. */
const MOST_AT_ONCE = 10_000;

type Ask<A, T> = (
  about: A,
  limit: number,
  cursor?: string,
) => Promise<{ data?: T[]; response?: Response }>;

/**
 * A list that comes a page at a time: as many as are drawn, more on demand, and all of it where
 * something is to be done with everybody.
 */
export class Pages<A, T> extends Question<A, T[]> {
  /** How many are drawn at most. */
  drawn = $state(0);
  #page: number;
  #view = '';
  #whollyFor = '';
  #complete = false;
  #key: () => string;

  constructor(about: () => A | undefined, ask: Ask<A, T>, page: number, how: Asking<T[]> = {}) {
    super(about, (of) => this.#some(of, ask), how);
    this.#page = page;
    this.#key = () => JSON.stringify(about());
    this.drawn = page;
  }

  async #some(of: A, ask: Ask<A, T>): Promise<T[]> {
    const view = JSON.stringify(of);
    // Who scrolled on keeps what is drawn and chosen there.
    if (view !== this.#view) this.drawn = this.#page;
    const many = Math.min(this.drawn, MOST_AT_ONCE);
    const whole = this.#whollyFor === view;
    const found = whole
      ? await allOf((cursor) => ask(of, MOST_AT_ONCE, cursor))
      : await dataOf(ask(of, many));
    this.#view = view;
    this.#complete = whole || found.length < many;
    return found;
  }

  /** Those that are drawn. */
  get shown(): T[] {
    return (this.value ?? []).slice(0, this.drawn);
  }

  /** Draws a page more, and asks for it where it has not come yet. */
  async more(): Promise<void> {
    this.drawn += this.#page;
    if (!this.#complete && this.drawn > (this.value?.length ?? 0)) await this.reload();
  }

  /** Has all of them come that there are now; false where they cannot be had. */
  async whole(): Promise<boolean> {
    if (!this.stale && this.#complete) return true;
    const view = this.#key();
    this.#whollyFor = view;
    return (await this.reload()) && this.#view === view;
  }
}
