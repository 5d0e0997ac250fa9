/** What is told in passing: that something went well which the page itself does not show. */

/** How long it stands, in milliseconds. */
const STANDS = 7000;

class Told {
  words = $state('');
  #until: ReturnType<typeof setTimeout> | undefined;

  /** Tells it; what was told before makes way. */
  tell(words: string) {
    this.words = words;
    this.stay();
    this.go();
  }

  /** Whoever reads has time. */
  stay() {
    clearTimeout(this.#until);
  }

  /** From now on it goes by itself. */
  go() {
    this.stay();
    this.#until = setTimeout(() => (this.words = ''), STANDS);
  }
}

export const told = new Told();
