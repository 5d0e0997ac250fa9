package org.sobertally.core.book;

/** Makes room in columns that hold numbers of accounts. */
final class Shifted {

  private Shifted() {}

  /** The numbers, each from {@code place} on one higher. */
  static int[] from(int[] numbers, int place) {
    int[] shifted = numbers.clone();
    for (int n = 0; n < shifted.length; n++) {
      if (shifted[n] >= place) {
        shifted[n]++;
      }
    }
    return shifted;
  }
}
