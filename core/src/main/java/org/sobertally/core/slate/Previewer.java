package org.sobertally.core.slate;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeMap;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.ledger.Promise;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;
import org.sobertally.core.slate.Preview.LinePreview;
import org.sobertally.core.slate.Preview.MovePreview;
import org.sobertally.core.slate.Remark.Code;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;
import org.sobertally.core.use.Utilisation;

/**
 * Says what moves would do: a pure function of the book, the day and the moves, taken in their
 * order, so that a later move sees the seats that an earlier one freed.
 */
public final class Previewer {

  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);

  private final Book book;
  private final LocalDate asOf;
  private final Set<String> taken = new HashSet<>();
  private final Map<Integer, Places> before = new TreeMap<>();
  private final Map<Integer, int[]> effect = new TreeMap<>();
  private final Map<Integer, UseStates> states = new HashMap<>();

  private Previewer(Book book, LocalDate asOf) {
    this.book = book;
    this.asOf = asOf;
  }

  public static Preview of(Book book, LocalDate asOf, List<Move> moves) {
    Previewer previewer = new Previewer(book, asOf);
    List<MovePreview> previews = new ArrayList<>();
    for (Move move : moves) {
      previews.add(previewer.preview(move));
    }
    return previewer.sum(previews);
  }

  private MovePreview preview(Move move) {
    if (move instanceof Move.TakeBack takeBack) {
      return previewTakeBack(takeBack);
    }
    return previewHandOut((Move.HandOut) move);
  }

  private MovePreview previewTakeBack(Move.TakeBack move) {
    int h = book.holdings().numberOf(move.holding());
    List<Remark> blocks = new ArrayList<>();
    List<Remark> warnings = new ArrayList<>();
    Money none = Money.zero(book.rates().reportingCurrency()).rounded();
    if (h < 0 || !book.holdings().openOn(h, Days.of(asOf))) {
      blocks.add(new Remark(Code.NOT_HELD, "The seat is not held on %s.".formatted(say(asOf))));
      return new MovePreview(move, blocks, warnings, none, null, null, false);
    }
    int line = book.holdings().line(h);
    blockTakeBack(h, line, blocks);
    if (!taken.add(move.holding())) {
      blocks.add(new Remark(Code.ALREADY_PLANNED, "The same seat is taken back twice."));
    }
    warnTakeBack(h, line, warnings);
    Optional<LocalDate> stops = Cash.stopsOn(book, line, asOf);
    warnings.add(savesLater(line, stops));
    Optional<LocalDate> lost = dataLostOn(line);
    boolean reusable = vendor(line).reusable();
    if (blocks.isEmpty()) {
      take(h, line);
    }
    Money yearly = stops.isPresent() ? book.seatPrice(line, asOf).negated().rounded() : none;
    LocalDate undoUntil = lost.map(day -> day.minusDays(1)).orElse(null);
    return new MovePreview(move, blocks, warnings, yearly, stops.orElse(null), undoUntil, reusable);
  }

  private void take(int h, int line) {
    boolean promised = Promise.of(book, h).on(Days.of(asOf));
    boolean rests = vendor(line).restDays() > 0;
    int[] change = change(line);
    change[promised ? 1 : 2]--;
    change[rests ? 3 : 0]++;
    change[4]--;
  }

  /** Spare, promised, held, resting, and seats that money is saved on. */
  private int[] change(int line) {
    before.computeIfAbsent(line, l -> Ledger.count(book, l, asOf));
    return effect.computeIfAbsent(line, l -> new int[5]);
  }

  private void blockTakeBack(int h, int line, List<Remark> blocks) {
    Keep keep = book.keepOn(book.holdings().id(h), asOf);
    if (keep != null) {
      String text = "Kept until %s: %s.".formatted(say(keep.until()), keep.reason());
      blocks.add(new Remark(Code.KEPT, text));
    }
    Account account = book.accounts().get(book.holdings().account(h));
    if (account.admin() && account.stateOn(asOf) == Account.State.ACTIVE && isLastAdmin(account)) {
      blocks.add(
          new Remark(
              Code.LAST_ADMIN,
              "The last account with administrator rights at %s. Give them to another one first."
                  .formatted(vendor(line).name())));
    }
  }

  private boolean isLastAdmin(Account account) {
    return book.accounts().all().stream()
        .filter(a -> a.admin() && a.vendor().equals(account.vendor()))
        .filter(a -> a.stateOn(asOf) == Account.State.ACTIVE)
        .noneMatch(a -> !a.id().equals(account.id()));
  }

  private void warnTakeBack(int h, int line, List<Remark> warnings) {
    Vendor vendor = vendor(line);
    UseStates states = statesOf(line);
    int person = book.personOfAccount(book.holdings().account(h));
    if (states.onLeave(h)) {
      warnings.add(new Remark(Code.ON_LEAVE, "The holder is on leave."));
    } else if (states.state(h) == UseState.IN_USE && states.lastUsed(h) != Days.NONE) {
      String text = "Last used on %s.".formatted(say(Days.date(states.lastUsed(h))));
      warnings.add(new Remark(Code.STILL_USED, text));
    }
    ruleThatHandsBack(person, book.planOfLine(line))
        .ifPresent(
            group ->
                warnings.add(
                    new Remark(
                        Code.RULE_HANDS_BACK,
                        "A standing rule for %s would hand the seat straight back."
                            .formatted(group.name()))));
    if (vendor.signOutFirst()) {
      String text = "%s wants the holder signed out first.".formatted(vendor.name());
      warnings.add(new Remark(Code.SIGN_OUT_FIRST, text));
    }
    if (!vendor.reusable()) {
      String text = "%s does not let the seat serve anybody else.".formatted(vendor.name());
      warnings.add(new Remark(Code.NOT_REUSABLE, text));
      warnings.add(new Remark(Code.ONE_WAY, "It cannot be undone."));
    } else if (vendor.restDays() > 0) {
      String text =
          "The seat rests for %d days, until %s."
              .formatted(vendor.restDays(), say(asOf.plusDays(vendor.restDays())));
      warnings.add(new Remark(Code.SEAT_RESTS, text));
    }
    dataLostOn(line)
        .ifPresent(
            day ->
                warnings.add(
                    new Remark(
                        Code.DATA_LOST, "The account’s data is lost on %s.".formatted(say(day)))));
    warnBelowFloor(h, line, warnings);
  }

  /** Taking back a seat that was used lowers what was used, and perhaps what it is counted of. */
  private void warnBelowFloor(int h, int line, List<Remark> warnings) {
    Agreement.Floor floor = book.agreementOfLine(line).floor();
    if (floor == null) {
      return;
    }
    Utilisation now = Utilisation.of(book, line, asOf);
    UseStates states = statesOf(line);
    int measured = states.measureDay(book.vendorOfLine(line));
    boolean counted =
        states.lastUsed(h) != Days.NONE && measured - states.lastUsed(h) < floor.window();
    boolean ofHeld = floor.of() == Agreement.FloorOf.HELD;
    Utilisation after =
        new Utilisation(
            now.windowDays(),
            now.used() - (counted ? 1 : 0),
            now.of() - (ofHeld ? 1 : 0),
            now.judged(),
            now.judgedFrom());
    if (counted && now.judged() && after.of() > 0 && after.below(floor.percent())) {
      warnings.add(
          new Remark(
              Code.BELOW_FLOOR,
              "%d of %d seats used within %d days would be below the promised %s %%."
                  .formatted(
                      after.used(),
                      after.of(),
                      floor.window(),
                      floor.percent().stripTrailingZeros().toPlainString())));
    }
  }

  private Optional<Group> ruleThatHandsBack(int person, Plan plan) {
    if (person < 0) {
      return Optional.empty();
    }
    List<Group> groups = book.groupsOf(book.people().get(person).id());
    return book.standingRules().stream()
        .filter(rule -> rule.inForce(asOf) && rule.plan().equals(plan.id()))
        .flatMap(rule -> groups.stream().filter(group -> group.id().equals(rule.group())))
        .findFirst();
  }

  private Remark savesLater(int line, Optional<LocalDate> stops) {
    Agreement agreement = book.agreementOfLine(line);
    String text =
        stops
            .map(day -> "Money stops on %s, once the quantity is lowered.".formatted(say(day)))
            .orElse("%s may never shrink: no money stops.".formatted(agreement.name()));
    return new Remark(Code.SAVES_LATER, text);
  }

  /** The day on which nobody reaches the data any more once the seat is taken back today. */
  private Optional<LocalDate> dataLostOn(int line) {
    String vendor = vendor(line).id();
    List<DataRule> stages =
        book.dataRules().stream()
            .filter(rule -> rule.vendor().equals(vendor))
            .filter(rule -> rule.after() == DataRule.After.TAKEN_BACK)
            .sorted(Comparator.comparingInt(DataRule::order))
            .toList();
    LocalDate day = asOf;
    for (DataRule stage : stages) {
      if (stage.reach() == DataRule.Reach.NOBODY) {
        return Optional.of(day);
      }
      if (stage.days() == null) {
        return Optional.empty();
      }
      day = day.plusDays(stage.days());
    }
    return Optional.empty();
  }

  private MovePreview previewHandOut(Move.HandOut move) {
    int line = book.lines().require(move.line());
    Account account = book.accounts().byId(move.account());
    List<Remark> blocks = new ArrayList<>();
    int[] change = change(line);
    if (before.get(line).spare() + change[0] <= 0) {
      String text = "No seat of %s is spare.".formatted(book.planOfLine(line).name());
      blocks.add(new Remark(Code.NO_SPARE_SEAT, text));
    }
    Person.Status status =
        account.person() == null
            ? Person.Status.ACTIVE
            : book.people().byId(account.person()).statusOn(asOf);
    if (status == Person.Status.LEFT
        || status == Person.Status.SUSPENDED
        || account.stateOn(asOf) == Account.State.SUSPENDED) {
      blocks.add(new Remark(Code.TARGET_SUSPENDED, "The holder is suspended or has left."));
    }
    if (blocks.isEmpty()) {
      boolean invited = account.stateOn(asOf) == Account.State.INVITED;
      change[0]--;
      change[invited ? 1 : 2]++;
      change[4]++;
    }
    Optional<LocalDate> stops = Cash.stopsOn(book, line, asOf);
    Money yearly =
        stops.isPresent()
            ? book.seatPrice(line, asOf).rounded()
            : Money.zero(book.rates().reportingCurrency()).rounded();
    return new MovePreview(move, blocks, List.of(), yearly, stops.orElse(null), null, true);
  }

  private Preview sum(List<MovePreview> moves) {
    List<LinePreview> lines = new ArrayList<>();
    String currency = book.rates().reportingCurrency();
    Money yearly = Money.zero(currency);
    Money cash = Money.zero(currency);
    for (MovePreview move : moves) {
      if (move.canGo() && move.cashFrom() != null) {
        yearly = yearly.plus(move.yearly());
        cash = cash.plus(Cash.thisYear(move.yearly(), move.cashFrom(), asOf));
      }
    }
    for (var touched : effect.entrySet()) {
      int line = touched.getKey();
      int[] change = touched.getValue();
      Places was = before.get(line);
      Places after =
          new Places(
              was.bought(),
              was.spare() + change[0],
              was.promised() + change[1],
              was.held() + change[2],
              was.resting() + change[3]);
      boolean stops = Cash.stopsOn(book, line, asOf).isPresent();
      Money delta = book.seatPrice(line, asOf).times(stops ? change[4] : 0).rounded();
      lines.add(new LinePreview(book.lines().get(line).id(), was, after, delta));
    }
    return new Preview(List.copyOf(moves), lines, yearly.rounded(), cash.rounded());
  }

  private UseStates statesOf(int line) {
    return states.computeIfAbsent(line, l -> UseStates.ofLine(book, asOf, l, OptionalInt.empty()));
  }

  private Vendor vendor(int line) {
    return book.vendors().get(book.vendorOfLine(line));
  }

  private static String say(LocalDate day) {
    return DAY.format(day);
  }
}
