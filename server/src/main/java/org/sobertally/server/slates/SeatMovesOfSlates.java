package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
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

  private final EntityManager entities;

  SeatMovesOfSlates(EntityManager entities) {
    this.entities = entities;
  }

  @Override
  @Transactional
  public List<SeatMove> all(Book book) {
    List<SeatMove> all = new ArrayList<>();
    for (SlateMove move :
        entities
            .createQuery(
                "from SlateMove m where m.state = :confirmed and m.settledOn is not null"
                    + " and m.kind in :kinds order by m.settledOn, m.slate, m.place",
                SlateMove.class)
            .setParameter("confirmed", SlateMove.State.CONFIRMED)
            .setParameter(
                "kinds",
                List.of(
                    MoveKind.TAKE_BACK,
                    MoveKind.DELETE,
                    MoveKind.HAND_OUT,
                    MoveKind.STEP_DOWN,
                    MoveKind.STEP_UP,
                    MoveKind.SWAP,
                    MoveKind.REST,
                    MoveKind.WAKE,
                    MoveKind.GIVE_BACK))
            .getResultList()) {
      add(book, move, all);
    }
    return all;
  }

  private static void add(Book book, SlateMove move, List<SeatMove> to) {
    switch (move.kind) {
      case HAND_OUT -> to.add(of(move, SeatMove.Kind.HANDED_OUT, move.line, 1));
      case GIVE_BACK -> to.add(of(move, SeatMove.Kind.GIVEN_BACK, move.line, move.seats));
      case DELETE -> {
        for (String holding : move.endedHoldings()) {
          int number = book.holdings().numberOf(holding);
          if (number >= 0) {
            String line = book.lines().get(book.holdings().line(number)).id();
            to.add(of(move, SeatMove.Kind.TAKEN_BACK, line, 1));
          }
        }
      }
      default -> {
        if (move.line != null) {
          to.add(of(move, SeatMove.Kind.TAKEN_BACK, move.line, 1));
        }
        if (move.toLine != null) {
          to.add(of(move, SeatMove.Kind.HANDED_OUT, move.toLine, 1));
        }
      }
    }
  }

  private static SeatMove of(SlateMove move, SeatMove.Kind kind, String line, int seats) {
    return new SeatMove(move.settledOn, kind, line, seats, move.slate, move.person);
  }
}
