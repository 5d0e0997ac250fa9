package org.sobertally.server.slates;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.List;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.core.slate.Preview;
import org.sobertally.core.words.Words;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.mail.Mailroom;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.MoveWords;
import org.sobertally.server.slates.moves.SlateMove;

/** Tells everybody who may decide that a slate waits for them, whoever drafted it. */
@ApplicationScoped
class DeciderMail {

  private static final int MOST_LISTED = 20;

  private static final String TO_DECIDE =
      """
      %s asks you to decide a slate of %s, %s a year.

      %s%s
      Grant all of it, some of it, or none:

      %s/slates/%s

      Without an answer by %s nothing happens.
      """;

  private final MoveTypes types;
  private final Mailroom mailroom;
  private final SignIns sessions;
  private final String address;

  DeciderMail(
      MoveTypes types,
      Mailroom mailroom,
      SignIns sessions,
      @ConfigProperty(name = "sober.address") String address) {
    this.types = types;
    this.mailroom = mailroom;
    this.sessions = sessions;
    this.address = address;
  }

  /** Within the transaction that sends the slate. */
  void tell(Book book, Slate slate, List<SlateMove> moves, Preview preview) {
    List<String> recipients = sessions.addressesOf(Role.DECIDER, slate.author);
    if (recipients.isEmpty()) {
      return;
    }
    String deadline = Words.day(requireNonNull(slate.deadline));
    String note = slate.note == null || slate.note.isBlank() ? "" : "“" + slate.note + "”\n\n";
    String count = Words.count(moves.size(), "move");
    String money = MoneyWords.exact(preview.yearly());
    String body =
        TO_DECIDE.formatted(
            sessions.nameOf(slate.author),
            count,
            money,
            note,
            list(book, moves),
            address,
            slate.id,
            deadline);
    String subject = "To decide by %s: %s, %s a year".formatted(deadline, count, money);
    recipients.forEach(recipient -> mailroom.send(recipient, subject, body, "DECIDE"));
  }

  private String list(Book book, List<SlateMove> moves) {
    StringBuilder list = new StringBuilder();
    for (SlateMove move : moves.subList(0, Math.min(MOST_LISTED, moves.size()))) {
      list.append("  - ").append(types.words(book, move)).append(" for ");
      list.append(MoveWords.holder(book, move)).append('\n');
    }
    if (moves.size() > MOST_LISTED) {
      list.append("  - and %,d more\n".formatted(moves.size() - MOST_LISTED));
    }
    return list.toString();
  }
}
