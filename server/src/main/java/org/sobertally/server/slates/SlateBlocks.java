package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.Preview;
import org.sobertally.core.slate.Remark;
import org.sobertally.server.vendors.VendorLinks;

/** What stops a move: what the book says, and what is under way elsewhere. */
@ApplicationScoped
class SlateBlocks {

  private final SlateStore store;
  private final VendorLinks links;

  SlateBlocks(SlateStore store, VendorLinks links) {
    this.store = store;
    this.links = links;
  }

  /** The blocks of each move, in their order. */
  List<List<Remark>> of(Book book, Slate slate, List<SlateMove> moves, Preview preview) {
    Set<String> unsettled = store.unsettledAccounts();
    Set<String> elsewhere =
        store.plannedElsewhere(slate.id, moves.stream().map(move -> move.holding).toList());
    List<List<Remark>> all = new ArrayList<>();
    for (int m = 0; m < moves.size(); m++) {
      SlateMove move = moves.get(m);
      List<Remark> blocks = new ArrayList<>(preview.moves().get(m).blocks());
      if (unsettled.contains(move.account)) {
        String text = "An earlier move of this account is not confirmed yet.";
        blocks.add(new Remark(Remark.Code.UNCONFIRMED, text));
      }
      if (elsewhere.contains(move.holding)) {
        String text = "Another slate that was sent plans to take back the same seat.";
        blocks.add(new Remark(Remark.Code.ALREADY_PLANNED, text));
      }
      String vendor = book.plans().has(move.plan) ? book.plans().byId(move.plan).vendor() : "";
      if (links.to(vendor).isEmpty()) {
        String text = "There is no link to this vendor, so nothing can be changed there from here.";
        blocks.add(new Remark(Remark.Code.NO_LINK, text));
      }
      all.add(blocks);
    }
    return all;
  }
}
