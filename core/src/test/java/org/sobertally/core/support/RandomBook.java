package org.sobertally.core.support;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.LongStream;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.agreement.Term;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;

/**
 * A book drawn from a seed, together with the plain facts that it was built from, so that a slow
 * statement of a rule can be put to them.
 */
public final class RandomBook {

  /** Seeds for parameterized tests; the seed of a failure is in the test's name. */
  public static LongStream seeds() {
    return LongStream.range(1, 41);
  }

  public final Book book;
  public final LocalDate asOf;

  /** Days of use by account id and part. */
  public final Map<String, Map<String, Set<LocalDate>>> used = new HashMap<>();

  private final Random random;
  private final TestBook draft = new TestBook();

  public RandomBook(long seed) {
    random = new Random(seed);
    LocalDate evidenceFrom = TestBook.EVIDENCE_FROM.plusDays(random.nextInt(120));
    LocalDate evidenceTo = evidenceFrom.plusDays(40 + random.nextInt(230));
    draft.evidence =
        seed % 9 == 0 ? null : new Evidence(evidenceFrom, evidenceTo, Evidence.Kind.DAILY);
    asOf = TestBook.TODAY.minusDays(random.nextInt(150)).plusDays(random.nextInt(60));
    if (seed % 4 == 0) {
      draft.vendor =
          new org.sobertally.core.catalogue.Vendor(
              "quillmoor", "Quillmoor", java.time.Duration.ZERO, false, 30, true, null);
    }
    if (seed % 7 == 3) {
      draft.vendor =
          new org.sobertally.core.catalogue.Vendor(
              "quillmoor", "Quillmoor", java.time.Duration.ZERO, false, 0, false, null);
    }
    for (int line = 0; line < draft.lines.size(); line++) {
      Subscription plain = draft.lines.get(line);
      draft.lines.set(
          line,
          new Subscription(
              plain.id(),
              plain.agreement(),
              plain.plan(),
              random.nextInt(12),
              new PriceList(PriceList.Pricing.FLAT, plain.prices().unitPrice(), List.of(), 0),
              changes()));
    }
    if (seed % 5 == 2) {
      tellLaterTerms(new Random(seed));
    }
    for (int p = 0; p < 12 + random.nextInt(20); p++) {
      tellPerson("p" + p);
    }
    book = draft.build();
  }

  /** Terms that end by hand, with a gap before the next or before it ends. */
  private void tellLaterTerms(Random dice) {
    draft.renews = dice.nextBoolean() ? Agreement.Renews.MANUAL : Agreement.Renews.AUTO;
    LocalDate first = TestBook.TODAY.minusDays(60 + dice.nextInt(120));
    LocalDate second = first.plusDays(40 + dice.nextInt(90));
    draft.later =
        List.of(
            new Term.Later(
                first, first.plusDays(20 + dice.nextInt(60)), null, Agreement.Renews.MANUAL, null),
            new Term.Later(second, second.plusYears(1), 60, null, null));
  }

  /** The same book, told in another order. */
  public Book shuffled() {
    Collections.shuffle(draft.plans, random);
    Collections.shuffle(draft.lines, random);
    Collections.shuffle(draft.people, random);
    Collections.shuffle(draft.accounts, random);
    Collections.shuffle(draft.holdings, random);
    Collections.shuffle(draft.keeps, random);
    return draft.build();
  }

  private List<Subscription.QuantityChange> changes() {
    List<Subscription.QuantityChange> changes = new ArrayList<>();
    Set<LocalDate> days = new HashSet<>();
    for (int c = 0; c < random.nextInt(3); c++) {
      LocalDate day = LocalDate.of(2026, 1, 1).plusDays(random.nextInt(300));
      if (days.add(day)) {
        int more = random.nextInt(8) - 3;
        changes.add(new Subscription.QuantityChange(day, more == 0 ? 4 : more, null));
      }
    }
    return changes;
  }

  private void tellPerson(String id) {
    Person.Status status = Person.Status.values()[Math.max(0, random.nextInt(9) - 5)];
    LocalDate since = random.nextBoolean() ? null : day();
    LocalDate until = random.nextBoolean() ? null : day();
    draft.person(id, status, since, until);
    Account.State[] states = {
      Account.State.INVITED,
      Account.State.SUSPENDED,
      Account.State.ACTIVE,
      Account.State.ACTIVE,
      Account.State.ACTIVE
    };
    draft.account("a-" + id, id, states[random.nextInt(5)], random.nextBoolean() ? null : day());
    for (String line : List.of("letter", "folio", "opus")) {
      if (random.nextInt(2) == 0) {
        LocalDate from = day();
        LocalDate end = from.plusDays(random.nextInt(200));
        draft.holds(id, line, from, random.nextInt(3) == 0 ? end : null);
        if (random.nextInt(12) == 0) {
          draft.keeps.add(new Keep("k-" + id + line, id + "-" + line, "audit", null, day()));
        }
      }
    }
    for (String part : List.of("mail", "docs", "charts")) {
      tellUse(id, part);
    }
  }

  private void tellUse(String person, String part) {
    double chance = random.nextDouble() * random.nextDouble();
    LocalDate stop = day().plusDays(80);
    for (LocalDate day = LocalDate.of(2025, 12, 20); day.isBefore(stop); day = day.plusDays(1)) {
      if (random.nextDouble() < chance) {
        draft.uses(person, part, day);
        used.computeIfAbsent("a-" + person, a -> new HashMap<>())
            .computeIfAbsent(part, p -> new HashSet<>())
            .add(day);
      }
    }
  }

  private LocalDate day() {
    return LocalDate.of(2025, 12, 1).plusDays(random.nextInt(300));
  }

  /** Whether the account used the part on the day. */
  public boolean usedOn(String account, String part, LocalDate day) {
    return used.getOrDefault(account, Map.of()).getOrDefault(part, Set.of()).contains(day);
  }
}
