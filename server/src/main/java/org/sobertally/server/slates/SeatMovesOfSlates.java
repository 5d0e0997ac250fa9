package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
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
    for (Object[] row :
        entities
            .createQuery(
                "select m.kind, m.settledOn, m.slate, m.person, m.line, m.toLine, m.seats, m.ended"
                    + " from SlateMove m where m.state = :confirmed and m.settledOn is not null"
                    + " and m.kind in :kinds order by m.settledOn, m.slate, m.place",
                Object[].class)
            .setParameter("confirmed", SlateMove.State.CONFIRMED)
            .setParameter("kinds", KINDS)
            .getResultList()) {
      add(book, row, all);
    }
    return all;
  }

  private static void add(Book book, Object[] row, List<SeatMove> to) {
    MoveKind kind = (MoveKind) row[0];
    String line = (String) row[4];
    switch (kind) {
      case HAND_OUT -> to.add(of(row, SeatMove.Kind.HANDED_OUT, line, 1));
      case GIVE_BACK -> to.add(of(row, SeatMove.Kind.GIVEN_BACK, line, (Integer) row[6]));
      case DELETE -> addEnded(book, row, to);
      default -> {
        if (line != null) {
          to.add(of(row, SeatMove.Kind.TAKEN_BACK, line, 1));
        }
        if (row[5] != null) {
          to.add(of(row, SeatMove.Kind.HANDED_OUT, (String) row[5], 1));
        }
      }
    }
  }

  private static void addEnded(Book book, Object[] row, List<SeatMove> to) {
    String ended = (String) row[7];
    for (String holding : ended == null ? new String[0] : ended.split("\n")) {
      int number = book.holdings().numberOf(holding);
      if (number >= 0) {
        String line = book.lines().get(book.holdings().line(number)).id();
        to.add(of(row, SeatMove.Kind.TAKEN_BACK, line, 1));
      }
    }
  }

  private static SeatMove of(Object[] row, SeatMove.Kind kind, String line, int seats) {
    return new SeatMove((LocalDate) row[1], kind, line, seats, (String) row[2], (String) row[3]);
  }
}
