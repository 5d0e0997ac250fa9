package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.money.Money;
import org.sobertally.core.slate.CashCalendar;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.Preview;
import org.sobertally.core.slate.Previewer;
import org.sobertally.core.slate.Remark;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.access.Role;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.MoveWords;
import org.sobertally.server.slates.moves.SlateMove;
import org.sobertally.server.slates.moves.Undo;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.VendorLinks;

/** Shows slates: what each move would do while it is planned, what became of it afterwards. */
@ApplicationScoped
class SlateViews {

  private final Books books;
  private final SlateStore store;
  private final CallStore callStore;
  private final SlateBlocks slateBlocks;
  private final SignIns sessions;
  private final TallyClock clock;
  private final VendorLinks links;
  private final FigureCache figures;
  private final FourEyes fourEyes;
  private final MoveTypes types;
  private final Undo undo;

  SlateViews(
      Books books,
      SlateStore store,
      CallStore callStore,
      SlateBlocks slateBlocks,
      SignIns sessions,
      TallyClock clock,
      VendorLinks links,
      FigureCache figures,
      FourEyes fourEyes,
      MoveTypes types,
      Undo undo) {
    this.undo = undo;
    this.types = types;
    this.fourEyes = fourEyes;
    this.figures = figures;
    this.books = books;
    this.store = store;
    this.callStore = callStore;
    this.slateBlocks = slateBlocks;
    this.sessions = sessions;
    this.clock = clock;
    this.links = links;
  }

  /** Who asks. */
  record Asker(String login, Role role) {

    /** Leads see their own only: another's may be about people outside their groups. */
    boolean sees(Slate slate) {
      return role != Role.LEAD || slate.author.equals(login);
    }
  }

  @Transactional
  SlateDto view(String id, Asker asker) {
    store.lookAtOneMoment();
    Slate slate = store.slate(id);
    if (!asker.sees(slate)) {
      throw Refusal.notFound("There is no slate %s.".formatted(id));
    }
    return new View(slate, asker).dto();
  }

  /** The newest first; drafts of others are not shown. Moves are told of one's own draft only. */
  @Transactional
  List<SlateDto> all(Asker asker) {
    store.lookAtOneMoment();
    Set<String> behind = fourEyes.behind(asker.login());
    SlateList list =
        new SlateList(
            books.current(),
            clock.today(),
            sessions,
            store,
            callStore,
            types,
            asker,
            slate -> fourEyes.isOwn(slate, behind));
    List<SlateDto> all = new ArrayList<>();
    for (Slate slate : store.slates()) {
      if (!asker.sees(slate)) {
        continue;
      }
      if (slate.state != Slate.State.DRAFT) {
        all.add(list.of(slate));
      } else if (slate.author.equals(asker.login())) {
        all.add(new View(slate, asker).dto());
      }
    }
    return all;
  }

  private final class View {
    private final Book book = books.current();
    private final LocalDate today = clock.today();
    private final Slate slate;
    private final Asker asker;
    private final List<SlateMove> moves;
    private final Map<String, VendorCall> calls = new HashMap<>();

    /** Of a slate under way the book changes with every move: then by subscription. */
    private final @Nullable UseStates whole;

    private final Map<Integer, UseStates> states = new HashMap<>();
    private final boolean planned;
    private final Preview preview;
    private final List<List<Remark>> blocks;

    View(Slate slate, Asker asker) {
      this.slate = slate;
      this.asker = asker;
      moves = store.movesOf(slate.id);
      callStore.callsOf(slate.id).forEach(call -> calls.put(call.move, call));
      planned =
          slate.state == Slate.State.DRAFT
              || slate.state == Slate.State.SENT
              || slate.state == Slate.State.GRANTED;
      List<Move> core = planned ? types.toCore(moves) : List.of();
      whole = planned ? figures.of(book, today).states() : null;
      if (planned && Steps.any(moves)) {
        preview = Steps.preview(types, book, today, moves);
      } else {
        preview = whole != null ? Previewer.of(whole, core) : Previewer.of(book, today, core);
      }
      blocks = planned ? slateBlocks.of(slate, moves, preview) : List.of();
    }

