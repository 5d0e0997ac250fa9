package org.sobertally.server.renewals;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.List;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.core.words.Words;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.mail.Mailroom;

/** Mail about renewals, within the transaction that causes it. */
@ApplicationScoped
class RenewalMail {

  private static final String TO_DECIDE =
      """
      %s asks you to decide how %s renews on %s.

      %s%s
      It costs %s a year as it stands, and would cost %s.

      %s/renewals/%s/brief

      Notice must be given by %s. Without an answer by %s it renews as it stands.
      """;

  private final Mailroom mailroom;
  private final SignIns sessions;
  private final String address;

  RenewalMail(
      Mailroom mailroom, SignIns sessions, @ConfigProperty(name = "sober.address") String address) {
    this.mailroom = mailroom;
    this.sessions = sessions;
    this.address = address;
  }

  void askDeciders(Book book, RenewalCase one, List<RenewalSeats> seats) {
    Agreement agreement = book.agreements().byId(one.agreement);
    String decideBy = Words.day(requireNonNull(one.decideBy));
    String note = one.note == null || one.note.isBlank() ? "" : "“" + one.note + "”\n\n";
    String body =
        TO_DECIDE.formatted(
            sessions.nameOf(one.preparer()),
            agreement.name(),
            Words.day(one.renews),
            note,
            list(book, seats),
            MoneyWords.exact(one.before().rounded()),
            MoneyWords.exact(one.after().rounded()),
            address,
            one.agreement,
            Words.day(one.noticeBy),
            decideBy);
    String subject = "To decide by %s: how %s renews".formatted(decideBy, agreement.name());
    sessions
        .addressesOf(Role.DECIDER, one.preparer())
        .forEach(recipient -> mailroom.send(recipient, subject, body, "DECIDE"));
  }

  private static String list(Book book, List<RenewalSeats> seats) {
    StringBuilder list = new StringBuilder();
    for (RenewalSeats row : seats) {
      list.append(
          "  - %s: %d seats, now %d\n"
              .formatted(book.plans().byId(row.plan).name(), row.seats, row.beforeSeats));
    }
    return list.toString();
  }

  /** Tells whoever prepared it what became of it. */
  void tellDecision(Book book, RenewalCase one) {
    String name = book.agreements().byId(one.agreement).name();
    boolean granted = Boolean.TRUE.equals(one.granted);
    String said = one.decisionNote == null ? "" : "“" + one.decisionNote + "”\n\n";
    String body =
        """
        %s has %s how %s renews on %s.

        %s%s/renewals/%s
        """
            .formatted(
                sessions.nameOf(requireNonNull(one.decidedBy)),
                granted ? "granted" : "refused",
                name,
                Words.day(one.renews),
                said,
                address,
                one.agreement);
    String subject = "%s: the renewal of %s".formatted(granted ? "Granted" : "Refused", name);
    sessions
        .addressOf(one.preparer())
        .ifPresent(recipient -> mailroom.send(recipient, subject, body, "DECIDED"));
  }
}
