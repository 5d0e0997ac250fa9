package org.sobertally.server.renewals;

import java.time.LocalDate;
import java.util.List;
import java.util.function.UnaryOperator;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.server.http.MoneyDto;

/**
 * How far the decision about a renewal has come.
 *
 * @param version grows by one with each step; −1 where nobody has begun
 * @param mayDo what whoever asks may do next
 */
@Schema(name = "RenewalCase")
record RenewalCaseDto(
    String agreement,
    String name,
    LocalDate renews,
    LocalDate noticeBy,
    int version,
    RenewalState state,
    @Schema(nullable = true) @Nullable Choice choice,
    @Schema(nullable = true) @Nullable Decision decision,
    @Schema(nullable = true) @Nullable Notice notice,
    @Schema(nullable = true) @Nullable Kept kept,
    @Schema(nullable = true) @Nullable LocalDate renewedOn,
    List<Step> mayDo) {

  /** What somebody may do next. */
  @Schema(name = "RenewalStepToDo")
  enum Step {
    PREPARE,
    ASK,
    DECIDE,
    GIVE_NOTICE,
    WITHDRAW_NOTICE,
    RENEW,
    KEEP
  }

  /** What was chosen. */
  @Schema(name = "RenewalChosen")
  record Choice(
      @Schema(nullable = true) @Nullable String offer,
      @Schema(nullable = true) @Nullable String offerName,
      int months,
      @Schema(nullable = true) @Nullable String margin,
      List<String> known,
      MoneyDto yearlyBefore,
      MoneyDto yearlyAfter,
      MoneyDto less,
      @Schema(nullable = true) @Nullable String note,
      String preparedBy,
      @Nullable LocalDate preparedOn,
      List<Seats> seats) {}

  /** How many seats of a plan. */
  @Schema(name = "RenewalChosenSeats")
  record Seats(String plan, String name, int before, int seats, MoneyDto unit, MoneyDto yearly) {}

  /** What somebody else said, or is asked by when. */
  @Schema(name = "RenewalVerdict")
  record Decision(
      @Schema(nullable = true) LocalDate decideBy,
      @Schema(nullable = true) @Nullable String decidedBy,
      @Schema(nullable = true) @Nullable LocalDate decidedOn,
      @Schema(nullable = true) @Nullable Boolean granted,
      @Schema(nullable = true) @Nullable String note) {}

  /** How the vendor was told. */
  @Schema(name = "RenewalTold")
  record Notice(
      LocalDate day,
      @Nullable String way,
      @Schema(nullable = true) @Nullable String address,
      String by,
      @Schema(nullable = true) @Nullable String proof) {}

  /** Why it stays as it is. */
  @Schema(name = "RenewalKept")
  record Kept(@Nullable String reason, @Nullable LocalDate until) {}

  static RenewalCaseDto of(
      Book book,
      RenewalCase one,
      List<RenewalSeats> seats,
      LocalDate day,
      UnaryOperator<String> nameOf,
      List<Step> mayDo) {
    RenewalState state = one.stateOn(day);
    boolean chosen = one.preparedOn != null && !seats.isEmpty();
    return new RenewalCaseDto(
        one.agreement,
        book.agreements().byId(one.agreement).name(),
        one.renews,
        one.noticeBy,
        one.id == null ? -1 : one.version,
        state,
        chosen ? choice(book, one, seats, nameOf) : null,
        decision(one, nameOf),
        notice(one, nameOf),
        state == RenewalState.KEPT_ON_PURPOSE ? new Kept(one.keptReason, one.keptUntil) : null,
        one.renewedOn,
        mayDo);
  }

  private static @Nullable Decision decision(RenewalCase one, UnaryOperator<String> nameOf) {
    return one.decideBy == null
        ? null
        : new Decision(
            one.decideBy,
            one.decidedBy == null ? null : nameOf.apply(one.decidedBy),
            one.decidedOn,
            one.granted,
            one.decisionNote);
  }

  private static @Nullable Notice notice(RenewalCase one, UnaryOperator<String> nameOf) {
    return one.noticeOn == null
        ? null
        : new Notice(
            one.noticeOn,
            one.noticeWay,
            one.noticeAddress,
            nameOf.apply(one.noticeByWhom),
            one.proofName);
  }

  private static Choice choice(
      Book book, RenewalCase one, List<RenewalSeats> seats, UnaryOperator<String> nameOf) {
    String offer = one.offer;
    boolean offered = offer != null && book.offers().has(offer);
    return new Choice(
        offer,
        offer != null && offered ? book.offers().byId(offer).name() : offer,
        one.months,
        one.margin,
        one.knownChanges(),
        MoneyDto.of(one.before()),
        MoneyDto.of(one.after()),
        MoneyDto.of(one.less()),
        one.note,
        nameOf.apply(one.preparer()),
        one.preparedOn,
        seats.stream()
            .map(
                row ->
                    new Seats(
                        row.plan,
                        book.plans().has(row.plan) ? book.plans().byId(row.plan).name() : row.plan,
                        row.beforeSeats,
                        row.seats,
                        MoneyDto.of(one.money(row.unit)),
                        MoneyDto.of(one.money(row.yearly))))
            .toList());
  }
}
