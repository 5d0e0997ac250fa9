package org.sobertally.server.slates;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.words.Words;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.desk.DeskSource;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.MoveWords;
import org.sobertally.server.slates.moves.SlateMove;

/** Slates that wait for somebody, and deletions that can be undone for a few days more. */
@ApplicationScoped
class SlatesOnDesk implements DeskSource {

  private static final int RESTORE_DAYS = 14;
  private static final int FAILED_DAYS = 14;
  private static final int STEP_DAYS = 7;

  private final SlateStore store;
  private final CallStore callStore;
  private final FourEyes fourEyes;
  private final SignIns sessions;
  private final MoveTypes types;

  SlatesOnDesk(
      SlateStore store, CallStore callStore, SignIns sessions, FourEyes fourEyes, MoveTypes types) {
    this.types = types;
    this.fourEyes = fourEyes;
    this.store = store;
    this.callStore = callStore;
    this.sessions = sessions;
  }

  @Override
  public List<Line> lines(Book book, Asker asker) {
    return QuarkusTransaction.requiringNew().call(() -> look(book, asker));
  }

  private List<Line> look(Book book, Asker asker) {
    Map<String, List<SlateStore.Alike>> moves = new HashMap<>();
    for (SlateStore.Alike alike : store.movesAlike()) {
      moves.computeIfAbsent(alike.slate(), slate -> new ArrayList<>()).add(alike);
    }
    Set<String> behind = fourEyes.behind(asker.login());
    List<Line> lines = new ArrayList<>();
    for (Slate slate : store.slates()) {
      List<SlateStore.Alike> all = moves.getOrDefault(slate.id, List.of());
      if (slate.waitsOn(asker.day())
          && asker.role() == Role.DECIDER
          && !fourEyes.isOwn(slate, behind)) {
        lines.add(toDecide(slate, all, saved(book, all)));
      } else if (slate.state == Slate.State.GRANTED && asker.role() == Role.STEWARD) {
        lines.add(toPost(slate, all, saved(book, all)));
      } else if (asker.role() == Role.STEWARD && failedLately(slate, asker.day())) {
        lines.add(failed(slate, all));
      }
    }
    addByHand(book, asker, lines);
    addRestores(book, asker, lines);
    if (asker.role() == Role.STEWARD) {
      addSteps(book, asker, lines);
      addSuccessors(book, lines);
    }
    return lines;
  }

  private Line toDecide(Slate slate, List<SlateStore.Alike> moves, @Nullable Money saved) {
    String what = "Decide %s of %s%s";
    return new Line(
        About.SLATE_TO_DECIDE,
        what.formatted(count(moves), sessions.nameOf(slate.author), about(slate)),
        "It lapses, and nothing happens.",
        saved,
        slate.deadline,
        path(slate));
  }

  private static Line toPost(Slate slate, List<SlateStore.Alike> moves, @Nullable Money saved) {
    return new Line(
        About.SLATE_TO_POST,
        "Post the granted slate of %s%s".formatted(count(moves), about(slate)),
        "Nothing leaves for the vendors.",
        saved,
        null,
        path(slate));
  }

  private static boolean failedLately(Slate slate, LocalDate day) {
    return slate.state == Slate.State.FAILED
        && slate.posted != null
        && slate
            .posted
            .plus(Duration.ofDays(FAILED_DAYS))
            .isAfter(day.atStartOfDay(ZoneOffset.UTC).toInstant());
  }

  private static Line failed(Slate slate, List<SlateStore.Alike> moves) {
    List<SlateStore.Alike> failed =
        moves.stream().filter(alike -> alike.state() == SlateMove.State.FAILED).toList();
    return new Line(
        About.SLATE_FAILED,
        "%s of a slate failed at the vendor%s".formatted(count(failed), about(slate)),
        "They stay undone; their seats are held as before.",
        null,
        null,
        path(slate));
  }

  private static String about(Slate slate) {
    return slate.note == null || slate.note.isBlank() ? "" : " (" + slate.note + ")";
  }

  private static String path(Slate slate) {
    return "/slates/" + slate.id;
  }

  private static String count(List<SlateStore.Alike> moves) {
    return Words.count(moves.stream().mapToLong(SlateStore.Alike::count).sum(), "move");
  }

  /** Steps that are made within a week, and those that are held up. */
  private void addSteps(Book book, Asker asker, List<Line> lines) {
    for (SlateMove move : store.waitingSteps()) {
      boolean soon = move.due != null && !move.due.isAfter(asker.day().plusDays(STEP_DAYS));
      if (move.reason != null || soon) {
        String what = "%s for %s".formatted(types.words(book, move), MoveWords.holder(book, move));
        lines.add(
            new Line(
                    About.STEP,
                    move.reason == null ? "A step is near: " + what : "A step is held up: " + what,
                    move.reason == null ? "It is made on that day." : move.reason,
                    null,
                    move.due,
                    "/slates/" + move.slate)
                .on(move.id));
      }
    }
  }

  private void addSuccessors(Book book, List<Line> lines) {
    for (SlateMove move : store.unansweredHandOvers()) {
      String successor =
          move.successor != null && book.people().has(move.successor)
              ? book.people().byId(move.successor).name()
              : "Nobody";
      lines.add(
          new Line(
                  About.SUCCESSOR,
                  "%s has not agreed yet to take over what %s stores at %s"
                      .formatted(
                          successor, MoveWords.holder(book, move), MoveWords.vendor(book, move)),
                  "The data waits, and so does the account.",
                  null,
                  move.due,
                  "/slates/" + move.slate)
              .on(move.id));
    }
  }

  /** What was posted for vendors without a link waits for somebody's hands. */
  private void addByHand(Book book, Asker asker, List<Line> lines) {
    if (asker.role() != Role.STEWARD) {
      return;
    }
    for (CallStore.WaitsByHand waits : callStore.waitingByHand()) {
      String vendor =
          book.vendors().has(waits.vendor())
              ? book.vendors().byId(waits.vendor()).name()
              : waits.vendor();
      lines.add(
          new Line(
              About.BY_HAND,
              "Make %s at %s by hand".formatted(Words.count(waits.count(), "change"), vendor),
              "They stay undone, and nobody knows.",
              null,
              null,
              "/by-hand?vendor=" + waits.vendor()));
    }
  }

  private void addRestores(Book book, Asker asker, List<Line> lines) {
    for (SlateMove move :
        store.undoableUntil(MoveKind.DELETE, asker.day(), asker.day().plusDays(RESTORE_DAYS))) {
      lines.add(
          new Line(
                  About.RESTORE,
                  "The account of %s is deleted and can still be brought back"
                      .formatted(MoveWords.holder(book, move)),
                  "After that day it is gone for good.",
                  null,
                  move.undoUntil,
                  "/slates/" + move.slate)
              .on(move.id));
    }
  }

  private static @Nullable Money saved(Book book, List<SlateStore.Alike> moves) {
    String currency = book.rates().reportingCurrency();
    Money sum = Money.zero(currency);
    for (SlateStore.Alike alike : moves) {
      if (alike.state().counts() && alike.yearly() != null && currency.equals(alike.currency())) {
        sum = sum.plus(new Money(alike.yearly(), currency));
      }
    }
    return sum.amount().signum() == 0 ? null : new Money(sum.amount().negate(), currency);
  }
}
