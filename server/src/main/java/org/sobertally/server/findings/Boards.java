package org.sobertally.server.findings;

import jakarta.enterprise.context.ApplicationScoped;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.HouseRules;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.findings.Board;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.findings.Focus;
import org.sobertally.core.people.Group;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.http.Numbers;
import org.sobertally.server.http.Params;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.store.AsOf;
import org.sobertally.server.visibility.Reach;

/** Looks at the part of the board that is asked for, within what the asker may see. */
@ApplicationScoped
class Boards {

  private static final int LONGEST_DAYS = 730;

  private final Books books;
  private final AsOf asOf;
  private final FigureCache figures;
  private final Reach reach;

  Boards(Books books, AsOf asOf, FigureCache figures, Reach reach) {
    this.books = books;
    this.asOf = asOf;
    this.figures = figures;
    this.reach = reach;
  }

  /**
   * What is looked at.
   *
   * @param book with the lines that are tried
   */
  record View(Book book, LocalDate day, Findings findings, FigureCache.Whole whole, Board board) {

    Covers covers() {
      return whole.covers();
    }

    UseStates states() {
      return whole.states();
    }
  }

  View view(BoardAsk ask) {
    Book now = books.current();
    LocalDate day = asOf.of(now, ask.asOf);
    Book book = figures.trying(now, tried(now.rules(), ask));
    Findings findings = figures.findings(book, day);
    Board board = Board.of(findings, focus(book, day, ask));
    return new View(book, day, findings, figures.of(book, day), board);
  }

  private static HouseRules tried(HouseRules now, BoardAsk ask) {
    return new HouseRules(
        Params.number("idleLine", ask.idleLine, 1, 365).orElse(now.idleLine()),
        Params.number("openingGrace", ask.openingGrace, 1, 365).orElse(now.openingGrace()),
        Params.number("needWindow", ask.needWindow, 1, LONGEST_DAYS).orElse(now.needWindow()),
        now.invitationGrace(),
        now.leaverHorizon());
  }

  private Focus focus(Book book, LocalDate day, BoardAsk ask) {
    int vendor = -1;
    String askedVendor = Params.said(ask.vendor);
    if (askedVendor != null) {
      vendor = book.vendors().numberOf(askedVendor);
      if (vendor < 0) {
        throw Refusal.notFound("There is no vendor %s.".formatted(askedVendor));
      }
    }
    int older = Params.number("olderThan", ask.olderThan, 0, 3650).orElse(-1);
    int since = older < 0 ? Days.NONE : Days.of(day) - older;
    return new Focus(people(book, ask), vendor, amount(ask.atLeast), since);
  }

  /** Null for everybody and accounts without an owner. */
  private @Nullable BitSet people(Book book, BoardAsk ask) {
    BitSet people = reach.people(book);
    String group = Params.said(ask.group);
    String lead = Params.said(ask.lead);
    String site = Params.said(ask.site);
    if (group != null) {
      // A lead is not told whether there is a group that is not theirs.
      if (!book.groups().has(group) && !reach.isLimited()) {
        throw Refusal.notFound("There is no group %s.".formatted(group));
      }
      List<Group> asked = reach.groups(book).stream().filter(g -> g.id().equals(group)).toList();
      people = both(people, Reach.members(book, asked));
    }
    if (lead != null) {
      List<Group> led = book.groups().all().stream().filter(g -> g.leads().contains(lead)).toList();
      people = both(people, Reach.members(book, led));
    }
    if (site != null) {
      BitSet there = new BitSet();
      for (int p = 0; p < book.people().size(); p++) {
        there.set(p, site.equals(book.people().get(p).site()));
      }
      people = both(people, there);
    }
    return people;
  }

  private static BitSet both(@Nullable BitSet some, BitSet others) {
    if (some != null) {
      others.and(some);
    }
    return others;
  }

  private static @Nullable BigDecimal amount(@Nullable String text) {
    if (text == null || text.isBlank()) {
      return null;
    }
    return Numbers.of("atLeast", text);
  }
}
