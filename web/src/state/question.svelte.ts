import { untrack } from 'svelte';
import { latest } from './latest';

export interface Asking<T> {
  /** What makes the same question be asked again when it changes, such as the book's version. */
  again?: () => unknown;
  /** What the answer is of: once that changes, the old one is not shown any more. */
  subject?: () => unknown;
  /** How long to wait for another change before a new question is asked, in ms. */
  settles?: number;
  /** How often it is asked again by itself while that is the answer, in ms; null for never. */
  every?: (value: T | null) => number | null;
}

/**
 * A question to the server, asked again whenever what it is about changes. The newest question's
 * answer counts, however late an older one comes; what failed says why and leaves the last answer.
 * To be made while a component is.
 */
export class Question<A, T> {
  value = $state.raw<T | null>(null);
  fault = $state('');
  #about: () => A | undefined;
  #ask: (about: A) => Promise<T>;
  #turn = latest();
  #asked: Promise<boolean> = Promise.resolve(true);
  #answered = $state<string | null>(null);
  #now: string | undefined;
  #again: string | undefined;

  /**
   * @param about what is asked about; undefined while that is not known yet, and nothing is asked
   */
  constructor(about: () => A | undefined, ask: (about: A) => Promise<T>, how: Asking<T> = {}) {
    this.#about = about;
    this.#ask = ask;
    this.#now = $derived(JSON.stringify(about()));
    // As text: what is counted anew and comes out alike asks nothing.
    this.#again = $derived(JSON.stringify(how.again?.()));
    if (how.subject) {
      $effect.pre(() => {
        how.subject!();
        untrack(() => this.#forget());
      });
    }
    $effect(() => {
      void this.#again;
      if (this.#now === undefined) return undefined;
      // Untracked: what came in must not make it ask again.
      const wait = untrack(() => this.value) === null ? 0 : (how.settles ?? 0);
      if (wait === 0) {
        untrack(() => void this.reload());
        return undefined;
      }
      const timer = setTimeout(() => void this.reload(), wait);
      return () => clearTimeout(timer);
    });
    if (how.every) {
      $effect(() => {
        const every = how.every!(this.value);
        if (every === null) return undefined;
        const timer = setInterval(() => void this.reload(), every);
        return () => clearInterval(timer);
      });
    }
  }

  /** Whether nothing has come yet and nothing is wrong. */
  get waiting(): boolean {
    return this.value === null && this.fault === '';
  }

  /** Whether the value answers an older question than the one that stands now. */
  get stale(): boolean {
    return this.#answered !== this.#now;
  }

  /** Which question the value answers; null before there is one. */
  get answered(): string | null {
    return this.#answered;
  }

  #forget() {
    this.#turn();
    this.value = null;
    this.#answered = null;
  }

  /** Asks again. Gives whether an answer came to what was asked last. */
  reload(): Promise<boolean> {
    const asked: Promise<boolean> = this.#reload(() =>
      // Where nothing newer was asked, something that was done said it meanwhile.
      this.#asked === asked ? this.value !== null : this.#asked,
    );
    this.#asked = asked;
    return asked;
  }

  /** @param newer what became of what was asked after this */
  async #reload(newer: () => boolean | Promise<boolean>): Promise<boolean> {
    const newest = this.#turn();
    const of = this.#now;
    const about = untrack(this.#about);
    if (of === undefined || about === undefined) return false;
    try {
      const found = await this.#ask(about);
      if (!newest()) return newer();
      this.value = found;
      this.#answered = of;
      this.fault = '';
      return true;
    } catch (e) {
      if (!newest()) return newer();
      this.fault = (e as Error).message;
      return false;
    }
  }

  /** Something that was done gave the answer as it is now: an older one on its way is too late. */
  set(value: T) {
    this.#turn();
    this.value = value;
    this.#answered = this.#now ?? null;
    this.fault = '';
  }

  /** Does something; what is wrong with it is said where the answer stands. */
  async attempt(work: () => Promise<unknown>): Promise<boolean> {
    try {
      await work();
      this.fault = '';
      return true;
    } catch (e) {
      this.fault = (e as Error).message;
      return false;
    }
  }
}
