package org.sobertally.server.slates.moves;

import com.fasterxml.jackson.databind.JsonNode;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.server.http.Params;
import org.sobertally.server.http.Problem;

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
 */
@Schema(name = "MoveRequest")
public record MoveRequest(
    MoveKind kind,
    @Schema(nullable = true) String holding,
    @Schema(nullable = true) String account,
    @Schema(nullable = true) String person,
    @Schema(nullable = true) String plan,
    @Schema(nullable = true) String line,
    @Schema(nullable = true, implementation = String.class) Move.DataRoute data,
    @Schema(nullable = true) String reason,
    @Schema(nullable = true) String until,
    @Schema(nullable = true) Integer seats,
    @Schema(nullable = true) String rule) {

  private static final int LONGEST_REASON = 1000;

  /** One seat back. */
  public static MoveRequest takeBack(String holding) {
    return new MoveRequest(
        MoveKind.TAKE_BACK, holding, null, null, null, null, null, null, null, null, null);
  }

  /**
   * As it was sent.
   *
   * @param at where it stands in what was sent, for instance moves[3]
   * @throws io.quarkiverse.resteasy.problem.HttpProblem 400, where a field is missing or unreadable
   */
  public static MoveRequest of(JsonNode move, String at) {
    if (!move.isObject()) {
      throw Problem.badRequest("%s: use an object with named fields.".formatted(at));
    }
    MoveKind kind =
        Params.choice(at + ".kind", text(move, "kind"), MoveKind.class)
            .orElseThrow(() -> Problem.badRequest("%s.kind: say which move it is.".formatted(at)));
    String reason = text(move, "reason");
    if (reason != null && reason.length() > LONGEST_REASON) {
      throw Problem.badRequest("%s.reason: at most %,d characters.".formatted(at, LONGEST_REASON));
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
        text(move, "rule"));
  }

  private static String text(JsonNode move, String field) {
    JsonNode value = move.path(field);
    String text = value.isNull() ? "" : value.asText("").strip();
    return text.isEmpty() ? null : text;
  }
}
