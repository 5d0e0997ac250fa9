package org.sobertally.core.slate;

import static org.sobertally.core.slate.Workings.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Account;
import org.sobertally.core.slate.Preview.MovePreview;
import org.sobertally.core.slate.Remark.Code;

/** A move while it is looked at. */
final class PreviewInProgress {

  private final Workings at;
  private final Move move;
  private final MoveKind kind;
  final List<Remark> blocks = new ArrayList<>();
  final List<Remark> warnings = new ArrayList<>();
  Money yearly;
  @Nullable LocalDate cashFrom;
  @Nullable LocalDate undoUntil;
  boolean undoable = true;

  /** Who loses administrator rights by the move; null for nobody. */
  @Nullable Account admin;

  PreviewInProgress(Workings at, Move move, MoveKind kind) {
    this.at = at;
    this.move = move;
    this.kind = kind;
    this.yearly = at.none();
  }

  void block(Code code, String text) {
    blocks.add(new Remark(code, text));
  }

  void warn(Code code, String text) {
    warnings.add(new Remark(code, text));
  }

  boolean canGo() {
    return blocks.isEmpty();
  }

  MovePreview done() {
    if (admin != null && canGo()) {
      at.adminsLost.add(admin.id());
    }
    return new MovePreview(
        move,
        kind,
        blocks.stream().distinct().toList(),
        warnings.stream().distinct().toList(),
        yearly,
        cashFrom,
        undoUntil,
        undoable);
  }

  /** The open holding's number; or −1, and then a block says so. */
  int heldNow(String holding) {
    int h = at.book.holdings().numberOf(holding);
    if (h >= 0 && at.book.holdings().openOn(h, at.today)) {
      return h;
    }
    block(Code.NOT_HELD, "The seat is not held on %s.".formatted(say(at.asOf)));
    undoable = false;
    return -1;
  }

  /** The account; or null, and then a block says that there is none. */
  @Nullable Account login(String id) {
    if (!at.book.accounts().has(id)) {
      block(Code.NO_ACCOUNT, "There is no account %s.".formatted(id));
      return null;
    }
    return at.book.accounts().byId(id);
  }

  /** One seat is moved once on a slate, and not beside a move of all seats of its account. */
  void claim(int h, String what) {
    String earlier = at.holdingClaims.putIfAbsent(at.book.holdings().id(h), what);
    String account = at.book.accounts().get(at.book.holdings().account(h)).id();
    if (earlier == null && at.wholeAccounts.contains(account)) {
      earlier = at.accountClaims.get(account);
    }
    blockClaimed(earlier, what);
  }

  /** One login is moved once on a slate. */
  void claim(Account account, String what) {
    blockClaimed(at.accountClaims.putIfAbsent(account.id(), what), what);
  }

  private void blockClaimed(@Nullable String earlier, String what) {
    if (what.equals(earlier)) {
      block(Code.ALREADY_PLANNED, "The slate %s already.".formatted(what));
    } else {
      blockAfter(earlier);
    }
  }

  /** Blocks the move where an earlier one, told in words, wants the contrary; null for none. */
  void blockAfter(@Nullable String earlier) {
    if (earlier != null) {
      String text = "Another move on the slate %s. Take one of the two off.";
      block(Code.CONFLICT, text.formatted(earlier));
    }
  }

  /** What so many seats that come free (below zero: go out) save, and from when. */
  void money(int line, int seats) {
    Optional<LocalDate> stops = Cash.stopsOn(at.book, line, at.asOf);
    if (stops.isPresent()) {
      yearly = yearly.minus(at.priceOf(line).times(seats));
    }
    if (seats <= 0) {
      return;
    }
    cashFrom = stops.orElse(null);
    Agreement agreement = at.book.agreementOfLine(line);
    warn(
        Code.SAVES_LATER,
        stops
            .map(day -> "Money stops on %s, once the quantity is lowered.".formatted(say(day)))
            .orElse("%s may never shrink: no money stops.".formatted(agreement.name())));
  }
}
