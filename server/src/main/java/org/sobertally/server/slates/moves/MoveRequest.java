package org.sobertally.server.slates.moves;

import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.slate.Move.DataRoute;
import org.sobertally.core.slate.MoveKind;

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
    @JsonProperty(required = true) @JsonSetter(nulls = Nulls.FAIL) MoveKind kind,
    @Schema(nullable = true) @Size(max = LONGEST_ID) @Nullable String holding,
    @Schema(nullable = true) @Size(max = LONGEST_ID) @Nullable String account,
    @Schema(nullable = true) @Size(max = LONGEST_ID) @Nullable String person,
    @Schema(nullable = true) @Size(max = LONGEST_ID) @Nullable String plan,
    @Schema(nullable = true) @Size(max = LONGEST_ID) @Nullable String line,
    @Schema(nullable = true, implementation = String.class) @Nullable DataRoute data,
    @Schema(nullable = true) @Size(max = 1000) @Nullable String reason,
    @Schema(nullable = true) @Size(max = LONGEST_ID) @Nullable String until,
    @Schema(nullable = true) @Nullable Integer seats,
    @Schema(nullable = true) @Size(max = LONGEST_ID) @Nullable String rule,
    @Schema(nullable = true) @Size(max = LONGEST_ID) @Nullable String due,
    @Schema(nullable = true) @Nullable Boolean waits) {

  private static final int LONGEST_ID = 200;

  /** What is sent empty is not said. */
  public MoveRequest {
    holding = stripped(holding);
    account = stripped(account);
    person = stripped(person);
    plan = stripped(plan);
    line = stripped(line);
    reason = stripped(reason);
    until = stripped(until);
    rule = stripped(rule);
    due = stripped(due);
  }

  private static @Nullable String stripped(@Nullable String text) {
    return text == null || text.isBlank() ? null : text.strip();
  }

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
  public static MoveRequest ofAccount(MoveKind kind, String account, @Nullable DataRoute data) {
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

  /** A seat of the plan for a person, whose account is opened where they have none. */
  public static MoveRequest handOutTo(String person, String plan) {
    return new MoveRequest(
        MoveKind.HAND_OUT,
        null,
        null,
        person,
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
}
