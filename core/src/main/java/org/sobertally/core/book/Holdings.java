package org.sobertally.core.book;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.time.Days;

/**
 * All holdings as columns, ordered by subscription, so that a question about one subscription reads
 * one stretch of each column. A holding's number is its place in that order; it means something
 * only together with this very object.
 */
public final class Holdings {

  private static final int ASKED_OFTEN = 64;

  private final String[] ids;
  private final int[] account;
  private final int[] line;
  private final int[] from;
  private final int[] until;
  private final Holding.Method[] method;
  private final int[] lineStart;
  private final int[] byAccount;
  private final int[] accountStart;
  private final int[] lineByAccount;
  private @Nullable Map<String, Integer> numberOf;
  private int asked;

  private Holdings(
      String[] ids,
      int[] account,
      int[] line,
      int[] from,
      int[] until,
      Holding.Method[] method,
      int lines,
      int accounts) {
    this.ids = ids;
    this.account = account;
    this.line = line;
    this.from = from;
    this.until = until;
    this.method = method;
    this.lineStart = starts(line, lines);
    this.accountStart = starts(account, accounts);
    this.byAccount = new int[ids.length];
    int[] next = accountStart.clone();
    for (int h = 0; h < ids.length; h++) {
      byAccount[next[account[h]]++] = h;
    }
    this.lineByAccount = new int[ids.length];
    int[] nextOfLine = lineStart.clone();
    for (int h : byAccount) {
      lineByAccount[nextOfLine[line[h]]++] = h;
    }
  }

  private Holdings(Holdings same, int[] until) {
    this.ids = same.ids;
    this.account = same.account;
    this.line = same.line;
    this.from = same.from;
    this.until = until;
    this.method = same.method;
    this.lineStart = same.lineStart;
    this.accountStart = same.accountStart;
    this.byAccount = same.byAccount;
    this.lineByAccount = same.lineByAccount;
    this.numberOf = same.numberOf;
  }

  /** One holding, its account and subscription already numbered; days are epoch days. */
  record Row(String id, int account, int line, int from, int until, Holding.Method method) {}

  static Holdings of(List<Row> rows, int lines, int accounts) {
    Row[] sorted = rows.toArray(Row[]::new);
    Arrays.sort(
        sorted,
        (a, b) -> a.line != b.line ? Integer.compare(a.line, b.line) : a.id.compareTo(b.id));
    int n = sorted.length;
    String[] ids = new String[n];
    int[] account = new int[n];
    int[] line = new int[n];
    int[] from = new int[n];
    int[] until = new int[n];
    Holding.Method[] method = new Holding.Method[n];
    for (int h = 0; h < n; h++) {
      Row row = sorted[h];
      ids[h] = row.id;
      account[h] = row.account;
      line[h] = row.line;
      from[h] = row.from;
      until[h] = row.until;
      method[h] = row.method;
    }
    return new Holdings(ids, account, line, from, until, method, lines, accounts);
  }

  Holdings withUntil(int holding, int day) {
    int[] changed = until.clone();
    changed[holding] = day;
    return new Holdings(this, changed);
  }

  /** All of these end on the day. */
  Holdings withUntil(Collection<Integer> numbers, int day) {
    int[] changed = until.clone();
    numbers.forEach(holding -> changed[holding] = day);
    return new Holdings(this, changed);
  }

  /** Several more, put in where their order wants them. */
  Holdings withAll(List<Row> more) {
    List<Row> rows = new ArrayList<>(ids.length + more.size());
    for (int h = 0; h < ids.length; h++) {
      rows.add(new Row(ids[h], account[h], line[h], from[h], until[h], method[h]));
    }
    rows.addAll(more);
    return of(rows, lineStart.length - 1, accountStart.length - 1);
  }

  /** One more, put in where its order wants it: one copy of each column. */
  Holdings with(Row row) {
    int place = lineStart[row.line];
    while (place < lineStart[row.line + 1] && ids[place].compareTo(row.id) < 0) {
      place++;
    }
    String[] newIds = new String[ids.length + 1];
    Holding.Method[] newMethod = new Holding.Method[ids.length + 1];
    System.arraycopy(ids, 0, newIds, 0, place);
    System.arraycopy(ids, place, newIds, place + 1, ids.length - place);
    newIds[place] = row.id;
    System.arraycopy(method, 0, newMethod, 0, place);
    System.arraycopy(method, place, newMethod, place + 1, method.length - place);
    newMethod[place] = row.method;
    return new Holdings(
        newIds,
        inserted(account, place, row.account),
        inserted(line, place, row.line),
        inserted(from, place, row.from),
        inserted(until, place, row.until),
        newMethod,
        lineStart.length - 1,
        accountStart.length - 1);
  }

