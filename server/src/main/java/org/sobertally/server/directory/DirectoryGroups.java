package org.sobertally.server.directory;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;

/** Which groups an identity provider keeps. */
@ApplicationScoped
public class DirectoryGroups {

  private final ScimStore store;

  DirectoryGroups(ScimStore store) {
    this.store = store;
  }

  /** Whether the group is the provider's, who would set it right again after any change here. */
  @Transactional
  public boolean keeps(String group) {
    return store.find(ScimRow.Kind.GROUP, group).filter(row -> !row.gone).isPresent();
  }
}
