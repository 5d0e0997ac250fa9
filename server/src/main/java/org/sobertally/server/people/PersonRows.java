package org.sobertally.server.people;

import java.util.ArrayList;
import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.core.roll.PeopleRoll;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.http.MoneyDto;

/** Puts people into rows. */
final class PersonRows {

  private final Book book;
  private final UseStates states;
  private final PeopleRoll roll;

  PersonRows(Book book, UseStates states, PeopleRoll roll) {
    this.book = book;
    this.states = states;
    this.roll = roll;
  }

  PersonRow row(int p) {
    Person person = book.people().get(p);
    List<Group> groups = book.groupsOf(person.id());
    Person.Status status = person.statusOn(states.asOf());
    return new PersonRow(
        new PersonRow.Directory(
            person.id(),
            person.name(),
            person.email(),
            person.department(),
            person.site(),
            status,
            status == person.status() ? person.statusSince() : null,
            person.kind(),
            person.manager() == null ? null : book.people().byId(person.manager()).name()),
        groups.stream().map(Group::name).toList(),
        groups.stream()
            .filter(group -> group.leads().contains(person.id()))
            .map(Group::name)
            .toList(),
        roll.seats(p),
        plans(p),
        MoneyDto.of(roll.cost(p)),
        MoneyDto.of(roll.recoverable(p)),
        Days.date(roll.lastUsed(p)),
        List.copyOf(roll.found(p)));
  }

  private List<String> plans(int p) {
    List<String> plans = new ArrayList<>();
    for (int account : book.accountsOf(p)) {
      for (int h : book.holdings().ofAccount(account)) {
        if (states.isOpen(h)) {
          plans.add(book.planOfLine(book.holdings().line(h)).name());
        }
      }
    }
    return plans;
  }

  static PeopleResource.Totals totals(Book book, PeopleRoll roll, int[] people) {
    Money cost = Money.zero(book.rates().reportingCurrency());
    Money recoverable = cost;
    int seats = 0;
    int service = 0;
    for (int p : people) {
      service += book.people().get(p).kind() == Person.Kind.SERVICE ? 1 : 0;
      seats += roll.seats(p);
      cost = cost.plus(roll.cost(p));
      recoverable = recoverable.plus(roll.recoverable(p));
    }
    return new PeopleResource.Totals(
        people.length, service, seats, MoneyDto.of(cost), MoneyDto.of(recoverable));
  }
}
