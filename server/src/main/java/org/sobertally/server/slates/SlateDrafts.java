package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.Preview;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.slates.moves.FieldFault;
import org.sobertally.server.slates.moves.MoveRequest;
import org.sobertally.server.slates.moves.MoveResolver;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.SlateMove;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.visibility.Reach;

/** Slates while their authors work on them, up to sending them for decision. */
@ApplicationScoped
class SlateDrafts {

  private static final int MOST_MOVES = 5_000;
  private static final int USUAL_DAYS_TO_DECIDE = 7;

  private final Books books;
  private final SlateStore store;
  private final SlateBlocks slateBlocks;
  private final TallyClock clock;
  private final Reach reach;
  private final FourEyes fourEyes;
  private final DeciderMail mail;
  private final MoveTypes types;
  private final SlateChecks checks;

  SlateDrafts(
      Books books,
      SlateStore store,
      SlateBlocks slateBlocks,
      TallyClock clock,
      Reach reach,
      FourEyes fourEyes,
      DeciderMail mail,
      MoveTypes types,
      SlateChecks checks) {
    this.books = books;
    this.store = store;
    this.slateBlocks = slateBlocks;
    this.clock = clock;
    this.reach = reach;
    this.fourEyes = fourEyes;
    this.mail = mail;
    this.types = types;
    this.checks = checks;
  }

  String create(String author, List<MoveRequest> requests) {
    return books.write(
        change -> {
          Slate slate = new Slate();
          slate.id = SlateStore.newId();
          slate.become(Slate.State.DRAFT);
          slate.author = author;
          slate.created = clock.now();
          fourEyes.note(slate);
          store.add(slate);
          addAll(slate, requests, change.book());
          return slate.id;
        });
  }

  /** Puts moves on the draft; one that stands there already is passed over. */
  void addMoves(String id, List<MoveRequest> requests, String actor) {
    books.write(
        change -> {
          addAll(ownDraft(id, actor), requests, change.book());
          return null;
        });
  }

  private void addAll(Slate slate, List<MoveRequest> requests, Book book) {
    List<SlateMove> moves = store.movesOf(slate.id);
    Set<Move> there = new HashSet<>();
    moves.forEach(move -> there.add(types.toCore(move)));
    MoveResolver resolver =
        new MoveResolver(types, book, clock.today(), person -> reach.sees(book, person));
    int place = moves.stream().mapToInt(move -> move.place).max().orElse(0);
    for (MoveRequest request : requests) {
      SlateMove move = resolver.resolve(request);
      if (move != null && there.add(types.toCore(move))) {
        store.plan(move, slate, ++place);
      }
    }
    if (!resolver.faults().isEmpty()) {
      throw Refusal.notTaken("Nothing was put on the slate.", resolver.faults());
    }
    if (reach.isLimited()) {
      requireWithinReach(book, store.movesOf(slate.id));
    }
    if (there.size() > MOST_MOVES) {
      throw Refusal.notTaken(
          "A slate holds at most %,d moves. Send this one and draft another.".formatted(MOST_MOVES),
          List.of());
    }
  }

  /** Moves of quantities are of nobody, and so not a lead's. */
  private void requireWithinReach(Book book, List<SlateMove> moves) {
    List<FieldFault> faults =
        moves.stream()
            .filter(move -> !reach.sees(book, move.person))
            .map(move -> new FieldFault("move", move.kind.name(), "Not of the groups you lead."))
            .toList();
    if (!faults.isEmpty()) {
      throw Refusal.notTaken("Nothing was put on the slate.", faults);
    }
  }

  void removeMove(String id, String moveId, String actor) {
    books.write(
        change -> {
          ownDraft(id, actor);
          store.remove(checks.moveOf(id, moveId));
          return null;
        });
  }

  /** Takes those moves off the draft that cannot go, so that the rest can be sent. */
  void removeBlocked(String id, String actor) {
    books.write(
        change -> {
          Slate slate = ownDraft(id, actor);
          boolean any = true;
          while (any) {
            List<SlateMove> moves = store.movesOf(id);
            var blocks = slateBlocks.of(slate, moves, checks.freshPreview(change.book(), moves));
            any = false;
            for (int m = 0; m < moves.size(); m++) {
              if (!blocks.get(m).isEmpty()) {
                store.remove(moves.get(m));
                any = true;
              }
            }
          }
          return null;
        });
  }

  /** Throws a draft away. */
  void discard(String id, String actor) {
    books.write(
        change -> {
          store.remove(ownDraft(id, actor));
          return null;
        });
  }

  void send(String id, @Nullable LocalDate deadline, @Nullable String note, String actor) {
    books.write(
        change -> {
          Slate slate = ownDraft(id, actor);
          List<SlateMove> moves = store.movesOf(id);
          if (moves.isEmpty()) {
            throw Refusal.conflict("The slate is empty. Put at least one move on it.");
          }
          LocalDate today = clock.today();
          LocalDate until = deadline == null ? today.plusDays(USUAL_DAYS_TO_DECIDE) : deadline;
          if (until.isBefore(today)) {
            throw Refusal.badInput("deadline: %s has passed. Choose a later day.".formatted(until));
          }
          Preview preview = checks.freshPreview(change.book(), moves);
          checks.requireUnblocked(change.book(), slate, moves, preview);
          SlateChecks.freeze(moves, preview);
          slate.become(Slate.State.SENT);
          slate.deadline = until;
          slate.note = note;
          slate.sent = clock.now();
          String text = "Sent a slate of %s for decision by %s.";
          checks.tell(
              actor,
              "SLATE_SENT",
              text.formatted(Words.count(moves.size(), "move"), Words.day(until)),
              slate);
          mail.tell(change.book(), slate, moves, preview);
          return null;
        });
  }

  private Slate ownDraft(String id, String actor) {
    Slate slate = store.slate(id);
    SlateChecks.require(slate, Slate.State.DRAFT, "changed");
    if (!slate.author.equals(actor)) {
      throw Refusal.forbidden("This draft is somebody else's. Draft a slate of your own.");
    }
    return slate;
  }
}
