package org.sobertally.server.renewals;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.core.words.Words;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.desk.DeskSource;

/** Agreements whose notice day is near, and renewals that wait for somebody. */
@ApplicationScoped
class RenewalsOnDesk implements DeskSource {

  private static final int NOTICE_DAYS = 60;

  private final RenewalFigures renewals;
  private final RenewalCases cases;
  private final SignIns sessions;

  RenewalsOnDesk(RenewalFigures renewals, RenewalCases cases, SignIns sessions) {
    this.renewals = renewals;
    this.cases = cases;
    this.sessions = sessions;
  }

  @Override
  public List<Line> lines(Book book, Asker asker) {
    Map<String, RenewalCase> known =
        QuarkusTransaction.requiringNew()
            .call(
                () ->
                    cases.from(asker.day()).stream()
                        .collect(Collectors.toMap(one -> one.agreement + one.renews, one -> one)));
    List<Line> lines = new ArrayList<>();
    known.values().stream()
        .filter(
            one -> one.state == RenewalState.NOTICE_GIVEN && book.agreements().has(one.agreement))
        .filter(one -> !one.renews.isAfter(asker.day()))
        .map(one -> confirm(book, one))
        .forEach(lines::add);
    for (Agreement agreement : book.agreements().all()) {
      Optional<LocalDate> renews = agreement.nextRenewal(asker.day());
      if (agreement.inForce(asker.day()) && renews.isPresent()) {
        RenewalCase one = known.get(agreement.id() + renews.get());
        line(book, asker, agreement, renews.get(), one).ifPresent(lines::add);
      }
    }
    return lines;
  }

  private Optional<Line> line(
      Book book, Asker asker, Agreement agreement, LocalDate renews, @Nullable RenewalCase one) {
    LocalDate day = asker.day();
    LocalDate by = agreement.noticeFor(renews);
    if (one == null) {
      return open(book, agreement, day, renews, by);
    }
    return switch (one.stateOn(day)) {
      case ASKED -> asked(asker, agreement, renews, one);
      case DECIDED ->
          Optional.of(
              notice(
                  agreement,
                  "Tell the vendor how %s renews: it is decided".formatted(agreement.name()),
                  "It renews on %s as it stands, whatever was decided."
                      .formatted(Words.day(renews)),
                  less(one),
                  by));
      case NOTICE_GIVEN, RENEWED, KEPT_ON_PURPOSE -> Optional.empty();
      default -> open(book, agreement, day, renews, by);
    };
  }

  private static Line notice(
      Agreement agreement,
      String what,
      String ifNothing,
      @Nullable Money amount,
      @Nullable LocalDate by) {
    return new Line(About.NOTICE, what, ifNothing, amount, by, "/renewals/" + agreement.id())
        .of(agreement.id());
  }

  /** The renewal has come, and nobody has said what the vendor made of the notice. */
  private static Line confirm(Book book, RenewalCase one) {
    return new Line(
            About.NOTICE,
            "Write down how %s was renewed".formatted(book.agreements().byId(one.agreement).name()),
            "It renewed on %s; nothing of it is counted as kept before."
                .formatted(Words.day(one.renews)),
            less(one),
            one.renews,
            "/renewals/" + one.agreement)
        .of(one.agreement);
  }

  private static @Nullable Money less(RenewalCase one) {
    Money less = one.less();
    return less.amount().signum() > 0 ? less : null;
  }

  private Optional<Line> asked(
      Asker asker, Agreement agreement, LocalDate renews, RenewalCase one) {
    boolean own = one.isPreparedByAnyOf(sessions.behind(asker.login()));
    return asker.role() == Role.DECIDER && !own
        ? Optional.of(
            notice(
                agreement,
                "Decide how %s renews".formatted(agreement.name()),
                "It renews on %s as it stands.".formatted(Words.day(renews)),
                less(one),
                one.decideBy))
        : Optional.empty();
  }

  /** Nobody has decided anything: what it costs to let it be. */
  private Optional<Line> open(
      Book book, Agreement agreement, LocalDate day, LocalDate renews, LocalDate by) {
    if (by.isBefore(day) || by.isAfter(day.plusDays(NOTICE_DAYS))) {
      return Optional.empty();
    }
    boolean any = false;
    int given = 0;
    for (Subscription one : book.lines().all()) {
      if (one.agreement().equals(agreement.id())) {
        any = true;
        given += Math.max(0, one.quantityOn(day) - one.quantityOn(renews));
      }
    }
    Optional<RenewalMoney> money =
        renewals
            .study(book, day, agreement.id())
            .filter(study -> study.chance().renews().equals(renews))
            .map(study -> renewals.money(study, Optional.empty()));
    Money stake = money.flatMap(RenewalMoney::stake).map(Money::rounded).orElse(null);
    boolean wins = stake != null && stake.amount().signum() > 0;
    // What was too much is given back already: nothing is left to be decided.
    if (!any || given > 0 && !wins) {
      return Optional.empty();
    }
    String does = agreement.termOn(day).renews() == Agreement.Renews.AUTO ? "renews" : "ends";
    String fewer = "with %s fewer, as given back".formatted(Words.count(given, "seat"));
    String paid = money.map(m -> ", " + MoneyWords.about(m.byTheBook()) + " a year").orElse("");
    return Optional.of(
        notice(
            agreement,
            "Give notice on %s, or keep it".formatted(agreement.name()),
            "It %s on %s %s%s."
                .formatted(does, Words.day(renews), given == 0 ? "as it is" : fewer, paid),
            wins ? stake : null,
            by));
  }
}