    SlateDto dto() {
      List<SlateDto.MoveDto> shown = new ArrayList<>();
      for (int m = 0; m < moves.size(); m++) {
        shown.add(move(m));
      }
      SlateDto.MoveCounts progress =
          new SlateDto.MoveCounts(
              (int) calls.values().stream().filter(c -> isOpen(c)).count(),
              (int) calls.values().stream().filter(View::isByHand).count(),
              moves.size(),
              moves.stream().map(move -> types.words(book, move)).distinct().limit(4).toList(),
              (int) moves.stream().filter(move -> move.state.isSettled()).count(),
              (int) moves.stream().filter(move -> move.state == SlateMove.State.FAILED).count(),
              (int) moves.stream().filter(m -> m.settledHow == SlateMove.How.READ_BACK).count());
      return SlateDto.of(
          slate,
          asker,
          fourEyes.isOwn(slate, fourEyes.behind(asker.login())),
          today,
          sessions,
          progress,
          shown,
          previewDto());
    }

    private static boolean isByHand(VendorCall call) {
      return call.state == VendorCall.State.BY_HAND;
    }

    private static boolean isOpen(VendorCall call) {
      return VendorCall.State.OPEN.contains(call.state);
    }

    private SlateDto.MoveDto move(int m) {
      SlateMove move = moves.get(m);
      Preview.MovePreview seen = planned ? preview.moves().get(m) : null;
      VendorCall call = calls.get(move.id);
      return new SlateDto.MoveDto(
          new SlateDto.Move(move.id, move.kind, types.words(book, move), move.state),
          new SlateDto.MoveOf(
              move.holding,
              move.account,
              move.person,
              MoveWords.holder(book, move),
              move.vendor,
              MoveWords.vendor(book, move),
              move.plan,
              move.plan == null ? null : MoveWords.plan(book, move.plan),
              move.line,
              move.toLine),
          facts(move),
          planned ? remarks(blocks.get(m)) : List.of(),
          seen != null ? remarks(warnings(move, seen)) : List.of(),
          money(move, seen, call),
          new SlateDto.MoveSteps(
              call == null ? null : call.answer,
              move.due,
              move.waits,
              move.successor,
              move.successor != null && book.people().has(move.successor)
                  ? book.people().byId(move.successor).name()
                  : null,
              move.agreedOn));
    }

    private SlateDto.MoveFacts facts(SlateMove move) {
      int number = move.holding == null ? -1 : book.holdings().numberOf(move.holding);
      UseStates clockOf = number < 0 ? null : statesOf(book.holdings().line(number));
      UseStates clock = clockOf != null && clockOf.isOpen(number) ? clockOf : null;
      return new SlateDto.MoveFacts(
          move.seats != null ? move.seats : move.seatsHeld,
          clock != null ? clock.idleDays(number) : null,
          clock != null ? Days.date(clock.lastUsed(number)) : null);
    }

    /** What was granted stands as it was seen then. */
    private SlateDto.MoveMoney money(
        SlateMove move, Preview.@Nullable MovePreview seen, @Nullable VendorCall call) {
      boolean frozen = move.yearly != null;
      MoneyDto yearly = seen == null ? none() : MoneyDto.of(seen.yearly());
      return new SlateDto.MoveMoney(
          frozen ? MoneyDto.of(move.yearly, move.currency) : yearly,
          frozen || seen == null ? move.cashFrom : seen.cashFrom(),
          seen != null ? seen.undoUntil() : move.undoUntil,
          asker.role() == Role.STEWARD && undo.possible(book, move, today),
          call != null && isByHand(call),
          call != null && asker.role() == Role.STEWARD,
          move.settledHow,
          move.reason);
    }

    private MoneyDto none() {
      return MoneyDto.of(Money.zero(book.rates().reportingCurrency()));
    }

    private List<Remark> warnings(SlateMove move, Preview.MovePreview seen) {
      if (!types.callsVendor(move) || links.to(move.vendor).isPresent()) {
        return seen.warnings();
      }
      List<Remark> all = new ArrayList<>(seen.warnings());
      String text = "There is no link to %s: the change is made there by hand.";
      all.add(new Remark(Remark.Code.BY_HAND, text.formatted(MoveWords.vendor(book, move))));
      return all;
    }

    private UseStates statesOf(int line) {
      if (whole != null) {
        return whole;
      }
      return states.computeIfAbsent(
          line, l -> UseStates.ofLine(book, today, l, OptionalInt.empty()));
    }

    private static List<SlateDto.RemarkDto> remarks(List<Remark> remarks) {
      return remarks.stream().map(r -> new SlateDto.RemarkDto(r.code(), r.text())).toList();
    }

    private SlateDto.PreviewDto previewDto() {
      return planned ? plannedPreview() : SlateList.frozen(types, book, today, alike());
    }

    private List<SlateStore.Alike> alike() {
      return moves.stream().map(SlateStore.Alike::alone).toList();
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
        if (blocks.get(m).isEmpty()) {
          seats += types.of(moves.get(m)).seatsBack(moves.get(m));
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
