package org.sobertally.server.slates.moves;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.server.vendors.AccountTarget;

/**
 * What an account stores goes to somebody else. No open protocol can do it: somebody makes it at
 * the vendor and says that it is done.
 */
@ApplicationScoped
class HandOverType implements VendorMoveType {

  @Override
  public Set<MoveKind> kinds() {
    return Set.of(MoveKind.HAND_OVER);
  }

  @Override
  public boolean onlyByHand() {
    return true;
  }

  @Override
  public boolean resolve(MoveRequest request, MoveResolver resolver, SlateMove move) {
    if (!resolver.login(request, move)) {
      return false;
    }
    if (request.person() == null || !resolver.isPerson(request.person())) {
      return resolver.fault("person", request.person(), "Name the person who takes the data over.");
    }
    move.successor = request.person();
    move.dataKinds = request.reason();
    return true;
  }

  @Override
  public Move toCore(SlateMove move) {
    return new Move.HandOver(move.account(), move.successor());
  }

  @Override
  public String words(Book book, SlateMove move) {
    return "hand over %s at %s to %s"
        .formatted(
            move.dataKinds == null ? "the data" : move.dataKinds,
            MoveWords.vendor(book, move),
            move.successor != null && book.people().has(move.successor)
                ? book.people().byId(move.successor).name()
                : "a successor");
  }

  @Override
  public AccountTarget target(Book book, SlateMove move) {
    return AccountTarget.ofSeats(move.account(), Set.of(), Set.of());
  }

  @Override
  public AccountTarget undoTarget(Book book, SlateMove move) {
    return target(book, move);
  }

  @Override
  public void apply(MoveEffects effects) {
    effects.handOver();
  }

  @Override
  public void revert(MoveEffects effects) {
    effects.handBack();
  }

  @Override
  public boolean undoable(Book book, SlateMove move, LocalDate today) {
    return book.accounts().has(move.account());
  }

  @Override
  public List<Move> undoMoves(Book book, SlateMove move) {
    return List.of();
  }
}
