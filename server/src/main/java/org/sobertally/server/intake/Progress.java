package org.sobertally.server.intake;

/** How far the reading of a file has come; read by others than the one who reads. */
final class Progress {

  private volatile int done;
  private final int of;

  Progress(int of) {
    this.of = of;
  }

  void rowDone() {
    done = Math.min(of, done + 1);
  }

  int done() {
    return done;
  }

  int of() {
    return of;
  }
}
