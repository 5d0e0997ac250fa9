/** A file that one page was given and another one reads; handed over once. */
class Handed {
  #file = $state.raw<File | null>(null);

  give(file: File) {
    this.#file = file;
  }

  /** The file, if one waits; it does not wait any longer. */
  take(): File | null {
    const file = this.#file;
    this.#file = null;
    return file;
  }
}

export const handed = new Handed();
