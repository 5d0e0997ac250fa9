package org.sobertally.server.rounds;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.time.Days;
import org.sobertally.core.words.Words;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.slates.Sweeps;
import org.sobertally.server.time.TallyClock;

/**
 * A round is decided: what nobody needs goes on slates, and what was granted is followed to its
 * end.
 */
@ApplicationScoped
class RoundDeciding {

  private static final int MOST_MOVES = 5_000;

  private final RoundStore store;
  private final Books books;
  private final FigureCache figures;
  private final Letters letters;
  private final Sweeps sweeps;
  private final Journal journal;
  private final TallyClock clock;

  RoundDeciding(
      RoundStore store,
      Books books,
      FigureCache figures,
      Letters letters,
      Sweeps sweeps,
      Journal journal,
      TallyClock clock) {
    this.store = store;
    this.books = books;
    this.figures = figures;
    this.letters = letters;
    this.sweeps = sweeps;
    this.journal = journal;
    this.clock = clock;
  }

  /** What nobody needs goes on slates that somebody must decide. */
  void propose(String id) {
    books.write(
        change -> {
          Round round = store.round(id);
          if (round.state != Round.State.ASKING) {
            return null;
          }
          List<RoundItem> wanted = wanted(change.book(), id);
          List<String> slates = new ArrayList<>();
          for (int from = 0; from < wanted.size(); from += MOST_MOVES) {
            List<RoundItem> some = wanted.subList(from, Math.min(wanted.size(), from + MOST_MOVES));
            String slate = send(change, round, some);
            if (slate != null) {
              slates.add(slate);
            }
          }
          if (slates.isEmpty()) {
            round.close(Round.State.NOTHING, "Nothing was left to be taken back.", clock.now());
          } else {
            round.state = Round.State.DECIDING;
            letters.prompt(
                change.book(),
                round,
                wanted.stream().filter(i -> i.state == RoundItem.State.PROPOSED).toList(),
                slates);
          }
          return null;
        });
  }

  /** What is still to be taken back; the rest is left out with its reason. */
  private List<RoundItem> wanted(Book book, String round) {
    List<RoundItem> wanted = new ArrayList<>();
    for (RoundItem item : store.items(round)) {
      if (item.waitsForAnswers()) {
        String reason = noLonger(book, item);
        if (reason == null) {
          wanted.add(item);
        } else {
          item.leaveOutIfAsked(reason);
        }
      }
    }
    return wanted;
  }

  private @Nullable String send(Books.Change change, Round round, List<RoundItem> items) {
    Sweeps.Sent sent =
        sweeps.send(
            change,
            round.owner,
            items.stream().map(item -> item.holding).toList(),
            round.decideUntil,
            "%s, round %d".formatted(round.name, round.number));
    for (RoundItem item : items) {
      String blocked = sent.blocked().get(item.holding);
      item.state = blocked == null ? RoundItem.State.PROPOSED : RoundItem.State.LEFT_OUT;
      item.reason = blocked == null ? item.reason : blocked;
      item.slate = blocked == null ? sent.id() : null;
    }
    return sent.id();
  }

  /** Why a seat need not be proposed any more; null where it should. */
  private @Nullable String noLonger(Book book, RoundItem item) {
    int h = book.holdings().numberOf(item.holding);
    LocalDate today = clock.today();
    if (h < 0 || !book.holdings().openOn(h, Days.of(today))) {
      return "It came back in the meantime.";
    }
    LocalDate used = Days.date(figures.of(book, today).states().lastUsed(h));
    LocalDate before = item.lastUsed;
    if (used != null && (before == null || used.isAfter(before))) {
      return "It was used again on %s.".formatted(Words.day(used));
    }
    return book.keepOn(item.holding, today) == null ? null : "It is kept.";
  }

  private static Set<String> slatesOf(List<RoundItem> items) {
    return items.stream()
        .map(item -> item.slate)
        .filter(slate -> slate != null)
        .collect(Collectors.toCollection(LinkedHashSet::new));
  }

