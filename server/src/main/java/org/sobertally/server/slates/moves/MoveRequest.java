package org.sobertally.server.slates.moves;

import com.fasterxml.jackson.databind.JsonNode;
import java.time.LocalDate;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.server.http.Params;
import org.sobertally.server.refusal.Refusal;

/**
 * A move as it is asked for.
 *
 * @param holding the seat that is taken back, changed or kept
 * @param account whose seat or login it is
 * @param person to whom a seat is handed out, where no account is named
 * @param plan the plan that is handed out, changed to, given back or bought
 * @param line the subscription of that plan; chosen by us where absent
 * @param data what becomes of a deleted account's data
 * @param reason why a seat is kept
 * @param until the day on which a keep ends
 * @param seats how many are given back or bought
 * @param rule the standing rule that a seat is handed out by; null for by hand
 * @param due the day on which it is made, once the slate is posted; null for at once
 * @param waits whether it is made only once the earlier moves of its account on the slate are
 *     confirmed
 */
@Schema(name = "MoveRequest")
public record MoveRequest(
    MoveKind kind,
    @Schema(nullable = true) @Nullable String holding,
    @Schema(nullable = true) @Nullable String account,
    @Schema(nullable = true) @Nullable String person,
    @Schema(nullable = true) @Nullable String plan,
    @Schema(nullable = true) @Nullable String line,
    @Schema(nullable = true, implementation = String.class) Move.@Nullable DataRoute data,
    @Schema(nullable = true) @Nullable String reason,
    @Schema(nullable = true) @Nullable String until,
    @Schema(nullable = true) @Nullable Integer seats,
    @Schema(nullable = true) @Nullable String rule,
    @Schema(nullable = true) @Nullable String due,
    @Schema(nullable = true) @Nullable Boolean waits) {

  private static final int LONGEST_REASON = 1000;

  /** One seat back. */
  public static MoveRequest takeBack(String holding) {
    return new MoveRequest(
        MoveKind.TAKE_BACK,
        holding,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null);
  }

  /** Something done to an account. */
  public static MoveRequest ofAccount(
      MoveKind kind, String account, Move.@Nullable DataRoute data) {
    return new MoveRequest(
        kind, null, account, null, null, null, data, null, null, null, null, null, null);
  }

  /** A seat that goes to the vendor's plan that rests. */
  public static MoveRequest rest(String holding, @Nullable String plan) {
    return new MoveRequest(
        MoveKind.REST, holding, null, null, plan, null, null, null, null, null, null, null, null);
  }

  /** Whatever resting seat the account has then goes to the plan. */
  public static MoveRequest wake(String account, String plan) {
    return new MoveRequest(
        MoveKind.WAKE, null, account, null, plan, null, null, null, null, null, null, null, null);
  }

  /** A seat of the plan for an account. */
  public static MoveRequest handOut(String account, @Nullable String plan) {
    return new MoveRequest(
        MoveKind.HAND_OUT,
        null,
        account,
        null,
        plan,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null);
  }

  /** The account's data for the successor; {@code kinds} null for all of it. */
  public static MoveRequest handOver(
      String account, @Nullable String successor, @Nullable String kinds) {
    return new MoveRequest(
        MoveKind.HAND_OVER,
        null,
        account,
        successor,
        null,
        null,
        null,
        kinds,
        null,
        null,
        null,
        null,
        null);
  }

  /** The same on a day of its own, or after the ones before it. */
  public MoveRequest on(@Nullable LocalDate day, boolean after) {
    return new MoveRequest(
        kind,
        holding,
        account,
        person,
        plan,
        line,
        data,
        reason,
        until,
        seats,
        rule,
        day == null ? null : day.toString(),
        after);
  }

  /**
   * As it was sent.
   *
   * @param at where it stands in what was sent, for instance moves[3]
   * @throws Refusal 400, where a field is missing or unreadable
   */
  public static MoveRequest of(JsonNode move, String at) {
    if (!move.isObject()) {
      throw Refusal.badInput("%s: use an object with named fields.".formatted(at));
    }
    MoveKind kind =
        Params.choice(at + ".kind", text(move, "kind"), MoveKind.class)
            .orElseThrow(() -> Refusal.badInput("%s.kind: say which move it is.".formatted(at)));
    String reason = text(move, "reason");
    if (reason != null && reason.length() > LONGEST_REASON) {
      throw Refusal.badInput("%s.reason: at most %,d characters.".formatted(at, LONGEST_REASON));
    }
    return new MoveRequest(
        kind,
        text(move, "holding"),
        text(move, "account"),
        text(move, "person"),
        text(move, "plan"),
        text(move, "line"),
        Params.choice(at + ".data", text(move, "data"), Move.DataRoute.class).orElse(null),
        reason,
        text(move, "until"),
        move.path("seats").isInt() ? move.path("seats").intValue() : null,
        text(move, "rule"),
        text(move, "due"),
        move.path("waits").isBoolean() ? move.path("waits").booleanValue() : null);
  }

  private static @Nullable String text(JsonNode move, String field) {
    JsonNode value = move.path(field);
    String text = value.isNull() ? "" : value.asText("").strip();
    return text.isEmpty() ? null : text;
  }
}
