import { untrack } from 'svelte';
import { SvelteSet } from 'svelte/reactivity';
import { param, setParam } from './address.svelte';
import { chosenInAddress } from './chosen.svelte';
import type { KeyBinding } from './keys.svelte';

export interface Listed<T> {
  /** The rows in their order. */
  rows: () => readonly T[];
  key: (row: T, n: number) => string;
  /** What an element of a row is called, before its number: `person` for `person-3`. */
  id?: string;
  /**
   * The question that the rows answer. Another question's list begins at its top, nothing is done
   * with the row at the cursor while it is an older one's, and who is listed no more is not chosen.
   */
  from?: { value: unknown; stale: boolean; answered: string | null };
  /** Rows can be chosen; kept in the address where it says so. */
  chosen?: 'here' | 'address';
  /** The row that is at the cursor is kept in the address under this name. */
  at?: string;
  /** All that can be chosen, where the rows are some of them only. */
  among?: () => readonly T[];
  /** Those whom ‘choose all’ chooses instead of whoever is chosen; the rows where it is left out. */
  all?: () => readonly T[];
  /** Whether it chooses the row; every one where it is left out. */
  choosable?: (row: T) => boolean;
  /** Nothing can be done with the row, so that it cannot be chosen in any way. */
  blocked?: (row: T) => boolean;
  /** How many of them are drawn, where that is not all. */
  drawn?: () => number;
  /** Has all rows come, also those that are not drawn; false where they cannot be had. */
  whole?: () => Promise<boolean>;
  /** The cursor has come to the last row. */
  onend?: () => void;
}

/** What the keys of a list are for, in words; those that are left out are not bound. */
export interface ListKeys {
  /** What one row is called: `person`. */
  row: string;
  open?: { does: string; run: () => void };
  all?: string;
  act?: { does: string; run: () => void };
  leave?: { does: string; run: () => void };
}

/**
 * Where one is in a list and what is chosen there: cursor, choosing one, a stretch or all, and the
 * keys for it. To be made while a component is.
 */
export class ListState<T> {
  readonly chosen: SvelteSet<string>;
  readonly mayChoose: boolean;
  readonly id: string;
  #cursor = $state(0);
  #anchor = 0;
  #of: Listed<T>;
  /** Whether everybody is chosen who was asked for: what is to be done with them waits for it. */
  #choosing: Promise<boolean> = Promise.resolve(true);

  constructor(of: Listed<T>) {
    this.#of = of;
    this.id = of.id ?? 'row';
    this.mayChoose = of.chosen !== undefined;
    this.chosen = of.chosen === 'address' ? chosenInAddress() : new SvelteSet<string>();
    const from = of.from;
    if (from) {
      let before: string | null = null;
      $effect(() => {
        if (from.value === null) return;
        const there = new Set(
          this.#among.flatMap((row, n) => (this.isBlocked(row) ? [] : [this.key(row, n)])),
        );
        const now = from.answered;
        untrack(() => {
          if (before !== null && before !== now) this.#cursor = 0;
          for (const key of [...this.chosen]) if (!there.has(key)) this.chosen.delete(key);
        });
        before = now;
      });
    }
  }

  get rows(): readonly T[] {
    return this.#of.rows();
  }

