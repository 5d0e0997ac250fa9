package org.sobertally.server.rounds;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.MoneyDto;

/** Rounds and their seats as they are shown. */
@ApplicationScoped
class RoundViews {

  private final RoundStore store;
  private final Books books;
  private final SignIns sessions;

  RoundViews(RoundStore store, Books books, SignIns sessions) {
    this.store = store;
    this.books = books;
    this.sessions = sessions;
  }

  /** Which round, and whose. */
  public record RoundOf(
      String id, int number, String plan, String name, String owner, String ownerName) {}

  /** How far it has come. */
  public record RoundDays(
      Round.State state,
      Instant gathered,
      LocalDate askUntil,
      LocalDate decideUntil,
      @Schema(nullable = true) @Nullable Instant closed,
      @Schema(nullable = true) @Nullable String outcome) {}

  /**
   * What came of it.
   *
   * @param found how many seats were gathered
   * @param answered how many seats their holders spoke of
   * @param counts seats by what becomes of them
   * @param cameBack how many of those taken back were needed again within 30 days
   * @param watchedUntil the day on which that is known of all of them; null before any came back
   */
  public record RoundResult(
      int found,
      int answered,
      Map<RoundItem.State, Long> counts,
      int cameBack,
      @Schema(nullable = true) @Nullable LocalDate watchedUntil,
      @Nullable MoneyDto yearly,
      @Nullable MoneyDto back) {}

  /** One round. */
  @Schema(name = "Round")
  public record RoundDto(
      @JsonUnwrapped RoundOf of,
      @JsonUnwrapped RoundDays days,
      @JsonUnwrapped RoundResult result,
      List<String> slates) {}

  /** Every round, as it is asked for by its place; the newest first. */
  record All(
      List<Round> rounds, List<RoundStore.Total> totals, List<RoundStore.RoundSlate> slates) {}

  @Transactional
  All all() {
    return new All(store.rounds(), store.totals(), store.slates());
  }

  RoundDto of(All all, int place) {
    return shown(all.rounds().get(place), all.totals(), all.slates());
  }

  /**
   * @throws Refusal 404, where there is none
   */
  @Transactional
  RoundDto round(String id) {
    return shown(store.round(id), store.totals(), store.slates());
  }

  private RoundDto shown(
      Round round, List<RoundStore.Total> totals, List<RoundStore.RoundSlate> slates) {
    return new RoundDto(
        new RoundOf(
            round.id,
            round.number,
            round.plan,
            round.name,
            round.owner,
            sessions.nameOf(round.owner)),
        new RoundDays(
            round.state,
            round.gathered,
            round.askUntil,
            round.decideUntil,
            round.closed,
            round.outcome),
        result(totals.stream().filter(total -> total.round().equals(round.id)).toList()),
        slates.stream()
            .filter(slate -> slate.round().equals(round.id))
            .map(RoundStore.RoundSlate::slate)
            .sorted()
            .toList());
  }

  /** The sums of one round's totals, one for each state of its seats. */
  private RoundResult result(List<RoundStore.Total> totals) {
    String currency = books.current().rates().reportingCurrency();
    Map<RoundItem.State, Long> counts = new EnumMap<>(RoundItem.State.class);
    BigDecimal yearly = BigDecimal.ZERO;
    BigDecimal back = BigDecimal.ZERO;
    int found = 0;
    int answered = 0;
    int again = 0;
    LocalDate last = null;
    for (RoundStore.Total total : totals) {
      counts.put(total.state(), total.items());
      found += (int) total.items();
      answered += (int) total.answered();
      again += (int) total.cameBack();
      LocalDate backOn = total.lastTakenBack();
      last = backOn != null && (last == null || backOn.isAfter(last)) ? backOn : last;
      yearly = yearly.add(total.yearly());
      back = total.state() == RoundItem.State.TAKEN_BACK ? total.yearly() : back;
    }
    return new RoundResult(
        found,
        answered,
        counts,
        again,
        last == null ? null : last.plusDays(RoundReturns.WATCHED_DAYS),
        MoneyDto.of(yearly, currency),
        MoneyDto.of(back, currency));
  }

  /** Whose seat, and why it was asked about. */
  public record ItemOf(
      String id,
      String holding,
      @Schema(nullable = true) @Nullable String person,
      String name,
      String plan,
      String planName,
      String line,
      List<String> kinds,
      String why,
      @Schema(nullable = true) @Nullable LocalDate lastUsed,
      @Nullable MoneyDto yearly) {}

  /**
   * What was answered.
   *
   * @param answer what its holder said
   * @param reason why they need it, or why it was left out
   */
  public record ItemAnswer(
      RoundItem.State state,
      @Schema(nullable = true) RoundItem.@Nullable Answer answer,
      @Schema(nullable = true) @Nullable Instant answered,
      @Schema(nullable = true) @Nullable String reason) {}

  /**
   * One seat of a round, with the evidence as it was when the round began.
   *
   * @param cameBack the day on which the account got a seat of the plan again
   */
  @Schema(name = "RoundItem")
  public record ItemDto(
      @JsonUnwrapped ItemOf of,
      @JsonUnwrapped ItemAnswer said,
      @Schema(nullable = true) @Nullable String slate,
      @Schema(nullable = true) @Nullable LocalDate takenBack,
      @Schema(nullable = true) @Nullable LocalDate cameBack) {}

  ItemDto item(RoundItem item) {
    Book book = books.current();
    return new ItemDto(
        new ItemOf(
            item.id,
            item.holding,
            item.person,
            item.name,
            item.plan,
            book.plans().has(item.plan) ? book.plans().byId(item.plan).name() : item.plan,
            item.line,
            RoundPlan.words(item.kinds),
            item.why,
            item.lastUsed,
            MoneyDto.of(item.yearly, item.currency)),
        new ItemAnswer(item.state, item.answer, item.answered, item.reason),
        item.slate,
        item.takenBack,
        item.cameBack);
  }
}
