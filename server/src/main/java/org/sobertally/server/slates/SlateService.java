package org.sobertally.server.slates;

import static java.util.Objects.requireNonNull;

import io.quarkus.scheduler.Scheduled;
import io.quarkus.scheduler.Scheduled.ConcurrentExecution;
import jakarta.enterprise.context.ApplicationScoped;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.Preview;
import org.sobertally.core.slate.Previewer;
import org.sobertally.core.slate.Remark;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.slates.moves.FieldFault;
import org.sobertally.server.slates.moves.MoveRequest;
import org.sobertally.server.slates.moves.MoveResolver;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.MoveWords;
import org.sobertally.server.slates.moves.NewAccounts;
import org.sobertally.server.slates.moves.NotedMoveType;
import org.sobertally.server.slates.moves.SlateMove;
import org.sobertally.server.slates.moves.Undo;
import org.sobertally.server.slates.moves.VendorMoveType;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.AccountTarget;
import org.sobertally.server.vendors.VendorLinks;
import org.sobertally.server.visibility.Reach;

/** The life of a slate up to the moment its moves leave for the vendors. */
@ApplicationScoped
class SlateService {

  private static final int MOST_MOVES = 5_000;
  private static final int USUAL_DAYS_TO_DECIDE = 7;
  private static final String SELF = "Sober Tally";
  private static final Logger LOG = Logger.getLogger(SlateService.class);

  /**
   * What stops a move today and need not on the day of a later step, when it is looked at again.
   */
  private static final Set<Remark.Code> PASSES =
      Set.of(Remark.Code.SIGNED_IN, Remark.Code.UNCONFIRMED, Remark.Code.SEAT_RESTING);

  private final Books books;
  private final SlateStore store;
  private final SlateBlocks slateBlocks;
  private final Journal journal;
  private final TallyClock clock;
  private final Postman postman;
  private final CallOutcomes outcomes;
  private final MovesWithoutCall records;
  private final VendorLinks links;
  private final Reach reach;
  private final FourEyes fourEyes;
  private final DeciderMail mail;
  private final MoveTypes types;
  private final Undo undo;
  private final HandOverMail handOvers;

