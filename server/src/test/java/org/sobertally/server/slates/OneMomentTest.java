package org.sobertally.server.slates;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javax.sql.DataSource;
import org.junit.jupiter.api.Test;

/** A slate is shown as it was at one moment, though its moves are settled meanwhile. */
@QuarkusTest
class OneMomentTest {

  private static final String KEY = "one moment";

  @Inject SlateStore store;
  @Inject EntityManager entities;
  @Inject DataSource database;

  private void write(String sql) {
    QuarkusTransaction.requiringNew().run(() -> entities.createNativeQuery(sql).executeUpdate());
  }

  private Object count() {
    return entities
        .createNativeQuery("select count(*) from house_line where plan = '" + KEY + "'")
        .getSingleResult();
  }

  @Test
  void whatOthersCommitMeanwhileIsNotSeen() {
    List<Object> seen =
        QuarkusTransaction.requiringNew()
            .call(
                () -> {
                  store.lookAtOneMoment();
                  Object first = count();
                  write(
                      "insert into house_line (plan, name, changed_by, changed)"
                          + " values ('%s', 'idle_line', 'runa', date '2026-09-30')"
                              .formatted(KEY));
                  return List.of(first, count());
                });
    assertThat(seen.get(1)).isEqualTo(seen.get(0));
    assertThat(QuarkusTransaction.requiringNew().call(this::count)).isNotEqualTo(seen.get(0));
    write("delete from house_line where plan = '" + KEY + "'");
  }

  @Test
  void nobodyElseGetsThatConnectionAsItWas() throws SQLException {
    QuarkusTransaction.requiringNew().run(store::lookAtOneMoment);
    Set<Integer> levels = new HashSet<>();
    for (int n = 0; n < 40; n++) {
      try (Connection connection = database.getConnection()) {
        levels.add(connection.getTransactionIsolation());
      }
    }
    assertThat(levels).containsExactly(Connection.TRANSACTION_READ_COMMITTED);
  }
}
