package org.sobertally.core.book;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Person;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.time.Days;

class StandingsTest {

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void columnsSayWhatPeopleAndAccountsSay(long seed) {
    RandomBook drawn = new RandomBook(seed);
    Book book = drawn.book;
    for (int a = 0; a < book.accounts().size(); a++) {
      Account account = book.accounts().get(a);
      int person = book.personOfAccount(a);
      for (int back = -40; back < 300; back += 13) {
        LocalDate day = drawn.asOf.minusDays(back);
        Account.State state = book.standings().stateOn(a, Days.of(day));
        Person.Status status = book.standings().statusOn(person, Days.of(day));
        assertThat(state).isEqualTo(account.stateOn(day));
        assertThat(status).isEqualTo(book.people().get(person).statusOn(day));
        if (book.standings().plain(a)) {
          assertThat(state).isEqualTo(Account.State.ACTIVE);
          assertThat(status).isEqualTo(Person.Status.ACTIVE);
        }
      }
    }
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void everyHoldingIsMetOnceBySubscriptionAndOnceByAccount(long seed) {
    Book book = new RandomBook(seed).book;
    Holdings holdings = book.holdings();
    int[] met = new int[holdings.size()];
    for (int line = 0; line < book.lines().size(); line++) {
      int before = -1;
      for (int place = holdings.lineStart(line); place < holdings.lineEnd(line); place++) {
        int h = holdings.byAccount(place);
        assertThat(holdings.line(h)).isEqualTo(line);
        assertThat(holdings.account(h)).isGreaterThanOrEqualTo(before);
        before = holdings.account(h);
        met[h]++;
      }
    }
    for (int a = 0; a < book.accounts().size(); a++) {
      for (int p = holdings.accountStart(a); p < holdings.accountEnd(a); p++) {
        assertThat(holdings.account(holdings.atPlaceOfAccount(p))).isEqualTo(a);
        met[holdings.atPlaceOfAccount(p)]++;
      }
    }
    assertThat(met).containsOnly(2);
  }
}
