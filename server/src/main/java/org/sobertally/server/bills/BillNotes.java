package org.sobertally.server.bills;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;

/** Whether bills were accepted, are disputed, or were settled. */
@ApplicationScoped
class BillNotes {

  private final EntityManager entities;
  private final Journal journal;
  private final TallyClock clock;

  BillNotes(EntityManager entities, Journal journal, TallyClock clock) {
    this.entities = entities;
    this.journal = journal;
    this.clock = clock;
  }

  /** By bill; those of which nobody has said anything are not among them. */
  @Transactional
  Map<String, BillNote> all() {
    Map<String, BillNote> all = new HashMap<>();
    entities
        .createQuery("from BillNote", BillNote.class)
        .getResultList()
        .forEach(note -> all.put(note.bill, note));
    return all;
  }

  /** Null where nobody has said anything. */
  @Transactional
  @Nullable BillNote of(String bill) {
    return entities.find(BillNote.class, bill);
  }

  static BillState state(@Nullable BillNote note) {
    return note == null ? BillState.OPEN : note.state;
  }

  /** Says what became of the bill. */
  @Transactional
  void say(String bill, BillState state, @Nullable String note, String actor) {
    BillNote known = entities.find(BillNote.class, bill);
    BillState now = state(known);
    if (!now.next().contains(state)) {
      throw Refusal.conflict(
          "The bill %s is %s; it cannot be %s now.".formatted(bill, now.words(), state.words()));
    }
    if (state == BillState.SETTLED && note == null) {
      throw Refusal.badInput("note: say how it was settled.");
    }
    BillNote one = known == null ? new BillNote() : known;
    one.bill = bill;
    one.state = state;
    one.note = note;
    one.author = actor;
    one.noted = clock.today();
    if (known == null) {
      entities.persist(one);
    }
    journal.add(
        actor,
        "BILL_" + state,
        "The bill %s is %s%s".formatted(bill, state.words(), note == null ? "." : ": " + note));
  }

  /** Nothing is known any more of a bill that was taken out. */
  @Transactional
  void forget(String bill) {
    entities
        .createQuery("delete from BillNote where bill = :bill")
        .setParameter("bill", bill)
        .executeUpdate();
  }
}
