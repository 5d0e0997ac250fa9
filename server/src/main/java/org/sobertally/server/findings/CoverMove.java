package org.sobertally.server.findings;

import org.eclipse.microprofile.openapi.annotations.media.Schema;
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
    @Schema(nullable = true) String holding,
    @Schema(nullable = true) String account,
    @Schema(nullable = true) String line) {

  static CoverMove takeBack(String holding) {
    return new CoverMove(MoveKind.TAKE_BACK, holding, null, null);
  }
}
