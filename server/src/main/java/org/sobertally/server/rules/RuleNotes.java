package org.sobertally.server.rules;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/** What people said of the house's rules beside the book, within the caller's transaction. */
@ApplicationScoped
class RuleNotes {

  private final EntityManager entities;

  RuleNotes(EntityManager entities) {
    this.entities = entities;
  }

  Map<LineNote.Key, LineNote> lines() {
    Map<LineNote.Key, LineNote> all = new HashMap<>();
    entities
        .createQuery("from LineNote", LineNote.class)
        .getResultList()
        .forEach(note -> all.put(new LineNote.Key(note.plan, note.name), note));
    return all;
  }

  /** The line was drawn by them on the day. */
  void drawn(String plan, String name, String by, LocalDate on) {
    LineNote note = new LineNote();
    note.plan = plan;
    note.name = name;
    note.by = by;
    note.on = on;
    entities.merge(note);
  }

  /** Subscriptions that are mixed on purpose, by id. */
  Set<String> mixed() {
    return entities
        .createQuery("from MixedLine", MixedLine.class)
        .getResultStream()
        .map(one -> one.line)
        .collect(Collectors.toSet());
  }

  /** The subscription is mixed on purpose. */
  void mix(String line, String by, LocalDate since) {
    MixedLine mixed = new MixedLine();
    mixed.line = line;
    mixed.by = by;
    mixed.since = since;
    entities.persist(mixed);
  }

  /** It is mixed on purpose no longer. */
  void unmix(String line) {
    entities.remove(entities.find(MixedLine.class, line));
  }
}
