package org.sobertally.core.slate;

/**
 * What one kind of move needs, does to the seats and costs. Found by {@link MoveKind#rule}; one for
 * each preview, which it changes move by move.
 *
 * @param <M> the moves it is about
 */
interface MoveRule<M extends Move> {

  /**
   * Says on the preview what stops the move and what must be known of it, what it saves and until
   * when it can be undone; and, where it can go, makes it in the workings, so that the moves after
   * it find the seats as it leaves them.
   */
  void preview(M move, PreviewInProgress sheet);

  /** Counts the seats that come free by it and those that go out. */
  default void count(M move, FreedSeats freed) {}
}
