package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.money.Money;
import org.sobertally.core.slate.Cash;
import org.sobertally.core.slate.CashCalendar;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.slate.Preview;
import org.sobertally.core.slate.Previewer;
import org.sobertally.core.slate.Remark;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.Sessions;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.store.Books;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.VendorLinks;

/** Shows slates: what each move would do while it is planned, what became of it afterwards. */
@ApplicationScoped
class SlateViews {

  private static final Set<SlateMove.State> SETTLED =
      Set.of(SlateMove.State.CONFIRMED, SlateMove.State.FAILED, SlateMove.State.UNDONE);

  private final Books books;
  private final SlateStore store;
  private final SlateBlocks slateBlocks;
  private final Sessions sessions;
  private final TallyClock clock;
  private final VendorLinks links;

  SlateViews(
      Books books,
      SlateStore store,
      SlateBlocks slateBlocks,
      Sessions sessions,
      TallyClock clock,
      VendorLinks links) {
    this.books = books;
    this.store = store;
    this.slateBlocks = slateBlocks;
    this.sessions = sessions;
    this.clock = clock;
    this.links = links;
  }

  /** Who asks. */
  record Asker(String login, Role role) {}

  @Transactional
  SlateDto view(String id, Asker asker) {
    return new View(store.slate(id), asker, true).dto();
  }

  /** The newest first; drafts of others are not shown. */
  @Transactional
  List<SlateDto> all(Asker asker) {
    return store.slates().stream()
        .filter(slate -> slate.state != Slate.State.DRAFT || slate.author.equals(asker.login()))
        .map(slate -> new View(slate, asker, slate.state == Slate.State.DRAFT).dto())
        .toList();
  }

  private final class View {
    private final Book book = books.current();
    private final LocalDate today = clock.today();
    private final Slate slate;
    private final Asker asker;
    private final List<SlateMove> moves;
    private final Map<String, VendorCall> calls = new HashMap<>();
    private final Map<Integer, UseStates> states = new HashMap<>();
    private final boolean planned;
    private final boolean listed;
    private final Preview preview;
    private final List<List<Remark>> blocks;

    /**
     * @param listed whether its moves are told one by one
     */
    View(Slate slate, Asker asker, boolean listed) {
      this.slate = slate;
      this.asker = asker;
      this.listed = listed;
      moves = store.movesOf(slate.id);
      store.callsOf(slate.id).forEach(call -> calls.put(call.move, call));
      planned =
          listed
              && (slate.state == Slate.State.DRAFT
                  || slate.state == Slate.State.SENT
                  || slate.state == Slate.State.GRANTED);
      List<Move> core = planned ? moves.stream().map(SlateMove::core).toList() : List.of();
      preview = Previewer.of(book, today, core);
      blocks = planned ? slateBlocks.of(book, slate, moves, preview) : List.of();
    }

    SlateDto dto() {
      List<SlateDto.MoveDto> shown = new ArrayList<>();
      for (int m = 0; listed && m < moves.size(); m++) {
        shown.add(move(m));
      }
      return new SlateDto(
          slate.id,
          slate.state,
          slate.author,
          sessions.nameOf(slate.author),
          slate.created,
          slate.deadline,
          slate.note,
          slate.decider,
          slate.decider == null ? null : sessions.nameOf(slate.decider),
          slate.reason,
          slate.state == Slate.State.SENT
              && asker.role() == Role.DECIDER
              && !slate.author.equals(asker.login()),
          slate.state == Slate.State.GRANTED && asker.role() == Role.STEWARD,
          (int) calls.values().stream().filter(c -> isOpen(c)).count(),
          (int) calls.values().stream().filter(c -> c.state == VendorCall.State.BY_HAND).count(),
          moves.size(),
          moves.stream().map(move -> MoveWords.of(book, move)).distinct().limit(4).toList(),
          (int) moves.stream().filter(move -> SETTLED.contains(move.state)).count(),
          (int) moves.stream().filter(move -> move.state == SlateMove.State.FAILED).count(),
          shown,
          previewDto());
    }

    private static boolean isOpen(VendorCall call) {
      return VendorCall.State.OPEN.contains(call.state);
    }

