package org.sobertally.server.findings;

import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.slate.MoveKind;

/**
 * A move as it can be put on a slate.
 *
 * @param holding the seat that it is about; null where one is handed out
 * @param account who gets a seat; null otherwise
 * @param line the subscription of the seat that is got
 */
@Schema(name = "CoverMove")
record CoverMove(
    MoveKind kind,
    @Schema(nullable = true) @Nullable String holding,
    @Schema(nullable = true) @Nullable String account,
    @Schema(nullable = true) @Nullable String line) {

  static CoverMove takeBack(String holding) {
    return new CoverMove(MoveKind.TAKE_BACK, holding, null, null);
  }
}
