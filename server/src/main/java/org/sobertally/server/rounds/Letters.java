package org.sobertally.server.rounds;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.core.words.Words;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.mail.Mailroom;
import org.sobertally.server.signing.Signatures;

/** What a round writes to holders, leads and deciders. */
@ApplicationScoped
class Letters {

  /** The purpose of an answer's link. */
  private static final String PURPOSE = "round-answer";

  private static final int MOST_NAMED = 40;

  private static final String RECEIPT =
      """
      Dear %s,

      this is what was answered with your link:

      %s
      If that was not you, or not what you meant, answer again until %s:

      %s
      """;

  private static final String TO_DECIDE =
      """
      %s, round %d: %s without work would be taken back, %s a year.

      %s
      Grant all of it, some of it, or none:

      %s

      Without an answer by %s nothing happens.
      """;

  private final RoundStore store;
  private final Mailroom mailroom;
  private final Signatures signatures;
  private final SignIns sessions;
  private final String address;

  Letters(
      RoundStore store,
      Mailroom mailroom,
      Signatures signatures,
      SignIns sessions,
      @ConfigProperty(name = "sober.address") String address) {
    this.store = store;
    this.mailroom = mailroom;
    this.signatures = signatures;
    this.sessions = sessions;
    this.address = address;
  }

  /** The letter that the link was made for; empty for a forged one. */
  Optional<RoundLetter> opened(String token) {
    return signatures.opened(PURPOSE, token).map(store::letter);
  }

  /** Where the letter is answered. */
  String link(RoundLetter letter) {
    return address + "/answer/" + signatures.token(PURPOSE, letter.id);
  }

  /** Writes to everybody who can be asked, one letter each, and one to each lead. */
  void ask(Book book, Round round, List<RoundItem> items) {
    Map<String, List<RoundItem>> byPerson = new LinkedHashMap<>();
    for (RoundItem item : items) {
      if (item.person != null && canAnswer(book.people().byId(item.person), round.askUntil)) {
        byPerson.computeIfAbsent(item.person, p -> new ArrayList<>()).add(item);
      } else {
        item.state = RoundItem.State.NOT_ASKED;
      }
    }
    List<RoundLetter> letters = new ArrayList<>();
    List<Mailroom.Letter> mail = new ArrayList<>();
    byPerson.forEach(
        (id, theirs) -> {
          RoundLetter letter = new RoundLetter();
          // In the order of writing: a database puts what comes in order away faster.
          letter.id = "%d-%06d".formatted(round.number, letters.size());
          letter.round = round.id;
          letter.person = id;
          letter.email = book.people().byId(id).email();
          letters.add(letter);
          String text = asked(book, round, letter, theirs);
          mail.add(
              new Mailroom.Letter(letter.email, "Do you still need these seats?", text, "ASK"));
        });
    store.addLetters(letters);
    mailroom.send(mail);
    tellLeads(book, round, items);
  }

  private static boolean canAnswer(Person person, LocalDate day) {
    Person.Status status = person.statusOn(day);
    return person.kind() == Person.Kind.PERSON
        && (status == Person.Status.ACTIVE || status == Person.Status.ON_LEAVE)
        && !person.email().isBlank();
  }

  /** The same question once more, to those who have not answered. */
  void remind(Book book, Round round, List<RoundLetter> letters) {
    Map<String, List<RoundItem>> byPerson = new HashMap<>();
    for (RoundItem item : store.items(round.id)) {
      if (item.person != null) {
        byPerson.computeIfAbsent(item.person, p -> new ArrayList<>()).add(item);
      }
    }
    String subject = "Once more: do you still need these seats?";
    mailroom.send(
        letters.stream()
            .map(
                letter ->
                    new Mailroom.Letter(
                        letter.email,
                        subject,
                        asked(book, round, letter, byPerson.getOrDefault(letter.person, List.of())),
                        "REMIND"))
            .toList());
  }

  private String asked(Book book, Round round, RoundLetter letter, List<RoundItem> items) {
    return """
        Dear %s,

        you hold %s that nobody was seen to use:

        %s
        If you need one, say so until %s, with a word why:

        %s

        Without an answer somebody will decide whether it is taken back. The link is for you
        alone and for this question only.
        """
        .formatted(
            book.people().byId(letter.person).name(),
            items.size() == 1 ? "a seat" : Words.count(items.size(), "seat"),
            list(book, items, false),
            Words.day(round.askUntil),
            link(letter));
  }

