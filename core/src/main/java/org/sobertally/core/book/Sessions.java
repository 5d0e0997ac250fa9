package org.sobertally.core.book;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.people.Account;

/**
 * All sessions as columns, ordered by plan and within a plan by start, then by earlier end, then by
 * id: the order in which starts are served.
 */
public final class Sessions {

  /** An absent end. */
  public static final long OPEN = Long.MAX_VALUE;

  private final String[] ids;
  private final int[] account;
  private final long[] started;
  private final long[] ended;
  private final int[] planStart;

  private Sessions(int size, int plans) {
    ids = new String[size];
    account = new int[size];
    started = new long[size];
    ended = new long[size];
    planStart = new int[plans + 1];
  }

  private record Row(int plan, long started, long ended, String id, int account) {}

  private static Row row(Session s, Table<Plan> plans, Table<Account> accounts) {
    return new Row(
        plans.require(s.plan()),
        s.started().toEpochMilli(),
        s.ended() == null ? OPEN : s.ended().toEpochMilli(),
        s.id(),
        accounts.require(s.account()));
  }

  static Sessions of(List<Session> sessions, Table<Plan> plans, Table<Account> accounts) {
    List<Row> rows = new ArrayList<>(sessions.size());
    for (Session s : sessions) {
      rows.add(row(s, plans, accounts));
    }
    return of(rows, plans.size());
  }

  private static Sessions of(List<Row> rows, int plans) {
    rows.sort(
        Comparator.comparingInt(Row::plan)
            .thenComparingLong(Row::started)
            .thenComparingLong(Row::ended)
            .thenComparing(Row::id));
    Sessions columns = new Sessions(rows.size(), plans);
    for (int s = 0; s < rows.size(); s++) {
      Row row = rows.get(s);
      columns.ids[s] = row.id;
      columns.account[s] = row.account;
      columns.started[s] = row.started;
      columns.ended[s] = row.ended;
      columns.planStart[row.plan + 1]++;
    }
    for (int p = 0; p < plans; p++) {
      columns.planStart[p + 1] += columns.planStart[p];
    }
    return columns;
  }

  /** The same sessions, but these in place of those with their ids, or beside them. */
  Sessions with(List<Session> changed, Table<Plan> plans, Table<Account> accounts) {
    Set<String> replaced = new HashSet<>();
    List<Row> rows = new ArrayList<>(ids.length + changed.size());
    for (Session s : changed) {
      replaced.add(s.id());
      rows.add(row(s, plans, accounts));
    }
    for (int plan = 0; plan < plans.size(); plan++) {
      for (int s = planStart[plan]; s < planStart[plan + 1]; s++) {
        if (!replaced.contains(ids[s])) {
          rows.add(new Row(plan, started[s], ended[s], ids[s], account[s]));
        }
      }
    }
    return of(rows, plans.size());
  }

  private Sessions(Sessions same, int[] account) {
    ids = same.ids;
    this.account = account;
    started = same.started;
    ended = same.ended;
    planStart = same.planStart;
  }

  /** The same sessions after an account came in before those numbered {@code place} and up. */
  Sessions withAccountAt(int place) {
    return new Sessions(this, Shifted.from(account, place));
  }

  public int size() {
    return ids.length;
  }

  /** The first number of the plan's sessions. */
  public int planStart(int plan) {
    return planStart[plan];
  }

  /** The number after the plan's last session. */
  public int planEnd(int plan) {
    return planStart[plan + 1];
  }

  public String id(int session) {
    return ids[session];
  }

  /** The number of the account. */
  public int account(int session) {
    return account[session];
  }

  /** Milliseconds since the epoch. */
  public long started(int session) {
    return started[session];
  }

  /** Milliseconds since the epoch, {@link #OPEN} while it lasts. */
  public long ended(int session) {
    return ended[session];
  }
}