  /** Posts what was granted; once every slate was answered the round goes on. */
  void goOnWithSlates(String id) {
    Round round = QuarkusTransaction.requiringNew().call(() -> store.round(id));
    boolean waits = false;
    for (String slate : QuarkusTransaction.requiringNew().call(() -> store.slatesOf(id))) {
      Sweeps.Standing standing =
          QuarkusTransaction.requiringNew().call(() -> sweeps.standing(slate));
      if (standing == Sweeps.Standing.GRANTED) {
        sweeps.post(slate, round.owner);
      }
      waits |= standing == Sweeps.Standing.WAITS;
    }
    if (!waits) {
      books.write(
          change -> {
            decided(store.round(id));
            return null;
          });
    }
  }

  private void decided(Round round) {
    if (round.state != Round.State.DECIDING) {
      return;
    }
    List<RoundItem> items = store.items(round.id);
    boolean any = false;
    boolean lapsed = false;
    for (String slate : slatesOf(items)) {
      Sweeps.Standing standing = sweeps.standing(slate);
      boolean granted = standing == Sweeps.Standing.POSTED || standing == Sweeps.Standing.SETTLED;
      boolean late = standing == Sweeps.Standing.LAPSED;
      Map<String, Sweeps.Outcome> on = sweeps.outcomes(slate);
      for (RoundItem item : items) {
        if (slate.equals(item.slate)) {
          boolean goes = granted && on.containsKey(item.holding);
          item.state = goes ? RoundItem.State.POSTED : RoundItem.State.DECLINED;
          item.reason = goes ? item.reason : late ? "Nobody decided it in time." : null;
        }
      }
      any |= granted;
      lapsed |= late;
    }
    if (any) {
      round.state = Round.State.POSTING;
    } else {
      notGranted(round, lapsed);
    }
  }

  private void notGranted(Round round, boolean lapsed) {
    String why = lapsed ? "Nobody decided it in time: nothing happens." : "It was not granted.";
    round.close(Round.State.NOT_GRANTED, why, clock.now());
    journal.add(
        RoundLife.ITSELF,
        "ROUND_NOT_GRANTED",
        "%s: round %d ends. %s".formatted(round.name, round.number, why));
  }

  /** Writes down what came back, and closes the round once nothing is on its way. */
  void settle(String id) {
    books.write(
        change -> {
          Round round = store.round(id);
          List<RoundItem> items = store.items(id);
          boolean open = false;
          int back = 0;
          for (String slate : slatesOf(items)) {
            boolean settled = sweeps.standing(slate) != Sweeps.Standing.POSTED;
            open |= !settled;
            Map<String, Sweeps.Outcome> outcomes = sweeps.outcomes(slate);
            for (RoundItem item : items) {
              if (slate.equals(item.slate) && item.state == RoundItem.State.POSTED) {
                settle(item, outcomes.get(item.holding), settled);
              }
            }
          }
          for (RoundItem item : items) {
            back += item.state == RoundItem.State.TAKEN_BACK ? 1 : 0;
          }
          if (!open) {
            String outcome =
                "%,d of %s came back.".formatted(back, Words.count(items.size(), "seat"));
            round.close(Round.State.DONE, outcome, clock.now());
            String text = "%s: round %d is done. %s";
            journal.add(
                RoundLife.ITSELF, "ROUND_DONE", text.formatted(round.name, round.number, outcome));
          }
          return null;
        });
  }

  private static void settle(
      RoundItem item, Sweeps.@Nullable Outcome outcome, boolean slateIsSettled) {
    if (outcome != null && outcome.done()) {
      item.state = RoundItem.State.TAKEN_BACK;
      item.takenBack = outcome.on();
    } else if (slateIsSettled) {
      item.state = RoundItem.State.LEFT_OUT;
      item.reason = outcome == null ? "It could not go any more." : outcome.reason();
    }
  }
}