  get #among(): readonly T[] {
    return this.#of.among?.() ?? this.rows;
  }

  key(row: T, n: number): string {
    return this.#of.key(row, n);
  }

  get cursor(): number {
    const last = Math.max(0, this.rows.length - 1);
    if (this.#of.at === undefined) return Math.min(this.#cursor, last);
    const key = param(this.#of.at);
    return Math.max(
      0,
      this.rows.findIndex((row, n) => this.key(row, n) === key),
    );
  }

  set cursor(n: number) {
    this.#cursor = n;
    const row = this.rows[n];
    if (this.#of.at !== undefined && row !== undefined) setParam(this.#of.at, this.key(row, n));
  }

  /** The row at the cursor; undefined where there is none, or where it is another list's. */
  get current(): T | undefined {
    return this.#of.from?.stale ? undefined : this.rows[this.cursor];
  }

  step(by: number) {
    const last = Math.min(this.rows.length, this.#of.drawn?.() ?? Infinity) - 1;
    this.cursor = Math.min(last, Math.max(0, this.cursor + by));
    if (this.cursor === last && by > 0) this.#of.onend?.();
    document.getElementById(`${this.id}-${this.cursor}`)?.scrollIntoView?.({ block: 'nearest' });
  }

  /** Whether nothing can be done with the row. */
  isBlocked(row: T): boolean {
    return this.#of.blocked?.(row) ?? false;
  }

  /** What stands before the row: chosen, not chosen, or cannot be. */
  mark(row: T, n: number): string {
    if (this.isBlocked(row)) return '–';
    return this.isChosen(row, n) ? '☒' : '☐';
  }

  /** Another list begins at its top. */
  toTop() {
    this.#cursor = 0;
  }

  isChosen(row: T, n: number): boolean {
    return this.chosen.has(this.key(row, n));
  }

  toggle(n: number) {
    const row = this.rows[n];
    if (row === undefined || !this.mayChoose) return;
    if (!this.chosen.delete(this.key(row, n))) this.#choose(row, n);
  }

  #choose(row: T, n: number) {
    if (!this.isBlocked(row)) this.chosen.add(this.key(row, n));
  }

  /** A click on a row: chooses it or not, with the shift key all from the last one on. */
  click(event: MouseEvent, n: number) {
    if ((event.target as Element).closest('a, button')) return;
    if (event.shiftKey && this.mayChoose) {
      const [from, until] = [Math.min(this.#anchor, n), Math.max(this.#anchor, n)];
      for (let i = from; i <= until; i++) this.#choose(this.rows[i]!, i);
    } else {
      this.toggle(n);
      this.#anchor = n;
    }
    this.cursor = n;
  }

  /** Chooses all that can be chosen, also those that are not drawn. */
  async chooseAll() {
    const asked = (this.#choosing = this.#everybody());
    await asked;
    if (this.#choosing === asked) this.#choosing = Promise.resolve(true);
  }

  async #everybody(): Promise<boolean> {
    if (this.#of.whole && !(await this.#of.whole())) return false;
    if (this.#of.all) this.chosen.clear();
    (this.#of.all?.() ?? this.rows).forEach((row, n) => {
      if (this.#of.choosable?.(row) ?? true) this.#choose(row, n);
    });
    return true;
  }

  /** Those chosen, or the one at the cursor; nobody where not everybody could be had. */
  async picked(): Promise<T[]> {
    if (!(await this.#choosing)) return [];
    if (this.chosen.size > 0) return this.#among.filter((row, n) => this.isChosen(row, n));
    const row = this.current;
    return row === undefined || this.isBlocked(row) ? [] : [row];
  }

  /** The keys of the list. */
  keys(words: ListKeys): KeyBinding[] {
    const { row, open, all, act, leave } = words;
    const bound: KeyBinding[] = [
      { keys: 'j', does: `next ${row}`, run: () => this.step(1) },
      { keys: 'k', does: `${row} before`, run: () => this.step(-1) },
    ];
    if (open) bound.push({ keys: 'Enter', ...open });
    if (this.mayChoose) {
      bound.push({
        keys: 'x',
        does: `choose the ${row}, or not`,
        run: () => this.toggle(this.cursor),
      });
    }
    if (all) bound.push({ keys: 'a', does: all, run: () => void this.chooseAll() });
    if (act) bound.push({ keys: '.', ...act });
    if (leave) {
      bound.push({
        keys: 'Escape',
        does: this.mayChoose ? `choose nothing; then ${leave.does}` : leave.does,
        run: () => (this.chosen.size > 0 ? this.chosen.clear() : leave.run()),
      });
    }
    return bound;
  }
}