    private SlateDto.MoveDto move(int m) {
      SlateMove move = moves.get(m);
      Preview.MovePreview seen = planned ? preview.moves().get(m) : null;
      boolean frozen = move.yearly != null;
      int number = move.holding == null ? -1 : book.holdings().numberOf(move.holding);
      UseStates clockOf = number < 0 ? null : statesOf(book.holdings().line(number));
      boolean open = clockOf != null && clockOf.isOpen(number);
      VendorCall call = calls.get(move.id);
      return new SlateDto.MoveDto(
          move.id,
          move.kind,
          MoveWords.of(book, move),
          move.state,
          move.holding,
          move.account,
          move.person,
          MoveWords.holder(book, move),
          move.vendor,
          MoveWords.vendor(book, move),
          move.plan,
          move.plan == null ? null : MoveWords.plan(book, move.plan),
          move.line,
          move.toLine,
          move.seats,
          open ? clockOf.idleDays(number) : null,
          open ? Days.date(clockOf.lastUsed(number)) : null,
          planned ? remarks(blocks.get(m)) : List.of(),
          planned ? remarks(warnings(move, seen)) : List.of(),
          frozen ? MoneyDto.of(move.yearly, move.currency) : MoneyDto.of(seen.yearly()),
          frozen ? move.cashFrom : seen.cashFrom(),
          planned ? seen.undoUntil() : move.undoUntil,
          asker.role() == Role.STEWARD && Undo.possible(book, move, today),
          call != null && call.state == VendorCall.State.BY_HAND,
          move.reason,
          call == null ? null : call.answer);
    }

    private List<Remark> warnings(SlateMove move, Preview.MovePreview seen) {
      if (!move.callsVendor() || links.to(move.vendor).isPresent()) {
        return seen.warnings();
      }
      List<Remark> all = new ArrayList<>(seen.warnings());
      String text = "There is no link to %s: the change is made there by hand.";
      all.add(new Remark(Remark.Code.BY_HAND, text.formatted(MoveWords.vendor(book, move))));
      return all;
    }

    private UseStates statesOf(int line) {
      return states.computeIfAbsent(
          line, l -> UseStates.ofLine(book, today, l, OptionalInt.empty()));
    }

    private static List<SlateDto.RemarkDto> remarks(List<Remark> remarks) {
      return remarks.stream().map(r -> new SlateDto.RemarkDto(r.code(), r.text())).toList();
    }

    private SlateDto.PreviewDto previewDto() {
      return planned ? plannedPreview() : frozenPreview();
    }

    private SlateDto.PreviewDto plannedPreview() {
      List<SlateDto.LinePreviewDto> lines =
          preview.lines().stream()
              .map(
                  line ->
                      new SlateDto.LinePreviewDto(
                          line.line(),
                          book.plans().byId(book.lines().byId(line.line()).plan()).name(),
                          counts(line.before()),
                          counts(line.after()),
                          MoneyDto.of(line.yearlyDelta())))
              .toList();
      int oneWay = (int) preview.moves().stream().filter(m -> m.canGo() && !m.undoable()).count();
      int blocked = (int) blocks.stream().filter(list -> !list.isEmpty()).count();
      return new SlateDto.PreviewDto(
          lines,
          MoneyDto.of(preview.yearly()),
          MoneyDto.of(preview.cashThisYear()),
          cashByDay(),
          seatsBack(),
          blocked,
          oneWay);
    }

    private int seatsBack() {
      int seats = 0;
      for (int m = 0; m < moves.size(); m++) {
        MoveKind kind = moves.get(m).kind;
        if (blocks.get(m).isEmpty()) {
          seats += kind == MoveKind.TAKE_BACK || kind.switches() ? 1 : 0;
          seats += kind == MoveKind.DELETE ? moves.get(m).seats : 0;
        }
      }
      return seats;
    }

    /** Of the moves that can go; below zero, as everything that is saved. */
    private List<SlateDto.CashDay> cashByDay() {
      List<Move> going =
          preview.moves().stream().filter(m -> m.canGo()).map(m -> m.move()).toList();
      return CashCalendar.of(book, today, going).entries().stream()
          .map(
              entry ->
                  new SlateDto.CashDay(
                      entry.day(),
                      entry.line(),
                      entry.seats(),
                      MoneyDto.of(entry.yearly().negated())))
          .toList();
    }

    /** What the moves that went through, are on their way or may go yet, save. */
    private SlateDto.PreviewDto frozenPreview() {
      String currency = book.rates().reportingCurrency();
      Money yearly = Money.zero(currency);
      Money cash = Money.zero(currency);
      int seats = 0;
      for (SlateMove move : moves) {
        boolean counts =
            move.state == SlateMove.State.CONFIRMED
                || move.state == SlateMove.State.SENT
                || move.state == SlateMove.State.PLANNED;
        if (counts && (move.kind == MoveKind.TAKE_BACK || move.kind.switches())) {
          seats++;
        }
        if (counts && move.yearly != null && currency.equals(move.currency)) {
          Money saved = new Money(move.yearly, move.currency);
          yearly = yearly.plus(saved);
          if (move.cashFrom != null && saved.amount().compareTo(BigDecimal.ZERO) != 0) {
            cash = cash.plus(Cash.thisYear(saved, move.cashFrom, today));
          }
        }
      }
      return new SlateDto.PreviewDto(
          List.of(), MoneyDto.of(yearly), MoneyDto.of(cash), List.of(), seats, 0, 0);
    }

    private static SlateDto.Counts counts(Places places) {
      return new SlateDto.Counts(
          places.bought(),
          places.spare(),
          places.promised(),
          places.held(),
          places.resting(),
          places.missing());
    }
  }
}
