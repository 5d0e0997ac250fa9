package org.sobertally.server.http;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** Stops reading past a bound, whatever the sender claimed the size to be. */
public final class BoundedStream extends FilterInputStream {

  private final String tooLarge;
  private long left;

  /**
   * @param most bytes that may be read
   * @param tooLarge what is told to whoever sent more
   */
  public BoundedStream(InputStream in, long most, String tooLarge) {
    super(in);
    this.left = most;
    this.tooLarge = tooLarge;
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
      throw new TooLargeException(tooLarge);
    }
  }

  /** More was sent than is taken; the message says how much that is. */
  public static final class TooLargeException extends IOException {
    private static final long serialVersionUID = 1L;

    private final String tooLarge;

    TooLargeException(String tooLarge) {
      super(tooLarge);
      this.tooLarge = tooLarge;
    }

    @Override
    public String getMessage() {
      return tooLarge;
    }
  }
}
