package org.sobertally.server.renewals;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.Optional;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.HouseRules;
import org.sobertally.core.renewal.Mix;
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
                    () -> RenewalStudy.of(figures.of(book, day).covers().needs(), of, chance)));
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
