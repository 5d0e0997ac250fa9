package org.sobertally.server.book.store;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.sobertally.server.book.schema.BookFile;

@QuarkusTest
class BookTablesTest {

  @Inject EntityManager entities;

  @Test
  @Transactional
  void theMigrationsHaveAColumnForEveryColumnOfTheFormat() {
    for (BookFile file : BookTables.stored()) {
      List<?> found =
          entities
              .createNativeQuery(
                  """
                  select column_name from information_schema.columns
                  where table_name = :t and column_name <> 'NUMBER' order by ordinal_position
                  """,
                  String.class)
              .setParameter("t", file.sqlTable().toUpperCase(Locale.ROOT))
              .getResultList();
      List<String> wanted =
          file.columns().stream().map(c -> c.name().toUpperCase(Locale.ROOT)).toList();
      assertThat(found.toArray()).as(file.name()).isEqualTo(wanted.toArray());
    }
  }
}
