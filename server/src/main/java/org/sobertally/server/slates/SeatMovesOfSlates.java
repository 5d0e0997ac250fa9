package org.sobertally.server.slates;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.statement.SeatMove;
import org.sobertally.server.kept.SeatMoves;
import org.sobertally.server.slates.moves.SlateMove;

/** Seats that confirmed moves took back, handed out and gave back. */
@ApplicationScoped
class SeatMovesOfSlates implements SeatMoves {

  private static final List<MoveKind> KINDS =
      List.of(
          MoveKind.TAKE_BACK,
          MoveKind.DELETE,
          MoveKind.HAND_OUT,
          MoveKind.STEP_DOWN,
          MoveKind.STEP_UP,
          MoveKind.SWAP,
          MoveKind.REST,
          MoveKind.WAKE,
          MoveKind.GIVE_BACK);

  private final EntityManager entities;

  SeatMovesOfSlates(EntityManager entities) {
    this.entities = entities;
  }

  @Override
  @Transactional
  public List<SeatMove> all(Book book) {
    List<SeatMove> all = new ArrayList<>();
    // Columns and no entities: rounds leave tens of thousands of moves.
    for (Settled row :
        entities
            .createQuery(
                "select m.kind, m.settledOn, m.slate, m.person, m.line, m.toLine, m.seats, m.ended"
                    + " from SlateMove m where m.state = :confirmed and m.settledOn is not null"
                    + " and m.kind in :kinds order by m.settledOn, m.slate, m.place",
                Settled.class)
            .setParameter("confirmed", SlateMove.State.CONFIRMED)
            .setParameter("kinds", KINDS)
            .getResultList()) {
      add(book, row, all);
    }
    return all;
  }

  /** Of a settled move what is asked for, in the order in which it is. */
  record Settled(
      MoveKind kind,
      LocalDate on,
      String slate,
      @Nullable String person,
      @Nullable String line,
      @Nullable String toLine,
      @Nullable Integer seats,
      @Nullable String ended) {

    SeatMove as(SeatMove.Kind what, String of, int how) {
      return new SeatMove(on, what, of, how, slate, person);
    }
  }

  private static void add(Book book, Settled row, List<SeatMove> to) {
    String line = row.line();
    switch (row.kind()) {
      case HAND_OUT -> to.add(row.as(SeatMove.Kind.HANDED_OUT, requireNonNull(line), 1));
      case GIVE_BACK ->
          to.add(
              row.as(SeatMove.Kind.GIVEN_BACK, requireNonNull(line), requireNonNull(row.seats())));
      case DELETE -> addEnded(book, row, to);
      default -> {
        if (line != null) {
          to.add(row.as(SeatMove.Kind.TAKEN_BACK, line, 1));
        }
        if (row.toLine() != null) {
          to.add(row.as(SeatMove.Kind.HANDED_OUT, row.toLine(), 1));
        }
      }
    }
  }

  private static void addEnded(Book book, Settled row, List<SeatMove> to) {
    String ended = row.ended();
    for (String holding : ended == null ? new String[0] : ended.split("\n")) {
      int number = book.holdings().numberOf(holding);
      if (number >= 0) {
        String line = book.lines().get(book.holdings().line(number)).id();
        to.add(row.as(SeatMove.Kind.TAKEN_BACK, line, 1));
      }
    }
  }
}
