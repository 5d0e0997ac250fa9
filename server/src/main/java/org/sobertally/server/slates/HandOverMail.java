package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.List;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.people.Person;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.words.Words;
import org.sobertally.server.mail.Mailroom;
import org.sobertally.server.slates.moves.MoveWords;
import org.sobertally.server.slates.moves.SlateMove;

/** Tells successors whose data they are to take over, and until when it can be reached. */
@ApplicationScoped
class HandOverMail {

  private final Mailroom mailroom;
  private final String address;

  HandOverMail(Mailroom mailroom, @ConfigProperty(name = "sober.address") String address) {
    this.mailroom = mailroom;
    this.address = address;
  }

  /** Within the transaction that posts the slate. */
  void ask(Book book, List<SlateMove> moves, String actor) {
    for (SlateMove move : moves) {
      if (move.successor != null && book.people().has(move.successor)) {
        Person successor = book.people().byId(move.successor);
        mailroom.send(
            successor.email(),
            "To take over: what %s stores at %s"
                .formatted(MoveWords.holder(book, move), MoveWords.vendor(book, move)),
            letter(book, move, successor, reach(book, move, moves)),
            "HAND_OVER");
      }
    }
  }

  /** Until when the old account can be reached, as far as the slate decides it. */
  private static String reach(Book book, SlateMove handOver, List<SlateMove> moves) {
    Vendor vendor = book.vendors().byId(handOver.vendor);
    for (SlateMove move : moves) {
      if (move.kind == MoveKind.DELETE && handOver.account().equals(move.account)) {
        String after =
            vendor.restoreDays() == null || vendor.restoreDays() == 0
                ? "and is gone then"
                : "and can be brought back for %d days after".formatted(vendor.restoreDays());
        return move.due == null
            ? "The old account can be reached until it is handed over; it is deleted only then, %s."
                .formatted(after)
            : "The old account can be reached until %s; it is deleted then, if all is handed over, %s."
                .formatted(Words.day(move.due), after);
      }
    }
    return "The old account stays, and can be reached by %s's administrators."
        .formatted(vendor.name());
  }

  private String letter(Book book, SlateMove move, Person successor, String reach) {
    String name = MoveWords.holder(book, move);
    String what = move.dataKinds == null ? "everything that is stored there" : move.dataKinds;
    String when =
        move.due == null ? "as soon as you agree" : "from %s on".formatted(Words.day(move.due));
    return """
        %s,

        %s goes, and you are named to take over at %s: %s.
        It comes to your own account there %s.
        %s

        If you agree, or cannot, tell whoever looks after the seats; they write it down here:

        %s/slates/%s
        """
        .formatted(
            successor.name(),
            name,
            MoveWords.vendor(book, move),
            what,
            when,
            reach,
            address,
            move.slate);
  }
}
