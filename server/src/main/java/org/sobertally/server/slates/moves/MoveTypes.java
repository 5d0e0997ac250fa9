package org.sobertally.server.slates.moves;

import static java.util.Objects.requireNonNull;

import io.quarkus.arc.All;
import jakarta.enterprise.context.ApplicationScoped;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;

/** The type of every kind of move. */
@ApplicationScoped
public class MoveTypes {

  private final Map<MoveKind, MoveType> byKind = new EnumMap<>(MoveKind.class);

  /**
   * @throws IllegalStateException if a kind has two types
   */
  MoveTypes(@All List<MoveType> types) {
    for (MoveType type : types) {
      for (MoveKind kind : type.kinds()) {
        if (byKind.put(kind, type) != null) {
          throw new IllegalStateException("There are two types of move for %s.".formatted(kind));
        }
      }
    }
  }

  /** The kinds that there is a type for: all of them. */
  public Set<MoveKind> kinds() {
    return byKind.keySet();
  }

  public MoveType of(SlateMove move) {
    return of(move.kind);
  }

  public MoveType of(MoveKind kind) {
    return requireNonNull(byKind.get(kind), kind::name);
  }

  /**
   * Of a move for which a vendor is asked.
   *
   * @throws IllegalStateException if none is
   */
  public VendorMoveType atVendor(SlateMove move) {
    if (of(move) instanceof VendorMoveType type) {
      return type;
    }
    throw new IllegalStateException("No vendor is asked for a " + move.kind);
  }

  /** Whether a vendor is asked for something. */
  public boolean callsVendor(SlateMove move) {
    return of(move) instanceof VendorMoveType;
  }

  /** As the core knows it. */
  public Move toCore(SlateMove move) {
    return of(move).toCore(move);
  }

  /** As the core knows them, in their order. */
  public List<Move> toCore(List<SlateMove> moves) {
    return moves.stream().map(this::toCore).toList();
  }

  /** As a line of the tape, such as "step down Opus → Letter". */
  public String words(Book book, SlateMove move) {
    return of(move).words(book, move);
  }
}