  private static String list(Book book, List<RoundItem> items, boolean named) {
    StringBuilder text = new StringBuilder();
    items.stream()
        .limit(MOST_NAMED)
        .forEach(
            item -> {
              var plan = book.plans().byId(item.plan);
              String used =
                  item.lastUsed == null ? "no use known" : "last used " + Words.day(item.lastUsed);
              text.append("  - ");
              text.append(named ? item.name + ", " : "");
              text.append(book.vendors().byId(plan.vendor()).name()).append(' ');
              text.append(plan.name()).append(", ").append(used).append(", ");
              text.append(MoneyWords.exact(new Money(item.yearly, item.currency)))
                  .append(" a year\n");
            });
    if (items.size() > MOST_NAMED) {
      text.append("  and %,d more\n".formatted(items.size() - MOST_NAMED));
    }
    return text.toString();
  }

  /** One letter a lead, about all of their people. */
  private void tellLeads(Book book, Round round, List<RoundItem> items) {
    Map<String, List<RoundItem>> byLead = new LinkedHashMap<>();
    for (RoundItem item : items) {
      if (item.person != null) {
        book.groupsOf(item.person).stream()
            .map(Group::leads)
            .flatMap(List::stream)
            .distinct()
            .filter(lead -> !lead.equals(item.person) && book.people().has(lead))
            .forEach(lead -> byLead.computeIfAbsent(lead, l -> new ArrayList<>()).add(item));
      }
    }
    byLead.forEach(
        (id, theirs) -> {
          Person lead = book.people().byId(id);
          if (canAnswer(lead, round.askUntil)) {
            tellLead(book, round, lead, theirs);
          }
        });
  }

  private void tellLead(Book book, Round round, Person lead, List<RoundItem> theirs) {
    String subject = "%s of your groups %s looked at";
    mailroom.send(
        lead.email(),
        subject.formatted(Words.count(theirs.size(), "seat"), theirs.size() == 1 ? "is" : "are"),
        """
        Dear %s,

        these seats of people in the groups you lead were found to do no work. Their
        holders were asked whether they need them, until %s.

        %s
        Nothing is taken back before somebody has decided it.
        """
            .formatted(lead.name(), Words.day(round.askUntil), list(book, theirs, true)),
        "DIGEST");
  }

  /** Prompts everybody who may decide. */
  void prompt(Book book, Round round, List<RoundItem> items, List<String> slates) {
    if (items.isEmpty()) {
      return;
    }
    Money sum = Gathering.sum(items, items.get(0).currency);
    String links = String.join("\n", slates.stream().map(id -> address + "/slates/" + id).toList());
    for (String recipient : sessions.addressesOf(Role.DECIDER, round.owner)) {
      mailroom.send(
          recipient,
          "To decide by %s: %s, %s a year"
              .formatted(
                  Words.day(round.decideUntil),
                  Words.count(items.size(), "seat"),
                  MoneyWords.exact(sum)),
          TO_DECIDE.formatted(
              round.name,
              round.number,
              Words.count(items.size(), "seat"),
              MoneyWords.exact(sum),
              list(book, items, true),
              links,
              Words.day(round.decideUntil)),
          "DECIDE");
    }
  }

  /** What they said, back to the holder, so that an answer given by somebody else is noticed. */
  void receipt(Book book, Round round, RoundLetter letter, List<RoundItem> items) {
    StringBuilder said = new StringBuilder();
    for (RoundItem item : items) {
      if (item.answer != null) {
        said.append("  - ").append(book.plans().byId(item.plan).name()).append(": ");
        said.append(item.answer == RoundItem.Answer.KEEP ? "still needed" : "can be taken");
        said.append('\n');
      }
    }
    mailroom.send(
        letter.email,
        "Your answer was noted",
        RECEIPT.formatted(
            book.people().byId(letter.person).name(),
            said,
            Words.day(round.askUntil),
            link(letter)),
        "RECEIPT");
  }
}
