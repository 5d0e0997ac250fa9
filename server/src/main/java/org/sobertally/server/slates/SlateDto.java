package org.sobertally.server.slates;

import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.slate.Remark;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.slates.moves.SlateMove;

/**
 * A slate as it is answered.
 *
 * @param moves all of them; in a list of slates only those of the asker's own draft
 */
@Schema(name = "Slate")
record SlateDto(
    @JsonUnwrapped Drafted drafted,
    @JsonUnwrapped Decided decided,
    @JsonUnwrapped MoveCounts counts,
    List<MoveDto> moves,
    PreviewDto preview) {
  /** Who drafted it. */
  record Drafted(
      String id,
      Slate.State state,
      String author,
      String authorName,
      Instant created,
      @Schema(nullable = true) @Nullable LocalDate deadline,
      @Schema(nullable = true) @Nullable String note) {}

  /**
   * Who decided it, and what whoever asks may do.
   *
   * @param mayDecide whether whoever asks may decide it now
   * @param mayPost whether whoever asks may post it now
   */
  record Decided(
      @Schema(nullable = true) @Nullable String decider,
      @Schema(nullable = true) @Nullable String deciderName,
      @Schema(nullable = true) @Nullable String reason,
      boolean mayDecide,
      boolean mayPost) {}

  /**
   * How many of its moves are where.
   *
   * @param openCalls calls to vendors that are not settled
   * @param byHand changes that somebody makes at a vendor by hand and has not made yet
   * @param about what its moves do, in a few words; at most four of them
   * @param settled moves that came to an end, one way or the other
   * @param readBack moves that the vendor shows, as it was read afterwards
   */
  record MoveCounts(
      int openCalls,
      int byHand,
      int moveCount,
      List<String> about,
      int settled,
      int failed,
      int readBack) {}

  /**
   * @param own whether the slate is the asker's own, by whatever name
   */
  static SlateDto of(
      Slate slate,
      SlateViews.Asker asker,
      boolean own,
      LocalDate today,
      SignIns sessions,
      MoveCounts counts,
      List<MoveDto> moves,
      PreviewDto preview) {
    return new SlateDto(
        drafted(slate, sessions),
        new Decided(
            slate.decider,
            slate.decider == null ? null : sessions.nameOf(slate.decider),
            slate.reason,
            slate.waitsOn(today) && asker.role() == Role.DECIDER && !own,
            slate.state == Slate.State.GRANTED && asker.role() == Role.STEWARD),
        counts,
        moves,
        preview);
  }

  private static Drafted drafted(Slate slate, SignIns sessions) {
    return new Drafted(
        slate.id,
        slate.state,
        slate.author,
        sessions.nameOf(slate.author),
        slate.created,
        slate.deadline,
        slate.note);
  }

  /**
   * What is done.
   *
   * @param what the move in a few words
   */
  record Move(String id, MoveKind kind, String what, SlateMove.State state) {}

  /** To whom and to which seat. */
  record MoveOf(
      @Schema(nullable = true) @Nullable String holding,
      @Schema(nullable = true) @Nullable String account,
      @Schema(nullable = true) @Nullable String person,
      String name,
      String vendor,
      String vendorName,
      @Schema(nullable = true) @Nullable String plan,
      @Schema(nullable = true) @Nullable String planName,
      @Schema(nullable = true) @Nullable String line,
      @Schema(nullable = true) @Nullable String toLine) {}

  /** How many seats it is, or how one was used. */
  record MoveFacts(
      @Schema(nullable = true) @Nullable Integer seats,
      @Schema(nullable = true) @Nullable Integer idleDays,
      @Schema(nullable = true) @Nullable LocalDate lastUsed) {}

  /**
   * The money of it, and until when it can be taken back.
   *
   * @param yearly below zero where money is saved
   * @param cashFrom the day from which it is
   * @param byHand whether somebody has to make the change at the vendor
   * @param mayEnd whether whoever asks may give up on it while it is on its way
   * @param settledHow how it is known that it is done
   */
  record MoveMoney(
      @Nullable MoneyDto yearly,
      @Schema(nullable = true) @Nullable LocalDate cashFrom,
      @Schema(nullable = true) @Nullable LocalDate undoUntil,
      boolean mayUndo,
      boolean byHand,
      boolean mayEnd,
      @Schema(nullable = true) SlateMove.@Nullable How settledHow,
      @Schema(nullable = true) @Nullable String reason) {}

  /**
   * What it waits for.
   *
   * @param waitsFor what the vendor said last, while the move is on its way
   * @param due the day on which it is made; null for at once
   * @param waits whether it is made after the earlier moves of its account
   * @param successor who takes the data over
   * @param agreedOn when the successor agreed
   */
  record MoveSteps(
      @Schema(nullable = true) @Nullable String waitsFor,
      @Schema(nullable = true) @Nullable LocalDate due,
      boolean waits,
      @Schema(nullable = true) @Nullable String successor,
      @Schema(nullable = true) @Nullable String successorName,
      @Schema(nullable = true) @Nullable LocalDate agreedOn) {}

  /** One move. */
  @Schema(name = "Move")
  record MoveDto(
      @JsonUnwrapped Move move,
      @JsonUnwrapped MoveOf of,
      @JsonUnwrapped MoveFacts facts,
      List<RemarkDto> blocks,
      List<RemarkDto> warnings,
      @JsonUnwrapped MoveMoney money,
      @JsonUnwrapped MoveSteps steps) {}

  @Schema(name = "Remark")
  record RemarkDto(Remark.Code code, String text) {}

  @Schema(name = "Preview")
  record PreviewDto(
      List<LinePreviewDto> lines,
      MoneyDto yearly,
      MoneyDto cashThisYear,
      List<CashDay> cash,
      int seatsBack,
      int blocked,
      int oneWay) {}

  /** From the day on so much a year is no longer paid, once the quantity is lowered. */
  @Schema(name = "CashDay")
  record CashDay(LocalDate day, String line, int seats, MoneyDto yearly) {}

  @Schema(name = "LinePreview")
  record LinePreviewDto(
      String line, String planName, Counts before, Counts after, MoneyDto yearlyDelta) {}

  @Schema(name = "Counts")
  record Counts(
      int bought,
      int spare,
      int promised,
      int held,
      int resting,
      @JsonProperty("short") int missing) {}
}