  private static int[] inserted(int[] column, int place, int value) {
    int[] longer = new int[column.length + 1];
    System.arraycopy(column, 0, longer, 0, place);
    System.arraycopy(column, place, longer, place + 1, column.length - place);
    longer[place] = value;
    return longer;
  }

  /** The same holdings after a subscription came in before those numbered {@code place} and up. */
  Holdings withLineAt(int place) {
    int[] moved = Shifted.from(line, place);
    return new Holdings(
        ids, account, moved, from, until, method, lineStart.length, accountStart.length - 1);
  }

  /** The same holdings after an account came in before those numbered {@code place} and up. */
  Holdings withAccountAt(int place) {
    int[] moved = Shifted.from(account, place);
    return new Holdings(
        ids, moved, line, from, until, method, lineStart.length - 1, accountStart.length);
  }

  private static int[] starts(int[] keys, int count) {
    int[] starts = new int[count + 1];
    for (int key : keys) {
      starts[key + 1]++;
    }
    for (int k = 0; k < count; k++) {
      starts[k + 1] += starts[k];
    }
    return starts;
  }

  public int size() {
    return ids.length;
  }

  public String id(int holding) {
    return ids[holding];
  }

  /** The number of the account that holds it. */
  public int account(int holding) {
    return account[holding];
  }

  /** The number of the subscription it is of. */
  public int line(int holding) {
    return line[holding];
  }

  /** Epoch day from which it is held. */
  public int from(int holding) {
    return from[holding];
  }

  /** Epoch day from which it is no longer held, {@link Days#OPEN} while it lasts. */
  public int until(int holding) {
    return until[holding];
  }

  public Holding.Method method(int holding) {
    return method[holding];
  }

  /** Whether it is held on the epoch day. */
  public boolean openOn(int holding, int day) {
    return Days.within(day, from[holding], until[holding]);
  }

  /** The first number of the subscription's holdings. */
  public int lineStart(int lineNumber) {
    return lineStart[lineNumber];
  }

  /** The number after the subscription's last holding. */
  public int lineEnd(int lineNumber) {
    return lineStart[lineNumber + 1];
  }

  /**
   * The subscription's holdings in the order of their accounts, in which a loop reads the activity
   * from front to back and meets all holdings of one account together.
   *
   * @param place from {@link #lineStart} to before {@link #lineEnd}
   * @return a holding's number
   */
  public int byAccount(int place) {
    return lineByAccount[place];
  }

  /** The first place of the account's holdings for {@link #atPlaceOfAccount}. */
  public int accountStart(int accountNumber) {
    return accountStart[accountNumber];
  }

  /** The place after the account's last holding. */
  public int accountEnd(int accountNumber) {
    return accountStart[accountNumber + 1];
  }

  /** The holding's number at a place between {@link #accountStart} and {@link #accountEnd}. */
  public int atPlaceOfAccount(int place) {
    return byAccount[place];
  }

  /** The numbers of everything the account holds or held. */
  public int[] ofAccount(int accountNumber) {
    return Arrays.copyOfRange(
        byAccount, accountStart[accountNumber], accountStart[accountNumber + 1]);
  }

  /** The number of the holding with that id, or −1. */
  public synchronized int numberOf(String id) {
    if (numberOf == null && ++asked < ASKED_OFTEN) {
      return searched(id);
    }
    if (numberOf == null) {
      Map<String, Integer> numbers = new HashMap<>(2 * ids.length);
      for (int h = 0; h < ids.length; h++) {
        numbers.put(ids[h], h);
      }
      numberOf = numbers;
    }
    return numberOf.getOrDefault(id, -1);
  }

  /** While moves are settled a version is asked for a few ids only: no index is made for those. */
  private int searched(String id) {
    for (int l = 0; l + 1 < lineStart.length; l++) {
      int found = Arrays.binarySearch(ids, lineStart[l], lineStart[l + 1], id);
      if (found >= 0) {
        return found;
      }
    }
    return -1;
  }
}
