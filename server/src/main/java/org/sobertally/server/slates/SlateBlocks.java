package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.List;
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
  List<List<Remark>> of(Slate slate, List<SlateMove> moves, Preview preview) {
    MovesElsewhere elsewhere = MovesElsewhere.of(store, types, slate.id);
    List<List<Remark>> all = new ArrayList<>();
    for (int m = 0; m < moves.size(); m++) {
      SlateMove move = moves.get(m);
      List<Remark> blocks = new ArrayList<>(preview.moves().get(m).blocks());
      blocks.addAll(elsewhere.blocks(move.holding, move.account, types.callsVendor(move)));
      all.add(blocks);
    }
    return all;
  }
}
