package org.sobertally.server.renewals;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.RenewalChance;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.core.renewal.RenewalOption.Kind;
import org.sobertally.core.words.Words;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.print.Paper;
import org.sobertally.server.refusal.Refusal;

/** Writes briefs: what was chosen where something was, else what would be proposed. */
@ApplicationScoped
class RenewalBriefs {

  /** Where what is recommended by the agreement's own terms stands among the ways. */
  private static final int RECOMMENDED = 2;

  private final RenewalSheets sheets;
  private final RenewalCases cases;
  private final SignIns sessions;

  RenewalBriefs(RenewalSheets sheets, RenewalCases cases, SignIns sessions) {
    this.sheets = sheets;
    this.cases = cases;
    this.sessions = sessions;
  }

  /** Of the agreement's next renewal that can still be changed; not found where there is none. */
  @Transactional
  RenewalBrief of(Book book, LocalDate day, String agreement) {
    RenewalChance chance = book.agreements().byId(agreement).nextChance(day).orElse(null);
    RenewalCase one = chance == null ? null : cases.find(agreement, chance.renews()).orElse(null);
    RenewalCase chosen =
        one != null && one.preparedOn != null && !one.preparedOn.isAfter(day) ? one : null;
    RenewalDto.Renewal shown =
        chosen != null
            ? asChosen(book, day, chosen)
            : sheets.of(book, day, agreement, null, untried(book));
    LocalDate renews = shown.term().renews();
    LocalDate noticeBy = shown.term().noticeBy();
    if (renews == null || noticeBy == null) {
      throw Refusal.notFound("This agreement has no renewal that can still be changed.");
    }
    return new Writing(book, day, agreement, shown, renews, noticeBy, chosen).brief();
  }

  private RenewalDto.Renewal asChosen(Book book, LocalDate day, RenewalCase one) {
    List<String> known = one.knownChanges();
    // An offer that the book has no more is told by its numbers alone.
    String offer = one.offer != null && book.offers().has(one.offer) ? one.offer : null;
    return sheets.of(book, day, one.agreement, offer, Tried.of(book, one.margin, null, known));
  }

  private static Tried untried(Book book) {
    return Tried.of(book, "advised", null, List.of());
  }

  /** One brief. */
  private final class Writing {
    private final Book book;
    private final LocalDate day;
    private final Agreement agreement;
    private final RenewalDto.Renewal shown;
    private final LocalDate renews;
    private final LocalDate noticeBy;
    private final @Nullable RenewalCase chosen;
    private final Map<String, Integer> asked = new HashMap<>();

    Writing(
        Book book,
        LocalDate day,
        String agreement,
        RenewalDto.Renewal shown,
        LocalDate renews,
        LocalDate noticeBy,
        @Nullable RenewalCase chosen) {
      this.book = book;
      this.day = day;
      this.agreement = book.agreements().byId(agreement);
      this.shown = shown;
      this.renews = renews;
      this.noticeBy = noticeBy;
      this.chosen = chosen;
      shown.cover().plans().forEach(plan -> asked.put(plan.plan(), plan.seats()));
      if (shown.shown() != null) {
        all(shown.shown()).forEach(row -> asked.put(row.plan(), row.seats()));
      }
      if (chosen != null) {
        cases.seatsOf(chosen).forEach(row -> asked.put(row.plan, row.seats));
      }
    }

    RenewalBrief brief() {
      String vendor = book.vendors().byId(agreement.vendor()).name();
      MoneyDto stands = shown.beside().get(0).whole().all();
      return new RenewalBrief(
          new RenewalBrief.Of(agreement.id(), agreement.name(), vendor, day, renews, noticeBy),
          "How many seats does %s keep from %s on, and by whose terms? %s must be told by %s."
              .formatted(agreement.name(), Words.day(renews), vendor, Words.day(noticeBy)),
          "Without a decision it renews on %s as it stands, at %s a year."
              .formatted(Words.day(renews), said(stands)),
          evidence(vendor),
          needs(),
          ways(),
          first(),
          recommendation(stands),
          chosen == null || chosen.note == null || chosen.note.isBlank() ? null : chosen.note,
          who(),
          chosen != null);
    }

    private String evidence(String vendor) {
      Evidence known = book.evidenceOf(agreement.vendor(), day);
      int back = shown.cover().dormant().size();
      String maybe =
          back == 0
              ? ""
              : " %d who need nothing now used it within the year and may be back.".formatted(back);
      return "Use at %s is known from %s to %s.%s"
          .formatted(vendor, Words.day(known.from()), Words.day(known.measureDay(day)), maybe);
    }

