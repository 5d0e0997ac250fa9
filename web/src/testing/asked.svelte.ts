import { flushSync } from 'svelte';

const stops: (() => void)[] = [];

/** Makes something as a component would while it is made, so that its effects run. */
export function made<T>(make: () => T): T {
  let one: T | undefined;
  stops.push(
    $effect.root(() => {
      one = make();
    }),
  );
  flushSync();
  return one as T;
}

/** Ends what was made, as a component that goes. */
export function gone() {
  while (stops.length > 0) stops.pop()!();
}

/** A value that pages look at. */
export class Told<T> {
  now = $state() as T;

  constructor(first: T) {
    this.now = first;
  }

  /** From now on it is this. */
  is(next: T) {
    this.now = next;
    flushSync();
  }
}

/** Answers that come when the test says so, in whatever order. */
export class Answers<T> {
  readonly asked: { of: unknown; answer: (value: T) => void; fail: (why: Error) => void }[] = [];

  readonly ask = (of: unknown): Promise<T> =>
    new Promise((answer, fail) => this.asked.push({ of, answer, fail }));
}
