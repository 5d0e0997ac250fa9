package org.sobertally.server.terms;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.server.desk.OwnerNames;

/** Who looks after which agreement, and who bears it. */
@ApplicationScoped
public class AgreementOwners implements OwnerNames {

  private final EntityManager entities;

  AgreementOwners(EntityManager entities) {
    this.entities = entities;
  }

  /**
   * What is noted of an agreement.
   *
   * @param owner a person's id
   */
  public record Note(@Nullable String owner, @Nullable String ownerName, @Nullable String payer) {}

  /** By agreement, those of which anything is noted. */
  @Transactional
  public Map<String, Note> all(Book book) {
    Map<String, Note> all = new HashMap<>();
    for (AgreementNote note :
        entities.createQuery("from AgreementNote", AgreementNote.class).getResultList()) {
      String owner = note.owner;
      String name =
          owner != null && book.people().has(owner) ? book.people().byId(owner).name() : owner;
      all.put(note.agreement, new Note(owner, name, note.payer));
    }
    return all;
  }

  @Override
  @Transactional
  public Map<String, String> byAgreement(Book book) {
    Map<String, String> names = new HashMap<>();
    all(book)
        .forEach(
            (agreement, note) -> {
              if (note.ownerName() != null) {
                names.put(agreement, note.ownerName());
              }
            });
    return names;
  }
}
