package org.sobertally.core.book;

import java.util.Arrays;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Person;

/** Whose the accounts are, by their numbers. */
final class Owners {

  private static final int NOBODY = -1;

  private final int[] person;
  private final int[] byPerson;
  private final int[] start;

  Owners(Table<Person> people, Table<Account> accounts) {
    person = new int[accounts.size()];
    start = new int[people.size() + 1];
    for (int a = 0; a < person.length; a++) {
      String whose = accounts.get(a).person();
      person[a] = whose == null ? NOBODY : people.require(whose);
      if (person[a] >= 0) {
        start[person[a] + 1]++;
      }
    }
    for (int p = 0; p + 1 < start.length; p++) {
      start[p + 1] += start[p];
    }
    int[] next = start.clone();
    byPerson = new int[start[start.length - 1]];
    for (int a = 0; a < person.length; a++) {
      if (person[a] >= 0) {
        byPerson[next[person[a]]++] = a;
      }
    }
  }

  /** The number of the account's person, or −1 for nobody. */
  int of(int account) {
    return person[account];
  }

  int[] accountsOf(int number) {
    return Arrays.copyOfRange(byPerson, start[number], start[number + 1]);
  }

  /** The first place of the person's accounts. */
  int start(int number) {
    return start[number];
  }

  int atPlace(int place) {
    return byPerson[place];
  }
}
