package org.sobertally.server.directory;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.util.HashMap;
import java.util.Map;

/** By which names people sign in, as an identity provider says. */
@ApplicationScoped
public class DirectoryNames {

  private final ScimStore store;

  DirectoryNames(ScimStore store) {
    this.store = store;
  }

  /** People by {@code userName}, in small letters; who was deleted there is left out. */
  @Transactional
  public Map<String, String> people() {
    Map<String, String> people = new HashMap<>();
    store
        .all(ScimRow.Kind.USER)
        .forEach(
            (person, row) -> {
              if (!row.gone && row.nameKey != null) {
                people.put(row.nameKey, person);
              }
            });
    return people;
  }
}
