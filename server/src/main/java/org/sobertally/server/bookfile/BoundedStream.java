package org.sobertally.server.bookfile;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** Stops reading past a bound, whatever the sender claimed the size to be. */
final class BoundedStream extends FilterInputStream {

  private long left;

  BoundedStream(InputStream in, long most) {
    super(in);
    this.left = most;
  }

  @Override
  public int read() throws IOException {
    int value = super.read();
    count(value < 0 ? 0 : 1);
    return value;
  }

  @Override
  public int read(byte[] into, int offset, int length) throws IOException {
    int count = super.read(into, offset, length);
    count(Math.max(0, count));
    return count;
  }

  private void count(int read) throws TooLargeException {
    left -= read;
    if (left < 0) {
      throw new TooLargeException();
    }
  }

  /** More was sent than is taken. */
  static final class TooLargeException extends IOException {
    private static final long serialVersionUID = 1L;

    TooLargeException() {
      super("More was sent than is taken.");
    }
  }
}
