package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.Preview;
import org.sobertally.core.slate.Remark;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.SlateMove;

/** What stops a move: what the book says, and what is under way elsewhere. */
@ApplicationScoped
class SlateBlocks {

  private final SlateStore store;
  private final MoveTypes types;

  SlateBlocks(SlateStore store, MoveTypes types) {
    this.types = types;
    this.store = store;
  }

  /** The blocks of each move, in their order. */
  List<List<Remark>> of(Book book, Slate slate, List<SlateMove> moves, Preview preview) {
    Set<String> unsettled = store.unsettledAccounts();
    Set<String> seatsElsewhere = new HashSet<>();
    Set<String> loginsElsewhere = new HashSet<>();
    for (SlateMove other : store.plannedElsewhere(slate.id)) {
      seatsElsewhere.add(other.holding);
      if (types.of(other).ofLogin()) {
        loginsElsewhere.add(other.account);
      }
    }
    List<List<Remark>> all = new ArrayList<>();
    for (int m = 0; m < moves.size(); m++) {
      SlateMove move = moves.get(m);
      List<Remark> blocks = new ArrayList<>(preview.moves().get(m).blocks());
      if (types.callsVendor(move) && move.account != null && unsettled.contains(move.account)) {
        String text = "An earlier move of this account is not confirmed yet.";
        blocks.add(new Remark(Remark.Code.UNCONFIRMED, text));
      }
      boolean seat = move.holding != null && seatsElsewhere.contains(move.holding);
      if (seat || move.account != null && loginsElsewhere.contains(move.account)) {
        String text = "Another slate that was sent plans to move the same seat.";
        blocks.add(new Remark(Remark.Code.ALREADY_PLANNED, text));
      }
      all.add(blocks);
    }
    return all;
  }
}
