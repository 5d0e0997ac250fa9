package org.sobertally.server.book.file;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Event;
import jakarta.enterprise.event.Observes;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.hibernate.Session;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.server.book.store.BookGuards;
import org.sobertally.server.book.store.BookLoader;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.book.store.BookTables;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.store.OneMoment;
import org.sobertally.server.time.TallyClock;

/** Takes whole books in and gives them out. */
@ApplicationScoped
public class BookService {

  /** Before anything that looks at the book when the application starts. */
  public static final int LOADED = 100;

  private final EntityManager entities;
  private final Books books;
  private final Journal journal;
  private final Event<BookTaken> taken;
  private final BookGuards guards;
  private final BookRows rows;
  private final TallyClock clock;
  private final long mostBytes;

  BookService(
      EntityManager entities,
      Books books,
      Journal journal,
      Event<BookTaken> taken,
      BookGuards guards,
      BookRows rows,
      TallyClock clock,
      @ConfigProperty(name = "sober.book.most-unpacked-bytes") long mostBytes) {
    this.entities = entities;
    this.books = books;
    this.journal = journal;
    this.taken = taken;
    this.guards = guards;
    this.rows = rows;
    this.clock = clock;
    this.mostBytes = mostBytes;
  }

  /** What an intake did. */
  public sealed interface Outcome {

    /**
     * The book is in.
     *
     * @param rejected rows left out of it, where that was asked for
     */
    record Taken(Map<String, Long> rows, List<String> notes, List<Violation> rejected)
        implements Outcome {}

    /**
     * Nothing was taken.
     *
     * @param unlisted violations beyond those listed
     */
    record Refused(List<Violation> violations, long unlisted) implements Outcome {}

    /** There is a book already, and it was not said that it may go. */
    record NotEmpty() implements Outcome {}
  }

  /**
   * Told once an intake is over.
   *
   * @param whole whether another book took the place of the one that was there
   * @param vendor whose accounts and seats came in; null where it was everybody's or nobody's
   * @param intake the single file's intake; null for a whole book
   */
  public record BookTaken(boolean whole, @Nullable String vendor, @Nullable String intake) {

    /** Whether it tells who holds what at the vendor. */
    public boolean tellsOf(String id) {
      return whole || id.equals(vendor);
    }
  }

  /**
   * Told within the transaction that takes an intake back.
   *
   * @param intake its id
   */
  public record IntakeTakenBack(String intake, Books.Change change) {}

  void onStart(@Observes @Priority(LOADED) StartupEvent event) {
    books.write(
        change -> {
          change.apply(book -> load(1));
          return null;
        });
  }

  /**
   * Takes a zipped book, whole or not at all.
   *
   * @param replace whether the book that is there may go
   * @param partial whether rows at fault may be left out
   */
  public Outcome take(Path zip, boolean replace, boolean partial, String actor) {
    if (!replace && !isEmpty()) {
      return new Outcome.NotEmpty();
    }
    // Asked again once it is read; but who would be refused then need not wait for that.
    QuarkusTransaction.requiringNew().run(() -> guards.requireFree(books.current()));
    return take(read(zip), replace, partial, actor);
  }

  ParsedBook read(Path zip) {
    return BookReader.read(zip, mostBytes, clock.today());
  }

  Outcome take(ParsedBook parsed, boolean replace, boolean partial, String actor) {
    boolean whole = parsed.violations().isEmpty();
    boolean anyFile = parsed.violations().stream().anyMatch(v -> v.row() == null);
    if (!whole && (!partial || anyFile)) {
      return new Outcome.Refused(parsed.violations(), parsed.unlisted());
    }
    Outcome outcome = write(parsed, replace, actor);
    if (outcome instanceof Outcome.Taken) {
      taken.fire(new BookTaken(true, null, null));
    }
    return outcome;
  }

  private Outcome write(ParsedBook parsed, boolean replace, String actor) {
    return books.write(
        change -> {
          if (!replace && !isEmptyNow()) {
            return new Outcome.NotEmpty();
          }
          guards.requireFree(change.book());
          inTables(tables -> tables.replace(parsed));
          change.apply(book -> load(book.version() + 1));
          long rows = parsed.counts().values().stream().mapToLong(Long::longValue).sum();
          journal.add(actor, "BOOK_TAKEN", "Took in a book of %,d rows.".formatted(rows));
          return new Outcome.Taken(parsed.counts(), parsed.notes(), parsed.violations());
        });
  }

  /** Loads the book anew within the change: stored rows were changed beneath it. */
  public void reload(Books.Change change) {
    change.apply(book -> load(book.version() + 1));
  }

  /**
   * The book as it would be with these changes; nothing of them is stored. Outside any transaction.
   *
   * @throws RuntimeException if there is no such book
   */
  public Book with(List<BookRows.Change> changes) {
    QuarkusTransaction.begin();
    try {
      rows.apply(changes);
      return load(books.current().version() + 1);
    } finally {
      QuarkusTransaction.rollback();
    }
  }

  /**
   * Says that what is stored was changed by an intake, once its transaction is over.
   *
   * @param vendor of whose accounts and seats it tells; null for of none
   * @param intake its id
   */
  public void tellTaken(@Nullable String vendor, @Nullable String intake) {
    taken.fire(new BookTaken(false, vendor, intake));
  }

  @Transactional
  boolean isEmpty() {
    return isEmptyNow();
  }

  private boolean isEmptyNow() {
    boolean[] empty = new boolean[1];
    inTables(tables -> empty[0] = tables.isEmpty());
    return empty[0];
  }

  private Book load(long version) {
    var loaded = new Book[1];
    inTables(tables -> loaded[0] = new BookLoader(tables).load(version));
    return loaded[0];
  }

  /** Writes the stored book as a zip, as it is at one moment whatever is changed meanwhile. */
  @Transactional(Transactional.TxType.REQUIRES_NEW)
  public void write(OutputStream out) {
    OneMoment.from(entities);
    inTables(
        tables -> {
          try {
            BookWriter.write(tables, out, clock.today());
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
        });
  }

  private interface TableWork {
    void run(BookTables tables) throws SQLException;
  }

  private void inTables(TableWork work) {
    entities.unwrap(Session.class).doWork(connection -> work.run(new BookTables(connection)));
  }
}
