package org.sobertally.server.refusal;

import java.util.List;

/**
 * Something that is not done. The message says what is wrong and what to do, for whoever asked;
 * what it is to HTTP is decided in one place.
 */
public abstract sealed class Refusal extends RuntimeException {

  private static final long serialVersionUID = 1L;

  private final String detail;

  private Refusal(String detail) {
    super(detail);
    this.detail = detail;
  }

  @Override
  public String getMessage() {
    return detail;
  }

  /** What was asked cannot be read. */
  public static Refusal badInput(String detail) {
    return new BadInput(detail);
  }

  /** What was asked about is not there, or cannot be seen by whoever asks. */
  public static Refusal notFound(String detail) {
    return new NotFound(detail);
  }

  /** The thing is not in a state in which that can be done. */
  public static Refusal conflict(String detail) {
    return new Conflict(detail);
  }

  /** Whoever asks may not. */
  public static Refusal forbidden(String detail) {
    return new Forbidden(detail);
  }

  /** More was sent than is taken. */
  public static Refusal tooLarge(String detail) {
    return new TooLarge(detail);
  }

  /** It was asked too often. */
  public static Refusal tooMany(String detail) {
    return new TooMany(detail);
  }

  /** Something that this machine lacks; all else works. */
  public static Refusal unavailable(String detail) {
    return new Unavailable(detail);
  }

  /**
   * What can be read but not taken.
   *
   * @param faults each of its own form, for whoever mends them
   */
  public static Refusal notTaken(String detail, List<?> faults) {
    return new NotTaken(detail, faults);
  }

  /** See {@link #badInput}. */
  public static final class BadInput extends Refusal {
    private static final long serialVersionUID = 1L;

    private BadInput(String detail) {
      super(detail);
    }
  }

  /** See {@link #notFound}. */
  public static final class NotFound extends Refusal {
    private static final long serialVersionUID = 1L;

    private NotFound(String detail) {
      super(detail);
    }
  }

  /** See {@link #conflict}. */
  public static final class Conflict extends Refusal {
    private static final long serialVersionUID = 1L;

    private Conflict(String detail) {
      super(detail);
    }
  }

  /** See {@link #forbidden}. */
  public static final class Forbidden extends Refusal {
    private static final long serialVersionUID = 1L;

    private Forbidden(String detail) {
      super(detail);
    }
  }

  /** See {@link #tooLarge}. */
  public static final class TooLarge extends Refusal {
    private static final long serialVersionUID = 1L;

    private TooLarge(String detail) {
      super(detail);
    }
  }

  /** See {@link #tooMany}. */
  public static final class TooMany extends Refusal {
    private static final long serialVersionUID = 1L;

    private TooMany(String detail) {
      super(detail);
    }
  }

  /** See {@link #unavailable}. */
  public static final class Unavailable extends Refusal {
    private static final long serialVersionUID = 1L;

    private Unavailable(String detail) {
      super(detail);
    }
  }

  /** See {@link #notTaken}. */
  public static final class NotTaken extends Refusal {
    private static final long serialVersionUID = 1L;

    private final transient List<?> faults;

    private NotTaken(String detail, List<?> faults) {
      super(detail);
      this.faults = List.copyOf(faults);
    }

    public List<?> faults() {
      return faults;
    }
  }
}
