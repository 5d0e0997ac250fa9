package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.Instant;
import java.util.List;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.NewAccounts;
import org.sobertally.server.slates.moves.NotedMoveType;
import org.sobertally.server.slates.moves.SlateMove;
import org.sobertally.server.vendors.AccountTarget;
import org.sobertally.server.vendors.VendorLinks;

/** Moves leave for their vendors: each call is written down before it is made. */
@ApplicationScoped
class Leaving {

  private final SlateStore store;
  private final MovesWithoutCall records;
  private final VendorLinks links;
  private final MoveTypes types;

  Leaving(SlateStore store, MovesWithoutCall records, VendorLinks links, MoveTypes types) {
    this.store = store;
    this.records = records;
    this.links = links;
    this.types = types;
  }

  /** Moves leave for their vendors; those that no vendor is asked about are done. */
  void leave(Books.Change change, Slate slate, List<SlateMove> moves, String actor) {
    NewAccounts names = new NewAccounts(change.book());
    for (SlateMove move : moves) {
      if (types.of(move) instanceof NotedMoveType type) {
        records.settle(type, change, move, slate, actor);
      } else {
        names.give(move);
        move.become(SlateMove.State.SENT);
        store.add(call(move, types.atVendor(move).target(change.book(), move), false));
      }
    }
  }

  VendorCall call(SlateMove move, AccountTarget wish, boolean undoes) {
    VendorCall call = new VendorCall();
    call.id = SlateStore.newId();
    call.move = move.id;
    call.vendor = move.vendor;
    call.wish(wish);
    call.undoes = undoes;
    boolean linked = links.to(move.vendor).isPresent() && !types.atVendor(move).onlyByHand();
    call.become(linked ? VendorCall.State.PENDING : VendorCall.State.BY_HAND);
    call.created = Instant.now();
    call.due = call.created;
    return call;
  }
}