    private List<RenewalBrief.Need> needs() {
      List<RenewalBrief.Need> needs = new ArrayList<>();
      shown.cover().plans().forEach(plan -> needs.add(need(plan)));
      RenewalDto.Beside recommended = shown.beside().get(RECOMMENDED);
      for (RenewalDto.OtherRow row : recommended.whole().others()) {
        needs.add(
            new RenewalBrief.Need(
                row.plan(),
                row.name(),
                row.before(),
                null,
                row.seats(),
                null,
                null,
                asked.getOrDefault(row.plan(), 0)));
      }
      return needs;
    }

    private RenewalBrief.Need need(RenewalDto.PlanRow plan) {
      return new RenewalBrief.Need(
          plan.plan(),
          plan.name(),
          plan.now().bought(),
          plan.now().held() + plan.now().resting(),
          plan.now().given(),
          plan.low(),
          plan.high(),
          asked.getOrDefault(plan.plan(), 0));
    }

    private List<RenewalBrief.Way> ways() {
      List<RenewalBrief.Way> ways = new ArrayList<>();
      MoneyDto stands = shown.beside().get(0).whole().all();
      RenewalDto.Beside mine = askedFor();
      for (RenewalDto.Beside one : shown.beside()) {
        ways.add(
            new RenewalBrief.Way(
                one.what(),
                name(one),
                one.months(),
                one.whole().all(),
                less(stands, one.whole().all()),
                one.whole().allOverTerm(),
                one.expectedAdded(),
                seats(all(one)),
                risk(one),
                one == mine));
      }
      if (mine == null) {
        ways.add(own(stands));
      }
      return ways;
    }

    /** What somebody chose that is none of the usual ways. */
    private RenewalBrief.Way own(MoneyDto stands) {
      RenewalCase one = Objects.requireNonNull(chosen);
      MoneyDto yearly = MoneyDto.of(one.after());
      List<RenewalDto.Seats> seats = allAsked();
      MoneyDto term = MoneyDto.of(one.after().share(one.months, 12));
      return new RenewalBrief.Way(
          Kind.PROPOSED,
          "As chosen",
          one.months,
          yearly,
          less(stands, yearly),
          term,
          MoneyDto.of(one.money(BigDecimal.ZERO)),
          seats(seats),
          "Quantities that somebody set: see the need beside them.",
          true);
    }

    /** The first of those with the same seats and terms; null where somebody set others. */
    private RenewalDto.@Nullable Beside askedFor() {
      return shown.beside().stream().filter(this::isAsked).findFirst().orElse(null);
    }

    private boolean isAsked(RenewalDto.Beside one) {
      if (chosen == null) {
        return one.what() == Kind.PROPOSED;
      }
      return Objects.equals(one.offer(), chosen.offer)
          && all(one).stream().allMatch(row -> asked.getOrDefault(row.plan(), 0) == row.seats());
    }

    /** Every plan of the agreement as this way has it, pools and extras included. */
    private static List<RenewalDto.Seats> all(RenewalDto.Beside one) {
      Map<String, Integer> seats = new LinkedHashMap<>();
      one.seats().forEach(row -> seats.merge(row.plan(), row.seats(), Integer::sum));
      one.whole().others().forEach(row -> seats.merge(row.plan(), row.seats(), Integer::sum));
      return seats.entrySet().stream()
          .map(row -> new RenewalDto.Seats(row.getKey(), row.getValue()))
          .toList();
    }

    /** Every plan of the agreement with what is asked for. */
    private List<RenewalDto.Seats> allAsked() {
      return all(shown.beside().get(0)).stream()
          .map(row -> new RenewalDto.Seats(row.plan(), asked.getOrDefault(row.plan(), 0)))
          .toList();
    }

    private String name(RenewalDto.Beside one) {
      return switch (one.what()) {
        case AS_IT_STANDS -> "As it stands";
        case NEEDED -> "Only what is needed";
        case PROPOSED -> "Needed, with a margin";
        case OFFER -> "Offer: " + book.offers().byId(Objects.requireNonNull(one.offer())).name();
      };
    }

    private String seats(List<RenewalDto.Seats> seats) {
      List<String> words = new ArrayList<>();
      for (RenewalDto.Seats row : seats) {
        if (row.seats() > 0) {
          words.add("%d %s".formatted(row.seats(), book.plans().byId(row.plan()).name()));
        }
      }
      return words.isEmpty() ? "none" : String.join(", ", words);
    }

    private String risk(RenewalDto.Beside one) {
      String added = said(one.expectedAdded());
      String gap = one.proven() ? "" : " Not proven to be the cheapest.";
      return switch (one.what()) {
        case AS_IT_STANDS -> "Nobody is short; what nobody needs stays paid.";
        case NEEDED -> "Whoever joins needs a seat more: %s expected.%s".formatted(added, gap);
        case PROPOSED -> "Seats added later are expected to cost %s.%s".formatted(added, gap);
        case OFFER ->
            "Bound for %d months; seats added later: %s expected.%s"
                .formatted(one.months(), added, gap);
      };
    }

