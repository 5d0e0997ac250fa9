package org.sobertally.server.book.store;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import org.sobertally.core.book.Book;

/**
 * The current book. Readers take it without a lock and may keep it as long as they like; one writer
 * at a time changes the database and then publishes the next version.
 */
@ApplicationScoped
public class Books {

  private final ReentrantLock writing = new ReentrantLock();
  private volatile Book current = Book.builder().build();

  /** The newest book whose transaction was committed. */
  public Book current() {
    return current;
  }

  /** What a change of the book is told while its transaction runs. */
  public static final class Change {
    private Book book;

    private Change(Book book) {
      this.book = book;
    }

    /** The book as this transaction sees it. */
    public Book book() {
      return book;
    }

    /** Changes the book; it is published if and when the transaction commits. */
    public void apply(UnaryOperator<Book> next) {
      book = next.apply(book);
    }
  }

  /**
   * Runs the work in a transaction of its own, alone among writers, and publishes what it made of
   * the book once that is committed. If the work fails, nothing happened.
   */
  public <T> T write(Function<Change, T> work) {
    writing.lock();
    try {
      Change change = new Change(current);
      T result = QuarkusTransaction.requiringNew().timeout(3600).call(() -> work.apply(change));
      current = change.book();
      return result;
    } finally {
      writing.unlock();
    }
  }
}
