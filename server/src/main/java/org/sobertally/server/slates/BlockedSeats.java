package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.time.LocalDate;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.slate.Previewer;
import org.sobertally.core.slate.Remark;
import org.sobertally.core.slate.SeatBlocks;
import org.sobertally.server.slates.moves.MoveRequest;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.time.TallyClock;

/**
 * Why a seat cannot be moved today, as a slate with no other move would be told. Lists ask it, so
 * that no page offers a move that cannot go.
 */
@ApplicationScoped
public class BlockedSeats {

  private final SlateStore store;
  private final MoveTypes types;
  private final TallyClock clock;

  BlockedSeats(SlateStore store, MoveTypes types, TallyClock clock) {
    this.store = store;
    this.types = types;
    this.clock = clock;
  }

  /** As the book and the slates are now; for one answer. */
  @Transactional
  public Today today(Book book) {
    return new Today(book, clock.today(), MovesElsewhere.of(store, types, ""));
  }

  /** Seats are asked by their number in the book. */
  public static final class Today {

    private final Book book;
    private final LocalDate day;
    private final SeatBlocks blocks;
    private final MovesElsewhere elsewhere;

    private Today(Book book, LocalDate day, MovesElsewhere elsewhere) {
      this.book = book;
      this.day = day;
      this.blocks = SeatBlocks.of(book, day);
      this.elsewhere = elsewhere;
    }

    /** Why it cannot be taken back, in one sentence; null where it can. */
    public @Nullable String takingBack(int holding) {
      return first(holding, blocks.takingBack(holding));
    }

    /** Why it cannot be changed for that of another plan, whichever; null where it may be. */
    public @Nullable String changing(int holding) {
      return first(holding, blocks.changing(holding));
    }

    /**
     * The moves of a seat that cannot go, each with why in one sentence; any change to another plan
     * is told as {@link MoveKind#SWAP}.
     */
    public Map<MoveKind, String> ofSeat(int holding) {
      Map<MoveKind, String> told = new EnumMap<>(MoveKind.class);
      tell(told, MoveKind.TAKE_BACK, takingBack(holding));
      tell(told, MoveKind.SWAP, changing(holding));
      tell(told, MoveKind.KEEP, first(holding, List.of()));
      return told;
    }

    /** The moves of a whole account that cannot go, each with why in one sentence. */
    public Map<MoveKind, String> ofAccount(String account) {
      Map<MoveKind, String> told = new EnumMap<>(MoveKind.class);
      tell(told, MoveKind.SUSPEND, alone(new Move.Suspend(account), account));
      tell(told, MoveKind.BRING_BACK, bringingBack(account));
      tell(told, MoveKind.DELETE, alone(new Move.Delete(account, Move.DataRoute.SAVED), account));
      return told;
    }

    /** Why the account cannot be brought back, in one sentence; null where it can. */
    public @Nullable String bringingBack(String account) {
      return alone(new Move.BringBack(account), account);
    }

    private @Nullable String alone(Move move, String account) {
      String why = text(Previewer.of(book, day, List.of(move)).moves().get(0).blocks());
      return why == null ? text(elsewhere.blocks(null, account, true)) : why;
    }

    private static void tell(Map<MoveKind, String> told, MoveKind kind, @Nullable String why) {
      if (why != null) {
        told.put(kind, why);
      }
    }

    /** Whether a slate that was sent moves anything of the account, and has not ended. */
    public boolean isUnderWay(String account) {
      return elsewhere.accounts().contains(account) || elsewhere.unsettled().contains(account);
    }

    /** Why another slate forbids the move, whatever the book says; null where none does. */
    public @Nullable String elsewhere(MoveRequest move) {
      String account = move.account();
      int holding = move.holding() == null ? -1 : book.holdings().numberOf(move.holding());
      if (holding >= 0) {
        account = book.accounts().get(book.holdings().account(holding)).id();
      }
      return text(elsewhere.blocks(move.holding(), account, true));
    }

    private static @Nullable String text(List<Remark> blocks) {
      return blocks.isEmpty() ? null : blocks.get(0).text();
    }

    private @Nullable String first(int holding, List<Remark> blocks) {
      if (!blocks.isEmpty()) {
        return text(blocks);
      }
      String account = book.accounts().get(book.holdings().account(holding)).id();
      return text(elsewhere.blocks(book.holdings().id(holding), account, true));
    }
  }
}