    private String first() {
      RenewalDto.Beside mine = askedFor();
      RenewalDto.Beside of = mine == null ? shown.shown() : mine;
      if (of == null || of.takeBack() == 0 && of.moved() == 0) {
        return "Nothing has to change hands first.";
      }
      return "Before %s %s and %s."
          .formatted(
              Words.day(renews),
              Words.count(of.takeBack(), "seat must come back", "seats must come back"),
              Words.count(of.moved(), "person changes plan", "people change plan"));
    }

    private String recommendation(MoneyDto stands) {
      String seats = seats(allAsked());
      MoneyDto yearly =
          chosen != null
              ? MoneyDto.of(chosen.after())
              : Objects.requireNonNull(askedFor()).whole().all();
      return "%s: %s, %s a year, which is %s less than as it stands."
          .formatted(
              chosen == null ? "The figures propose" : "Asked for",
              seats,
              said(yearly),
              said(less(stands, yearly)));
    }

    private String who() {
      if (chosen == null || chosen.decideBy == null) {
        return "Nobody has been asked yet.";
      }
      if (chosen.decidedOn == null) {
        return "%s asks; to be decided by somebody else by %s."
            .formatted(
                sessions.nameOf(Objects.requireNonNull(chosen.preparedBy)),
                Words.day(chosen.decideBy));
      }
      return "%s by %s on %s%s."
          .formatted(
              Boolean.TRUE.equals(chosen.granted) ? "Granted" : "Refused",
              sessions.nameOf(Objects.requireNonNull(chosen.decidedBy)),
              Words.day(chosen.decidedOn),
              chosen.decisionNote == null ? "" : ": “%s”".formatted(chosen.decisionNote));
    }
  }

  private static MoneyDto less(MoneyDto before, MoneyDto after) {
    return MoneyDto.of(money(before).minus(money(after)));
  }

  private static Money money(MoneyDto dto) {
    return new Money(new BigDecimal(dto.amount()), dto.currency());
  }

  private static String said(MoneyDto money) {
    return MoneyWords.about(money(money));
  }

  /** The brief as a paper; the picture's values stand beside it. */
  static Paper paper(RenewalBrief brief) {
    String title = "%s: how it renews on %s";
    Paper paper =
        new Paper(title.formatted(brief.of().name(), Words.day(brief.of().renews())))
            .paragraph(brief.question())
            .boxed(brief.recommendation());
    if (brief.note() != null) {
      paper.paragraph("“%s”".formatted(brief.note()));
    }
    return paper
        .heading("What is needed")
        .paragraph(brief.evidence())
        .table(
            List.of(
                "Plan",
                ">bought",
                ">held",
                ">needed",
                ">in 8 of 10 years",
                brief.chosen() ? ">asked for" : ">proposed"),
            brief.needs().stream().map(RenewalBriefs::row).toList())
        .heading("The ways, a year and over the term")
        .table(
            List.of("Way", "|", ">a year", ">less", ">over the term", "Seats and risk"),
            rows(brief.ways()))
        .heading("First")
        .paragraph(brief.first())
        .heading("Who decides, by when")
        .paragraph(brief.who())
        .paragraph(brief.ifNothing())
        .note("As of %s.".formatted(Words.day(brief.of().asOf())));
  }

  private static List<String> row(RenewalBrief.Need need) {
    return List.of(
        need.name(),
        Integer.toString(need.bought()),
        need.held() == null ? "–" : Integer.toString(need.held()),
        Integer.toString(need.needed()),
        need.low() == null ? "–" : "%d to %d".formatted(need.low(), need.high()),
        Integer.toString(need.asked()));
  }

  /** The ways with their bars, the dearest the whole width. */
  private static List<List<String>> rows(List<RenewalBrief.Way> ways) {
    BigDecimal most = BigDecimal.ONE;
    for (RenewalBrief.Way way : ways) {
      most = most.max(money(way.yearly()).amount());
    }
    List<List<String>> rows = new ArrayList<>();
    for (RenewalBrief.Way way : ways) {
      double share = 100 * money(way.yearly()).amount().doubleValue() / most.doubleValue();
      rows.add(
          List.of(
              (way.asked() ? "→ " : "") + way.name(),
              Double.toString(Math.max(0, share)),
              said(way.yearly()),
              said(way.less()),
              said(way.overTerm()),
              way.seats() + ". " + way.risk()));
    }
    return rows;
  }
}
