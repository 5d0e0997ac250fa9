package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.List;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Person;
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
            letter(book, move, successor),
            "HAND_OVER");
      }
    }
  }

  private String letter(Book book, SlateMove move, Person successor) {
    String name = MoveWords.holder(book, move);
    String what = move.dataKinds == null ? "everything that is stored there" : move.dataKinds;
    String when =
        move.due == null ? "as soon as you agree" : "from %s on".formatted(Words.day(move.due));
    return """
        %s,

        %s goes, and you are named to take over at %s: %s.
        It comes to your own account there %s. The old account is deleted only once that is done.

        If you agree, or cannot, tell whoever looks after the seats; they write it down here:

        %s/slates/%s
        """
        .formatted(
            successor.name(), name, MoveWords.vendor(book, move), what, when, address, move.slate);
  }
}
