package org.sobertally.core.slate;

import org.sobertally.core.slate.Remark.Code;

/** A seat may not be taken back until a day. */
final class KeepRule implements MoveRule<Move.KeepIt> {

  private final Workings at;

  KeepRule(Workings at) {
    this.at = at;
  }

  @Override
  public void preview(Move.KeepIt move, PreviewInProgress sheet) {
    int h = sheet.heldNow(move.holding());
    if (h < 0) {
      return;
    }
    if (move.reason() == null || move.reason().isBlank()) {
      sheet.block(Code.INCOMPLETE, "A keep needs a reason.");
    }
    if (move.until() == null || !move.until().isAfter(at.asOf)) {
      sheet.block(Code.INCOMPLETE, "A keep needs a day after today on which it ends.");
    }
    sheet.claim(h, "keeps this seat");
  }
}
