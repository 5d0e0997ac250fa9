package org.sobertally.server.leading;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.time.TallyClock;

/** Who leads which field of people, what the others said, and the addresses that people had. */
@ApplicationScoped
public class FieldLeads {

  private static final int LONGEST = 2000;

  private final EntityManager entities;
  private final TallyClock clock;

  FieldLeads(EntityManager entities, TallyClock clock) {
    this.entities = entities;
    this.clock = clock;
  }

  /** What a source says otherwise than what stands. */
  @Schema(name = "PersonAside")
  public record Said(String field, Source source, String said, LocalDate on) {}

  @Transactional
  public LeadRules rules() {
    return new LeadRules(leaders());
  }

  Map<String, Source> leaders() {
    Map<String, Source> leaders = new HashMap<>();
    entities
        .createQuery("from FieldLead", FieldLead.class)
        .getResultList()
        .forEach(lead -> leaders.put(lead.field, lead.source));
    return leaders;
  }

  /** In the caller's transaction; null for whoever spoke last. */
  void lead(String field, Source source) {
    FieldLead known = entities.find(FieldLead.class, field);
    if (source == null) {
      if (known != null) {
        entities.remove(known);
      }
      entities
          .createQuery("delete from PersonAside a where a.field = :field")
          .setParameter("field", field)
          .executeUpdate();
      return;
    }
    FieldLead lead = known == null ? new FieldLead() : known;
    lead.field = field;
    lead.source = source;
    if (known == null) {
      entities.persist(lead);
    }
    entities
        .createQuery("delete from PersonAside a where a.field = :field and a.source = :source")
        .setParameter("field", field)
        .setParameter("source", source)
        .executeUpdate();
  }

  /**
   * Keeps aside what a source said, in the caller's transaction.
   *
   * @return how many are otherwise than they were
   */
  public int keep(Collection<LeadRules.Aside> asides) {
    if (asides.isEmpty()) {
      return 0;
    }
    Map<PersonAside.Key, PersonAside> known = known(asides);
    LocalDate today = clock.today();
    int changed = 0;
    for (LeadRules.Aside aside : asides) {
      PersonAside.Key key = new PersonAside.Key(aside.person(), aside.field(), aside.source());
      changed += keep(aside, known.get(key), today) ? 1 : 0;
    }
    return changed;
  }

  /** Whether anything becomes otherwise by it. */
  private boolean keep(LeadRules.Aside aside, @Nullable PersonAside known, LocalDate today) {
    if (aside.said() == null) {
      if (known != null) {
        entities.remove(known);
      }
      return known != null;
    }
    String said = aside.said().substring(0, Math.min(LONGEST, aside.said().length()));
    if (known != null && known.said.equals(said)) {
      return false;
    }
    PersonAside row = known == null ? new PersonAside() : known;
    row.on = today;
    row.said = said;
    if (known == null) {
      row.person = aside.person();
      row.field = aside.field();
      row.source = aside.source();
      entities.persist(row);
    }
    return true;
  }

  /** One person is looked up by itself, many at once. */
  private Map<PersonAside.Key, PersonAside> known(Collection<LeadRules.Aside> asides) {
    Set<String> people = new HashSet<>();
    asides.forEach(aside -> people.add(aside.person()));
    String only = people.size() == 1 ? " where a.person = :person" : "";
    var query = entities.createQuery("from PersonAside a" + only, PersonAside.class);
    if (!only.isEmpty()) {
      query.setParameter("person", people.iterator().next());
    }
    Map<PersonAside.Key, PersonAside> known = new HashMap<>();
    for (PersonAside row : query.getResultList()) {
      known.put(new PersonAside.Key(row.person, row.field, row.source), row);
    }
    return known;
  }

  /** What is said of the person otherwise than what stands. */
  @Transactional
  public List<Said> asideOf(String person) {
    return entities
        .createQuery(
            "from PersonAside a where a.person = :person order by a.field", PersonAside.class)
        .setParameter("person", person)
        .getResultStream()
        .map(row -> new Said(row.field, row.source, row.said, row.on))
        .toList();
  }

  /** How much a field has aside. */
  record Aside(String field, long count) {}

  /** How much each field has aside. */
  Map<String, Long> counts() {
    return entities
        .createQuery("select a.field, count(a) from PersonAside a group by a.field", Aside.class)
        .getResultStream()
        .collect(Collectors.toMap(Aside::field, Aside::count));
  }

  /** From now on the person is found by the address as well; in the caller's transaction. */
  public void hadMail(String person, String mail) {
    String key = mail.strip().toLowerCase(Locale.ROOT);
    if (!key.isEmpty() && entities.find(OldMail.class, new OldMail(key, person)) == null) {
      entities.persist(new OldMail(key, person));
    }
  }

  /** Whom an address belonged to, in small letters; several where it went from one to another. */
  @Transactional
  public Map<String, List<String>> oldMails() {
    Map<String, List<String>> mails = new HashMap<>();
    entities
        .createQuery("from OldMail", OldMail.class)
        .getResultList()
        .forEach(old -> mails.computeIfAbsent(old.mail, m -> new ArrayList<>()).add(old.person));
    return mails;
  }
}
