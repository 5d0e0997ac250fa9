package org.sobertally.server.slates;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.slate.Cash;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.slates.SlateStore.Alike;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.SlateMove;

/** Slates in a list: counted by the database, and not looked at move by move. */
final class SlateList {

  private static final int MOST_TOLD = 4;

  private final Book book;
  private final LocalDate today;
  private final SignIns sessions;
  private final SlateViews.Asker asker;
  private final Predicate<Slate> own;
  private final MoveTypes types;
  private final Map<String, List<Alike>> moves = new HashMap<>();
  private final Map<String, Integer> openCalls = new HashMap<>();
  private final Map<String, Integer> byHand = new HashMap<>();

  /**
   * @param own whether a slate is the asker's own
   */
  SlateList(
      Book book,
      LocalDate today,
      SignIns sessions,
      SlateStore store,
      CallStore callStore,
      MoveTypes types,
      SlateViews.Asker asker,
      Predicate<Slate> own) {
    this.own = own;
    this.types = types;
    this.book = book;
    this.today = today;
    this.sessions = sessions;
    this.asker = asker;
    for (Alike alike : store.movesAlike()) {
      moves.computeIfAbsent(alike.slate(), slate -> new ArrayList<>()).add(alike);
    }
    for (CallStore.Unsettled calls : callStore.unsettledCalls()) {
      boolean hand = calls.state() == VendorCall.State.BY_HAND;
      (hand ? byHand : openCalls).merge(calls.slate(), (int) calls.count(), Integer::sum);
    }
  }

  SlateDto of(Slate slate) {
    List<Alike> all = moves.getOrDefault(slate.id, List.of());
    return SlateDto.of(
        slate,
        asker,
        own.test(slate),
        today,
        sessions,
        progress(slate, all),
        List.of(),
        frozen(types, book, today, all));
  }

  private SlateDto.MoveCounts progress(Slate slate, List<Alike> all) {
    List<String> about =
        all.stream()
            .map(alike -> types.words(book, alike.sample()))
            .distinct()
            .limit(MOST_TOLD)
            .toList();
    return new SlateDto.MoveCounts(
        openCalls.getOrDefault(slate.id, 0),
        byHand.getOrDefault(slate.id, 0),
        count(all, alike -> true),
        about,
        count(all, alike -> alike.state().isSettled()),
        count(all, alike -> alike.state() == SlateMove.State.FAILED),
        count(all, alike -> alike.settledHow() == SlateMove.How.READ_BACK));
  }

  private static int count(List<Alike> all, Predicate<Alike> which) {
    return (int) all.stream().filter(which).mapToLong(Alike::count).sum();
  }

  /** What the moves that went through, are on their way or may go yet, save: as it was sent. */
  static SlateDto.PreviewDto frozen(
      MoveTypes types, Book book, LocalDate today, List<Alike> moves) {
    String currency = book.rates().reportingCurrency();
    Money yearly = Money.zero(currency);
    Money cash = Money.zero(currency);
    int seats = 0;
    for (Alike alike : moves) {
      if (!alike.state().counts()) {
        continue;
      }
      seats += (int) alike.count() * types.of(alike.kind()).seatsBack(alike.sample());
      if (alike.yearly() != null && alike.cashFrom() != null && currency.equals(alike.currency())) {
        Money saved = new Money(alike.yearly(), currency);
        yearly = yearly.plus(saved);
        // Money stops with the quantity: a seat that comes back alone is paid as before.
        boolean lowers = alike.kind().ofQuantity();
        cash = lowers ? cash.plus(Cash.thisYear(saved, alike.cashFrom(), today)) : cash;
      }
    }
    return new SlateDto.PreviewDto(
        List.of(), MoneyDto.of(yearly), MoneyDto.of(cash), List.of(), seats, 0, 0);
  }
}
