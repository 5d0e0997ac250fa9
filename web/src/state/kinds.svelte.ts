import type { Combination, FindingKind, Schemas } from '../api/client';

type Facts = Schemas['FindingKindFacts'];

class Kinds {
  #all = $state.raw<Facts[]>([]);

  get all(): readonly Facts[] {
    return this.#all;
  }

  use(all: Facts[]) {
    this.#all = all;
  }

  title(kind: FindingKind): string {
    return this.#all.find((one) => one.kind === kind)?.title ?? kind;
  }

  of(what: Facts['of']): Facts[] {
    return this.#all.filter((one) => one.of === what);
  }

  /** Those that a round may ask about. */
  get inRounds(): FindingKind[] {
    return this.#all.filter((one) => one.inRounds !== 'NEVER').map((one) => one.kind);
  }

  /** Those that a round asks about unless somebody says otherwise. */
  get usualInRounds(): FindingKind[] {
    return this.#all.filter((one) => one.inRounds === 'USUAL').map((one) => one.kind);
  }
}

/** The kinds of finding, as the server tells them to whoever signs in. */
export const kinds = new Kinds();

/** A combination as it stands in the address bar and in the question to the server. */
export function keyOf(combination: Combination): string {
  return combination.kinds.join('.');
}

/** `Never opened and covered twice`. */
export function wordsOf(some: readonly FindingKind[]): string {
  const words = some.map((kind, n) =>
    n === 0 ? kinds.title(kind) : kinds.title(kind).replace(/^./, (c) => c.toLowerCase()),
  );
  return words.length < 2
    ? words.join('')
    : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;
}
