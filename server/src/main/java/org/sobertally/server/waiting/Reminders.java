package org.sobertally.server.waiting;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.sobertally.core.words.Words;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.mail.Mailroom;
import org.sobertally.server.time.TallyClock;

/** When people were reminded of invitations that they did not answer. */
@ApplicationScoped
class Reminders {

  private final EntityManager entities;
  private final Journal journal;
  private final TallyClock clock;
  private final Mailroom mailroom;

  Reminders(EntityManager entities, Journal journal, TallyClock clock, Mailroom mailroom) {
    this.mailroom = mailroom;
    this.entities = entities;
    this.journal = journal;
    this.clock = clock;
  }

  private void write(WaitingResource.Invitation invitation) {
    String plan = invitation.invited().vendorName() + " " + invitation.invited().planName();
    String others = invitation.waiting() > 0 ? " Others wait for one." : "";
    mailroom.send(
        invitation.email(),
        "Your invitation to " + plan,
        """
        Dear %s,

        you were invited to %s on %s and have not answered yet. Please accept the invitation, or
        say that you do not need the seat.%s
        """
            .formatted(invitation.invited().name(), plan, Words.day(invitation.since()), others),
        "INVITATION");
  }

  /** The day of the last reminder, by holding. */
  @Transactional
  Map<String, LocalDate> last() {
    Map<String, LocalDate> last = new HashMap<>();
    entities
        .createQuery("from InvitationReminder r", InvitationReminder.class)
        .getResultList()
        .stream()
        .map(reminder -> reminder.key)
        .forEach(key -> last.merge(key.holding(), key.reminded(), (a, b) -> a.isAfter(b) ? a : b));
    return last;
  }

  /**
   * Records that the holders were reminded today, and writes to them where they are to be; a second
   * time on one day does nothing.
   */
  @Transactional
  void record(List<WaitingResource.Invitation> invitations, boolean send, String actor) {
    int fresh = 0;
    for (WaitingResource.Invitation invitation : invitations) {
      InvitationReminder.Key key =
          new InvitationReminder.Key(invitation.invited().holding(), clock.today());
      if (entities.find(InvitationReminder.class, key) != null) {
        continue;
      }
      entities.persist(new InvitationReminder(key, actor));
      if (send) {
        write(invitation);
      }
      fresh++;
    }
    if (fresh > 0) {
      journal.add(
          actor,
          "REMINDED",
          fresh == 1
              ? "Reminded one person of their invitation."
              : "Reminded %s of their invitations.".formatted(Words.people(fresh)));
    }
  }
}
