package org.sobertally.server.renewals;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.Optional;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.HouseRules;
import org.sobertally.core.findings.Surplus;
import org.sobertally.core.money.Money;
import org.sobertally.core.renewal.Known;
import org.sobertally.core.renewal.Margins;
import org.sobertally.core.renewal.Mix;
import org.sobertally.core.renewal.RenewalOption;
import org.sobertally.core.renewal.RenewalOption.Kind;
import org.sobertally.core.renewal.RenewalStudy;
import org.sobertally.core.renewal.RenewalTerms;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.figures.Remembered;
import org.sobertally.server.refusal.Refusal;

/**
 * Studies of renewals and their cheapest mixes, each worked out once and remembered for a while.
 */
@ApplicationScoped
class RenewalFigures {

  private static final int STUDIES = 40;
  private static final int MIXES = 80;

  private record StudyKey(long version, HouseRules rules, LocalDate day, String agreement) {}

  private record MixKey(StudyKey of, String offer) {}

  private final Remembered<StudyKey, RenewalStudy> studies = new Remembered<>(STUDIES);
  private final Remembered<MixKey, Mix> mixes = new Remembered<>(MIXES);
  private final FigureCache figures;
  private final CpSatSolver solver;

  RenewalFigures(FigureCache figures, CpSatSolver solver) {
    this.figures = figures;
    this.solver = solver;
  }

  /** Of the agreement's next renewal that can still be changed on the day; empty for none. */
  Optional<RenewalStudy> study(Book book, LocalDate day, String agreement) {
    Agreement of = book.agreements().byId(agreement);
    return of.nextChance(day)
        .map(
            chance ->
                studies.get(
                    key(book, day, agreement),
                    () ->
                        RenewalStudy.of(
                            figures.of(book, day).covers().needs(),
                            of,
                            chance,
                            line ->
                                Surplus.recommended(book, line, day, figures.surplus(book, day)))));
  }

  /** The cheapest mix under the agreement's own terms. */
  Mix ownMix(RenewalStudy study) {
    return mixes.get(
        new MixKey(key(study), ""),
        () -> solved(study, study.ownTerms(RenewalTerms.USUALLY_ADDED)));
  }

  /** The cheapest mix under an offer's terms. */
  Mix mix(RenewalStudy study, Offer offer) {
    return mixes.get(new MixKey(key(study), offer.id()), () -> solved(study, study.termsOf(offer)));
  }

  private Mix solved(RenewalStudy study, RenewalTerms terms) {
    try {
      return study.mix(terms, solver);
    } catch (CpSatSolver.MissingException e) {
      throw Refusal.unavailable(String.valueOf(e.getMessage()));
    }
  }

  /**
   * What the renewal is about in money, in the reporting currency, unrounded.
   *
   * @param one what was prepared for it; empty for nothing
   */
  RenewalMoney money(RenewalStudy study, Optional<RenewalCase> one) {
    Optional<RenewalCase> decided = one.filter(known -> known.isDecidedOn(study.asOf()));
    if (decided.isPresent()) {
      // What was decided was decided beside what stood then.
      Money before = reporting(study, decided.get().before());
      return new RenewalMoney(before, before, null, null, reporting(study, decided.get().after()));
    }
    RenewalOption stands =
        study.asItStands(study.ownTerms(RenewalTerms.USUALLY_ADDED), Known.NOTHING);
    Money byTheBook = new Money(study.paidByTheBook(), study.book().rates().reportingCurrency());
    if (one.map(known -> known.stateOn(study.asOf())).orElse(null)
        == RenewalState.KEPT_ON_PURPOSE) {
      // That it stays as it is was decided, too: nothing is at stake.
      return new RenewalMoney(byTheBook, byTheBook, null, null, byTheBook);
    }
    if (!canSolve()) {
      return new RenewalMoney(whole(study, stands), byTheBook, null, null, null);
    }
    Mix mix = ownMix(study);
    return new RenewalMoney(
        whole(study, stands),
        byTheBook,
        whole(study, study.option(Kind.NEEDED, mix, Margins.NONE, Known.NOTHING)),
        whole(study, study.option(Kind.PROPOSED, mix, Margins.ADVISED, Known.NOTHING)),
        null);
  }

  private static Money whole(RenewalStudy study, RenewalOption option) {
    return new Money(option.wholeYearly(), study.book().rates().reportingCurrency());
  }

  private static Money reporting(RenewalStudy study, Money amount) {
    return study.book().rates().toReporting(amount, study.asOf());
  }

  /** Whether mixes can be said at all on this machine. */
  boolean canSolve() {
    return solver.isThere();
  }

  private static StudyKey key(RenewalStudy study) {
    return key(study.book(), study.asOf(), study.agreement().id());
  }

  private static StudyKey key(Book book, LocalDate day, String agreement) {
    return new StudyKey(book.version(), book.rules(), day, agreement);
  }
}
