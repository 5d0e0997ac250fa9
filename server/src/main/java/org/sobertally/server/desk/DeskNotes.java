package org.sobertally.server.desk;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.words.Words;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.desk.DeskNote.Said;
import org.sobertally.server.desk.DeskSource.Line;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;

/** Says of lines of the desk whose they are, that they rest, and that they are settled. */
@ApplicationScoped
class DeskNotes {

  /** For longer nothing is put off: it would be forgotten. */
  private static final int MOST_DAYS = 366;

  private static final int LONGEST_REASON = 500;

  private final EntityManager entities;
  private final Journal journal;
  private final TallyClock clock;
  private final SignIns people;

  DeskNotes(EntityManager entities, Journal journal, TallyClock clock, SignIns people) {
    this.entities = entities;
    this.journal = journal;
    this.clock = clock;
    this.people = people;
  }

  /** By the lines' keys. */
  @Transactional
  Map<String, DeskNote> all() {
    Map<String, DeskNote> all = new HashMap<>();
    entities
        .createQuery("from DeskNote", DeskNote.class)
        .getResultList()
        .forEach(note -> all.put(note.key, note));
    return all;
  }

  /** It is theirs from now on, whosever it was before. */
  @Transactional
  void take(Line line, String actor) {
    DeskNote note = noteOf(line);
    if (actor.equals(note.takenBy)) {
      throw Refusal.conflict("It is yours already.");
    }
    String before =
        note.takenBy == null ? "" : ", before with %s".formatted(people.nameOf(note.takenBy));
    note.takenBy = actor;
    journal.add(actor, "DESK_TAKEN", "Takes care of: %s%s.".formatted(line.what(), before));
  }

  /** It is nobody's again. */
  @Transactional
  void leave(Line line, String actor) {
    DeskNote note = noteOf(line);
    if (!actor.equals(note.takenBy)) {
      throw Refusal.conflict("It is not yours to leave.");
    }
    note.takenBy = null;
    journal.add(
        actor, "DESK_LEFT", "Does not take care of it any more: %s.".formatted(line.what()));
  }

  /** It comes back on that day, or as soon as its own last day would be missed. */
  @Transactional
  void putOff(Line line, @Nullable LocalDate until, @Nullable String reason, String actor) {
    LocalDate today = clock.today();
    if (until == null) {
      throw Refusal.badInput("until: say the day on which it comes back.");
    }
    if (!until.isAfter(today) || until.isAfter(today.plusDays(MOST_DAYS))) {
      throw Refusal.badInput(
          "until: use a day after today, and at most %d days from now.".formatted(MOST_DAYS));
    }
    if (line.by() != null && until.isAfter(line.by())) {
      throw Refusal.badInput(
          "until: the chance is gone on %s. Choose a day before it."
              .formatted(Words.day(line.by())));
    }
    say(line, Said.PUT_OFF, until, reason, actor);
    journal.add(
        actor,
        "DESK_PUT_OFF",
        "Put off to %s: %s. %s".formatted(Words.day(until), line.what(), reason));
  }

  /** Nothing more is to be done about it as it stands. */
  @Transactional
  void settle(Line line, @Nullable String reason, String actor) {
    if (!line.about().isSettledBySaying()) {
      throw Refusal.conflict("This is settled by doing it; the line opens where.");
    }
    say(line, Said.SETTLED, null, reason, actor);
    journal.add(actor, "DESK_SETTLED", "Settled: %s. %s".formatted(line.what(), reason));
  }

  /** It is open again. */
  @Transactional
  void putBack(Line line, String actor) {
    DeskNote note = noteOf(line);
    if (DeskNote.of(note, line, clock.today()) == null) {
      throw Refusal.conflict("It is on the desk.");
    }
    note.said = null;
    note.until = null;
    journal.add(actor, "DESK_PUT_BACK", "Back on the desk: %s.".formatted(line.what()));
  }

  private void say(
      Line line, Said said, @Nullable LocalDate until, @Nullable String reason, String actor) {
    if (reason == null || reason.isBlank() || reason.length() > LONGEST_REASON) {
      throw Refusal.badInput(
          "reason: say why, in at most %d characters.".formatted(LONGEST_REASON));
    }
    DeskNote note = noteOf(line);
    note.said = said;
    note.until = until;
    note.reason = reason.strip();
    note.saidBy = actor;
    note.saidOn = clock.today();
    note.what = line.what();
  }

  private DeskNote noteOf(Line line) {
    DeskNote known = entities.find(DeskNote.class, line.key());
    if (known != null) {
      return known;
    }
    DeskNote fresh = new DeskNote();
    fresh.key = line.key();
    fresh.what = Objects.requireNonNull(line.what());
    entities.persist(fresh);
    return fresh;
  }
}
