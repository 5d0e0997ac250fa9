package org.sobertally.core.slate;

import static org.sobertally.core.slate.Workings.say;

import java.time.LocalDate;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Sessions;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.slate.Remark.Code;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;
import org.sobertally.core.use.Utilisation;

/** What must be known before a holder loses a seat or a login. */
final class LosingSeat {

  private final Workings at;
  private final Book book;
  private @Nullable BitSet signedIn;

  LosingSeat(Workings at) {
    this.at = at;
    this.book = at.book;
  }

  /** Blocks a move that takes a seat back, and with it what rights and data came with it. */
  void block(int h, PreviewInProgress sheet) {
    int account = book.holdings().account(h);
    blockSeat(h, sheet.blocks);
    blockLastAdmin(book.accounts().get(account), sheet);
    blockLostData(account, DataRule.After.TAKEN_BACK, sheet);
  }

  /** Blocks whatever moves the seat. */
  void blockSeat(int h, List<Remark> blocks) {
    Keep keep = book.keepOn(book.holdings().id(h), at.asOf);
    if (keep != null) {
      String text = "Kept until %s: %s.".formatted(say(keep.until()), keep.reason());
      blocks.add(new Remark(Code.KEPT, text));
    }
    int line = book.holdings().line(h);
    if (at.vendor(line).signOutFirst() && isSignedIn(book.holdings().account(h))) {
      String text =
          "The holder is signed in, and %s wants them signed out first."
              .formatted(at.vendor(line).name());
      blocks.add(new Remark(Code.SIGNED_IN, text));
    }
  }

  /** One is left at every vendor, though the slate moves all of them. */
  void blockLastAdmin(Account account, PreviewInProgress sheet) {
    if (!account.admin() || account.stateOn(at.asOf) != Account.State.ACTIVE) {
      return;
    }
    sheet.admin = account;
    List<Account> others =
        book.accounts().all().stream()
            .filter(a -> a.admin() && a.vendor().equals(account.vendor()))
            .filter(a -> a.stateOn(at.asOf) == Account.State.ACTIVE)
            .filter(a -> !a.id().equals(account.id()))
            .toList();
    if (others.stream().allMatch(a -> at.adminsLost.contains(a.id()))) {
      String text =
          others.isEmpty()
              ? "The last account with administrator rights at %s. Give them to another one first."
              : "With the others on this slate nobody at %s would have administrator rights. Leave one.";
      sheet.block(Code.LAST_ADMIN, text.formatted(book.vendors().byId(account.vendor()).name()));
    }
  }

  /** Whether a session of the account is known to last. */
  private boolean isSignedIn(int account) {
    if (signedIn == null) {
      Sessions sessions = book.sessions();
      signedIn = new BitSet(book.accounts().size());
      for (int s = 0; s < sessions.size(); s++) {
        if (sessions.ended(s) == Sessions.OPEN) {
          signedIn.set(sessions.account(s));
        }
      }
    }
    return signedIn.get(account);
  }

  /** All warnings but those about money. */
  void warn(int h, List<Remark> warnings) {
    int line = book.holdings().line(h);
    Vendor vendor = at.vendor(line);
    UseStates states = at.statesOf(line);
    int person = book.personOfAccount(book.holdings().account(h));
    if (states.onLeave(h)) {
      warnings.add(new Remark(Code.ON_LEAVE, "The holder is on leave."));
    } else if (states.state(h) == UseState.IN_USE && states.lastUsed(h) != Days.NONE) {
      String text = "Last used on %s.".formatted(say(Days.known(states.lastUsed(h))));
      warnings.add(new Remark(Code.STILL_USED, text));
    }
    warnOfRule(person, at.plan(line), warnings);
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
              .formatted(vendor.restDays(), say(at.asOf.plusDays(vendor.restDays())));
      warnings.add(new Remark(Code.SEAT_RESTS, text));
    }
    warnBelowFloor(h, line, warnings);
  }

  void warnOfRule(int person, Plan plan, List<Remark> warnings) {
    if (person < 0) {
      return;
    }
    List<Group> groups = book.groupsOf(book.people().get(person).id());
    book.standingRules().stream()
        .filter(rule -> rule.inForce(at.asOf) && rule.plan().equals(plan.id()))
        .flatMap(rule -> groups.stream().filter(group -> group.id().equals(rule.group())))
        .findFirst()
        .ifPresent(
            group ->
                warnings.add(
                    new Remark(
                        Code.RULE_HANDS_BACK,
                        "A standing rule for %s would hand the seat straight back."
                            .formatted(group.name()))));
  }

  /** Seats that were used lower what was used; any seat lowers what it may be counted of. */
  private void warnBelowFloor(int h, int line, List<Remark> warnings) {
    Agreement.Floor floor = book.agreementOfLine(line).floor();
    if (floor == null || !at.usedInFloorWindow(h)) {
      return;
    }
    Utilisation now = at.utilisationOf(line);
    Workings.Effect soFar = at.look(line);
    boolean ofHeld = floor.of() == Agreement.FloorOf.HELD;
    int counted = now.of() + (ofHeld ? soFar.held - 1 : 0);
    Utilisation after =
        new Utilisation(
            now.windowDays(),
            now.used() - soFar.usedLess - 1,
            counted,
            now.judged(),
            now.judgedFrom());
    if (now.judged() && after.of() > 0 && after.below(floor.percent())) {
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

  /**
   * The day on which nobody reaches the data any more, once the account is put into that state
   * today; empty where that never comes or is not known.
   */
  Optional<LocalDate> dataLost(String vendor, DataRule.After after, List<Remark> warnings) {
    Optional<LocalDate> day = at.duties().lostOn(book.vendors().require(vendor), after);
    day.ifPresent(
        lost ->
            warnings.add(
                new Remark(
                    Code.DATA_LOST, "The account’s data is lost on %s.".formatted(say(lost)))));
    return day;
  }

  /** Data that a group asks to keep must not be lost by a seat that comes back or rests. */
  void blockLostData(int account, DataRule.After after, PreviewInProgress sheet) {
    if (!at.duties().wouldLose(account, after)) {
      return;
    }
    int vendor = book.vendorOfAccount(account);
    int person = book.personOfAccount(account);
    String groups =
        book.groupsOf(book.people().get(person).id()).stream()
            .filter(group -> group.retentionDays() != null)
            .map(Group::name)
            .collect(Collectors.joining(", "));
    String instead =
        after == DataRule.After.TAKEN_BACK ? " Put the seat to rest, or have" : " Have";
    sheet.block(
        Code.RETENTION_DUTY,
        "The data of %s must be kept until %s, and %s keeps it until %s only.%s it handed over or saved first."
            .formatted(
                groups,
                say(at.duties().keptUntil(person).orElseThrow()),
                book.vendors().get(vendor).name(),
                say(at.duties().lostOn(vendor, after).orElseThrow()),
                instead));
  }
}
