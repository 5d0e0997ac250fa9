package org.sobertally.core.slate;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.leaver.DataDuties;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.ledger.Promise;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Account;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseStates;
import org.sobertally.core.use.Utilisation;
import org.sobertally.core.words.Words;

/** How things stand while a slate is gone through, move by move. */
final class Workings {

  final Book book;
  final LocalDate asOf;
  final int today;

  /** What earlier moves on the slate do to a holding or an account, in words. */
  final Map<String, String> holdingClaims = new HashMap<>();

  final Map<String, String> accountClaims = new HashMap<>();

  /** Accounts of which an earlier move moves all seats, or wants what the book says. */
  final Set<String> wholeAccounts = new HashSet<>();

  /** Accounts with administrator rights that lose them by an earlier move. */
  final Set<String> adminsLost = new HashSet<>();

  /** Accounts that an earlier move opens or brings back. */
  final Set<String> opened = new HashSet<>();

  /** Account and plan of seats that earlier moves hand out. */
  final Set<String> handedOut = new HashSet<>();

  private final Map<Integer, Effect> effects = new TreeMap<>();

  final LosingSeat losing;
  final GettingSeat getting;

  private final Map<MoveKind, MoveRule<?>> rules = new EnumMap<>(MoveKind.class);
  private @Nullable DataDuties duties;

  /** Of every holding, where somebody had them; else null. */
  private final @Nullable UseStates whole;

  private final Map<Integer, UseStates> states = new HashMap<>();
  private final Map<Integer, Utilisation> utilisations = new HashMap<>();
  private final Map<Integer, Money> prices = new HashMap<>();

  Workings(Book book, LocalDate asOf, @Nullable UseStates whole) {
    this.whole = whole;
    this.book = book;
    this.asOf = asOf;
    this.today = Days.of(asOf);
    this.losing = new LosingSeat(this);
    this.getting = new GettingSeat(this);
  }

  /** The rule of the kind, one and the same for the whole preview. */
  MoveRule<?> rule(MoveKind kind) {
    return rules.computeIfAbsent(kind, k -> k.rule(this));
  }

  /** What the moves so far do to one subscription. */
  static final class Effect {
    final Places before;
    int spare;
    int promised;
    int held;
    int resting;
    int bought;

    /** Seats that come free, less those of them that go out again. */
    int freed;

    /** Seats handed out that were spare before, and paid anyway. */
    int spareHandedOut;

    /** Seats given back to the vendor, and what they save a year: below zero. */
    int given;

    Money givesBack;

    /** Of the seats used within the floor's window, those that come back. */
    int usedLess;

    /** What seats that are bought cost a year. */
    Money costsMore;

    private boolean touched;

    Effect(Places before, Money none) {
      this.before = before;
      this.costsMore = none;
      this.givesBack = none;
    }

    /**
     * @param yearly what they save a year: below zero
     */
    void giveBack(int seats, Money yearly) {
      bought -= seats;
      spare -= seats;
      given += seats;
      givesBack = givesBack.plus(yearly);
    }

    /** Seats that come free beyond those given back; below zero where more go out. */
    int freedBeyondGiven() {
      return freed - Math.min(Math.max(0, freed), given);
    }

    Places after() {
      return new Places(
          before.bought() + bought,
          before.spare() + spare,
          before.promised() + promised,
          before.held() + held,
          before.resting() + resting);
    }

    int spareNow() {
      return before.spare() + spare;
    }
  }

  /** For looking only. */
  Effect look(int line) {
    return effects.computeIfAbsent(line, l -> new Effect(Ledger.count(book, l, asOf), none()));
  }

  /** For changing: the subscription is then among those the preview shows. */
  Effect change(int line) {
    Effect effect = look(line);
    effect.touched = true;
    return effect;
  }

  /** By subscription, those that moves change. */
  Map<Integer, Effect> changed() {
    Map<Integer, Effect> changed = new TreeMap<>(effects);
    changed.values().removeIf(effect -> !effect.touched);
    return changed;
  }

  /** The holding's seat comes back. */
  void take(int h) {
    int line = book.holdings().line(h);
    Effect effect = change(line);
    if (Promise.of(book, h).on(today)) {
      effect.promised--;
    } else {
      effect.held--;
    }
    if (vendor(line).restDays() > 0 || !vendor(line).reusable()) {
      // One that cannot be used again rests for good.
      effect.resting++;
    } else {
      effect.spare++;
    }
    effect.freed++;
    effect.usedLess += usedInFloorWindow(h) ? 1 : 0;
  }

  /** A spare seat goes out. */
  void give(int line, boolean promised) {
    Effect effect = change(line);
    effect.spare--;
    if (promised) {
      effect.promised++;
    } else {
      effect.held++;
    }
    effect.freed--;
  }

  /**
   * A seat goes out to somebody who held none.
   *
   * @return whether it was spare already, rather than one that earlier moves freed
   */
  boolean giveSpare(int line, boolean promised) {
    give(line, promised);
    Effect effect = look(line);
    if (effect.freed >= 0) {
      return false;
    }
    effect.freed++;
    effect.spareHandedOut++;
    return true;
  }

  /**
   * Whether the seat that just came back takes the place of a spare one that an earlier move handed
   * out: then both together save nothing.
   */
  boolean replacesHandedOut(int line) {
    Effect effect = look(line);
    if (effect.spareHandedOut == 0) {
      return false;
    }
    effect.spareHandedOut--;
    effect.freed--;
    return true;
  }

  /** The holdings of the account that are open. */
  List<Integer> openSeats(Account account) {
    List<Integer> open = new ArrayList<>();
    Holdings holdings = book.holdings();
    for (int h : holdings.ofAccount(book.accounts().require(account.id()))) {
      if (holdings.openOn(h, today)) {
        open.add(h);
      }
    }
    return open;
  }

  boolean usedInFloorWindow(int h) {
    int line = book.holdings().line(h);
    Agreement.Floor floor = book.agreementOfLine(line).floor();
    if (floor == null) {
      return false;
    }
    UseStates clocks = statesOf(line);
    int measured = clocks.measureDay(book.vendorOfLine(line));
    return clocks.lastUsed(h) != Days.NONE && measured - clocks.lastUsed(h) < floor.window();
  }

  UseStates statesOf(int line) {
    return whole != null
        ? whole
        : states.computeIfAbsent(line, l -> UseStates.ofLine(book, asOf, l, OptionalInt.empty()));
  }

  Utilisation utilisationOf(int line) {
    return utilisations.computeIfAbsent(line, l -> Utilisation.of(book, l, asOf));
  }

  DataDuties duties() {
    if (duties == null) {
      duties = DataDuties.of(book, asOf);
    }
    return duties;
  }

  /** What one seat costs a year today, rounded. */
  Money priceOf(int line) {
    return prices.computeIfAbsent(line, l -> book.seatPrice(l, asOf).rounded());
  }

  Money none() {
    return Money.zero(book.rates().reportingCurrency()).rounded();
  }

  /** What a year costs more (below zero: less) at the other quantity and the day's prices. */
  Money difference(int line, LocalDate day, int bought, int then) {
    var prices = book.lines().get(line).pricesOn(day);
    BigDecimal amount = prices.costOf(then).subtract(prices.costOf(bought));
    Money own = new Money(amount, book.agreementOfLine(line).currency());
    return book.rates().toReporting(own, asOf).rounded();
  }

  Vendor vendor(int line) {
    return book.vendors().get(book.vendorOfLine(line));
  }

  Plan plan(int line) {
    return book.planOfLine(line);
  }

  static String say(LocalDate day) {
    return Words.day(day);
  }
}