  SlateService(
      Books books,
      SlateStore store,
      SlateBlocks slateBlocks,
      Journal journal,
      TallyClock clock,
      Postman postman,
      CallOutcomes outcomes,
      MovesWithoutCall records,
      VendorLinks links,
      Reach reach,
      FourEyes fourEyes,
      DeciderMail mail,
      MoveTypes types,
      Undo undo,
      HandOverMail handOvers) {
    this.handOvers = handOvers;
    this.undo = undo;
    this.types = types;
    this.mail = mail;
    this.fourEyes = fourEyes;
    this.books = books;
    this.store = store;
    this.slateBlocks = slateBlocks;
    this.journal = journal;
    this.clock = clock;
    this.postman = postman;
    this.outcomes = outcomes;
    this.records = records;
    this.links = links;
    this.reach = reach;
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
        move.id = SlateStore.newId();
        move.slate = slate.id;
        move.place = ++place;
        move.become(SlateMove.State.PLANNED);
        store.add(move);
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
          store.remove(moveOf(id, moveId));
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
            var blocks =
                slateBlocks.of(change.book(), slate, moves, freshPreview(change.book(), moves));
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
          Preview preview = freshPreview(change.book(), moves);
          requireUnblocked(change.book(), slate, moves, preview);
          freeze(moves, preview);
          slate.become(Slate.State.SENT);
          slate.deadline = until;
          slate.note = note;
          slate.sent = clock.now();
          String text = "Sent a slate of %s for decision by %s.";
          tell(
              actor,
              "SLATE_SENT",
              text.formatted(Words.count(moves.size(), "move"), Words.day(until)),
              slate);
          mail.tell(change.book(), slate, moves, preview);
          return null;
        });
  }

  private Preview freshPreview(Book book, List<SlateMove> moves) {
    return Steps.preview(types, book, clock.today(), moves);
  }

  private void requireUnblocked(Book book, Slate slate, List<SlateMove> moves, Preview preview) {
    List<FieldFault> faults = new ArrayList<>();
    var blocks = slateBlocks.of(book, slate, moves, preview);
    for (int m = 0; m < moves.size(); m++) {
      SlateMove move = moves.get(m);
      String field = move.holding != null ? "holding" : move.account != null ? "account" : "move";
      String value =
          move.holding != null ? move.holding : move.account != null ? move.account : move.id;
      blocks.get(m).stream()
          .filter(block -> !move.isStep() || !PASSES.contains(block.code()))
          .forEach(block -> faults.add(new FieldFault(field, value, block.text())));
    }
    if (!faults.isEmpty()) {
      throw Refusal.notTaken(
          "%s cannot go. Take what cannot off the slate first."
              .formatted(Words.count(faults.size(), "move")),
          faults);
    }
  }

  static void freeze(List<SlateMove> moves, Preview preview) {
    for (int m = 0; m < moves.size(); m++) {
      Preview.MovePreview seen = preview.moves().get(m);
      moves.get(m).yearly = seen.yearly().amount();
      moves.get(m).currency = seen.yearly().currency();
      moves.get(m).cashFrom = seen.cashFrom();
      moves.get(m).undoUntil = seen.undoUntil();
    }
  }

  /**
   * @param without moves that are not granted though the others are; they come off the slate
   */
  void decide(String id, boolean grant, List<String> without, String reason, String actor) {
    lapseOverdue();
    books.write(
        change -> {
          Slate slate = store.slate(id);
          require(slate, Slate.State.SENT, "decided");
          if (fourEyes.isOwn(slate, fourEyes.behind(actor))) {
            throw Refusal.forbidden(
                slate.author.equals(actor)
                    ? "This is your own slate. Somebody else must decide it."
                    : "Behind this slate and behind you stands the same person. Somebody else must"
                        + " decide it.");
          }
          if (grant) {
            decline(change.book(), slate, without, actor);
          }
          slate.become(grant ? Slate.State.GRANTED : Slate.State.REFUSED);
          slate.decider = actor;
          slate.decided = clock.now();
          slate.reason = reason;
          String kind = grant ? "SLATE_GRANTED" : "SLATE_REFUSED";
          String said = reason == null || reason.isBlank() ? "" : " Reason: " + reason;
          tell(actor, kind, (grant ? "Granted" : "Refused") + " a slate." + said, slate);
          return null;
        });
  }

  /** Takes the moves off the slate; each is in the journal. */
  private void decline(Book book, Slate slate, List<String> without, String actor) {
    Set<String> declined = new HashSet<>(without);
    for (String id : declined) {
      SlateMove move = moveOf(slate.id, id);
      JournalEntry entry = move.journalEntry();
      String text = "Did not grant: %s for %s.";
      journal.add(
          actor,
          "MOVE_DECLINED",
          text.formatted(types.words(book, move), MoveWords.holder(book, move)),
          entry);
      store.remove(move);
    }
    if (!declined.isEmpty() && store.movesOf(slate.id).isEmpty()) {
      throw Refusal.badInput("without: no move is left. Refuse the slate instead.");
    }
  }

  void post(String id, String actor) {
    post(id, actor, false);
  }

  /**
   * @param withoutBlocked whether moves that cannot go are taken off instead of holding up the rest
   */
  void post(String id, String actor, boolean withoutBlocked) {
    books.write(
        change -> {
          Slate slate = store.slate(id);
          require(slate, Slate.State.GRANTED, "posted");
          if (withoutBlocked) {
            dropBlocked(change.book(), slate, actor);
          }
          List<SlateMove> moves = store.movesOf(id);
          requireUnblocked(change.book(), slate, moves, freshPreview(change.book(), moves));
          slate.become(Slate.State.POSTED);
          slate.posted = clock.now();
          String text = "Posted a slate of %s.".formatted(Words.count(moves.size(), "move"));
          tell(actor, "SLATE_POSTED", text, slate);
          List<SlateMove> now = moves.stream().filter(move -> !move.isStep()).toList();
          leave(change, slate, now, actor);
          handOvers.ask(change.book(), moves, actor);
          outcomes.closeSlate(id);
          return null;
        });
    postman.kick();
    makeDueSteps();
  }

  /** Moves leave for their vendors; those that no vendor is asked about are done. */
  private void leave(Books.Change change, Slate slate, List<SlateMove> moves, String actor) {
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

  /**
   * Makes the steps of posted slates whose day has come and whose turn it is. Each is looked at
   * again by the book as it is; one that cannot go waits, with the reason said, until it can or
   * somebody takes it off. A kill between two of them loses none: each is its own transaction.
   */
  @Scheduled(every = "5s", delayed = "10s", concurrentExecution = ConcurrentExecution.SKIP)
  void makeDueSteps() {
    boolean any = false;
    for (String id : store.dueSteps(clock.today())) {
      try {
        any |= books.write(change -> makeStep(change, id));
      } catch (RuntimeException e) {
        // What goes wrong with one step holds up no other.
        LOG.warnf(e, "The step %s could not be made.", id);
        books.write(change -> cannotBeMade(id));
      }
    }
    if (any) {
      postman.kick();
    }
  }

  private Void cannotBeMade(String id) {
    SlateMove move = store.move(id);
    if (move != null) {
      move.reason = "The book has not all that it needs. Take it off, or bring that in.";
    }
    return null;
  }

  private boolean makeStep(Books.Change change, String id) {
    SlateMove move = store.move(id);
    if (move == null || move.state != SlateMove.State.PLANNED || !isTurnOf(move)) {
      return false;
    }
    Slate slate = store.slate(move.slate);
    if (types.of(move) instanceof VendorMoveType type) {
      type.ready(change.book(), move, clock.today());
    }
    List<SlateMove> one = List.of(move);
    Preview preview = Previewer.of(change.book(), clock.today(), types.toCore(one));
    List<Remark> blocks = slateBlocks.of(change.book(), slate, one, preview).get(0);
    if (!blocks.isEmpty()) {
      String reason = blocks.get(0).text();
      if (!reason.equals(move.reason)) {
        move.reason = reason;
        journal.add(
            SELF,
            "STEP_HELD_UP",
            "Cannot go on its day: %s for %s. %s"
                .formatted(
                    types.words(change.book(), move),
                    MoveWords.holder(change.book(), move),
                    reason),
            move.journalEntry());
      }
      return false;
    }
    move.reason = null;
    freeze(one, preview);
    leave(change, slate, one, SELF);
    journal.add(
        SELF,
        "STEP_MADE",
        "Its day has come: %s for %s."
            .formatted(types.words(change.book(), move), MoveWords.holder(change.book(), move)),
        move.journalEntry());
    outcomes.closeSlate(slate.id);
    return true;
  }

  /** Whether all that it waits for is done; what failed before it holds it up. */
  private boolean isTurnOf(SlateMove move) {
    if (!move.waits) {
      return true;
    }
    for (SlateMove other : store.movesOf(move.slate)) {
      boolean before = other.place < move.place && Objects.equals(other.account, move.account);
      if (before && other.state != SlateMove.State.CONFIRMED) {
        if (other.state == SlateMove.State.FAILED || other.state == SlateMove.State.UNDONE) {
          move.reason = "The step before it did not come about.";
        }
        return false;
      }
    }
    return true;
  }

  /** Another day for a step that was not made yet. */
  void putOff(String id, String moveId, LocalDate day, String actor) {
    if (day.isBefore(clock.today())) {
      throw Refusal.badInput("due: %s has passed. Choose a later day.".formatted(day));
    }
    books.write(
        change -> {
          SlateMove move = step(id, moveId);
          LocalDate before = move.due;
          move.due = day;
          move.reason = null;
          journal.add(
              actor,
              "STEP_PUT_OFF",
              "From %s to %s: %s for %s."
                  .formatted(
                      before == null ? "its turn" : Words.day(before),
                      Words.day(day),
                      types.words(change.book(), move),
                      MoveWords.holder(change.book(), move)),
              move.journalEntry());
          return null;
        });
  }

  /** A step that was not made yet is not to be made at all. */
  void takeOff(String id, String moveId, String actor) {
    books.write(
        change -> {
          SlateMove move = step(id, moveId);
          journal.add(
              actor,
              "STEP_TAKEN_OFF",
              "Not to be made: %s for %s."
                  .formatted(
                      types.words(change.book(), move), MoveWords.holder(change.book(), move)),
              move.journalEntry());
          store.remove(move);
          outcomes.closeSlate(id);
          return null;
        });
  }

  private SlateMove step(String id, String moveId) {
    Slate slate = store.slate(id);
    SlateMove move = moveOf(id, moveId);
    if (slate.state != Slate.State.POSTED || move.state != SlateMove.State.PLANNED) {
      throw Refusal.conflict("This is no step that waits for its day.");
    }
    return move;
  }

  /** The successor agrees to take the data over. */
  void agreed(String id, String moveId, String actor) {
    books.write(
        change -> {
          SlateMove move = moveOf(id, moveId);
          if (move.successor == null) {
            throw Refusal.conflict("Nothing is handed over by this move.");
          }
          move.agreedOn = clock.today();
          journal.add(
              actor,
              "SUCCESSOR_AGREED",
              "%s agreed to take over what %s stores at %s."
                  .formatted(
                      change.book().people().byId(move.successor).name(),
                      MoveWords.holder(change.book(), move),
                      MoveWords.vendor(change.book(), move)),
              move.journalEntry());
          return null;
        });
  }

  /** Blocked moves fail with their reason, so that nobody takes them for done. */
  private void dropBlocked(Book book, Slate slate, String actor) {
    List<SlateMove> moves = store.movesOf(slate.id);
    var blocks = slateBlocks.of(book, slate, moves, freshPreview(book, moves));
    for (int m = 0; m < moves.size(); m++) {
      if (!blocks.get(m).isEmpty()) {
        SlateMove move = moves.get(m);
        String text = "Left out: %s for %s. %s";
        journal.add(
            actor,
            "MOVE_LEFT_OUT",
            text.formatted(
                types.words(book, move), MoveWords.holder(book, move), blocks.get(m).get(0).text()),
            move.journalEntry());
        store.remove(move);
      }
    }
  }

  /** Has a confirmed move taken back: at the vendor, or at once where no vendor is asked. */
  void undo(String id, String moveId, String actor) {
    books.write(
        change -> {
          Slate slate = store.slate(id);
          SlateMove move = moveOf(id, moveId);
          undo.require(change.book(), move, clock.today());
          if (types.of(move) instanceof NotedMoveType type) {
            records.undo(type, change, move, actor);
            return null;
          }
          if (store.unsettledAccounts().contains(move.account)) {
            throw Refusal.conflict("An earlier move of this account is not confirmed yet.");
          }
          move.become(SlateMove.State.UNDOING);
          move.reason = null;
          store.add(call(move, types.atVendor(move).undoTarget(change.book(), move), true));
          JournalEntry entry = entry(slate);
          entry.move = move.id;
          entry.line = move.line;
          entry.person = move.person;
          String text = "Asked for a move to be undone: %s for %s.";
          journal.add(
              actor,
              "UNDO_ASKED",
              text.formatted(
                  types.words(change.book(), move), MoveWords.holder(change.book(), move)),
              entry);
          return null;
        });
    postman.kick();
  }

  /** Somebody made the change at a vendor by hand. */
  void doneByHand(String id, String moveId, String actor) {
    VendorCall call = openCall(id, moveId);
    if (call.state != VendorCall.State.BY_HAND) {
      throw Refusal.conflict(
          "This move is on its way to the vendor. To make it there by hand, turn it into one by"
              + " hand first.");
    }
    outcomes.sayDone(call.id, actor);
    makeDueSteps();
  }

  /** Gives up on a move that is on its way, or waits to be made by hand. */
  void endCall(String id, String moveId, String reason, String actor) {
    outcomes.end(openCall(id, moveId).id, reason, actor);
  }

  /** Has a move that is on its way to a vendor made there by hand. */
  void turnToByHand(String id, String moveId, String actor) {
    outcomes.turnToByHand(openCall(id, moveId).id, actor);
  }

  private VendorCall openCall(String id, String moveId) {
    return store
        .openCall(id, moveId)
        .orElseThrow(() -> Refusal.conflict("This move does not wait for anything at a vendor."));
  }

  /**
   * Ends slates whose deadline passed without an answer; whoever decides late is refused before.
   */
  @Scheduled(every = "1m", delayed = "10s", concurrentExecution = ConcurrentExecution.SKIP)
  void lapseOverdue() {
    LocalDate today = clock.today();
    if (store.anyOverdue(today)) {
      books.write(
          change -> {
            store.slates().stream()
                .filter(slate -> slate.state == Slate.State.SENT && !slate.waitsOn(today))
                .forEach(this::lapse);
            return null;
          });
    }
  }

  private void lapse(Slate slate) {
    slate.become(Slate.State.LAPSED);
    String text =
        "Nobody decided the slate by %s: nothing happens."
            .formatted(Words.day(requireNonNull(slate.deadline)));
    tell(SELF, "SLATE_LAPSED", text, slate);
  }

  private VendorCall call(SlateMove move, AccountTarget wish, boolean undoes) {
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

  private Slate ownDraft(String id, String actor) {
    Slate slate = store.slate(id);
    require(slate, Slate.State.DRAFT, "changed");
    if (!slate.author.equals(actor)) {
      throw Refusal.forbidden("This draft is somebody else's. Draft a slate of your own.");
    }
    return slate;
  }

  private SlateMove moveOf(String slate, String moveId) {
    SlateMove move = store.move(moveId);
    if (move == null || !move.slate.equals(slate)) {
      throw Refusal.notFound("There is no move %s on this slate.".formatted(moveId));
    }
    return move;
  }

  private static void require(Slate slate, Slate.State state, String verb) {
    if (slate.state != state) {
      throw Refusal.conflict(
          "Only a slate that is %s can be %s; this one is %s.".formatted(state, verb, slate.state));
    }
  }

  private void tell(String actor, String kind, String text, Slate slate) {
    journal.add(actor, kind, text, entry(slate));
  }

  private static JournalEntry entry(Slate slate) {
    JournalEntry entry = new JournalEntry();
    entry.slate = slate.id;
    return entry;
  }
}
