package org.sobertally.server.renewals;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.renewal.Mix;
import org.sobertally.core.renewal.RenewalStudy;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.refusal.Refusal;

/** One agreement's next renewal with what somebody tries on it, as page and paper show it. */
@ApplicationScoped
class RenewalSheets {

  private final RenewalFigures renewals;
  private final FigureCache figures;

  RenewalSheets(RenewalFigures renewals, FigureCache figures) {
    this.renewals = renewals;
    this.figures = figures;
  }

  /**
   * @param offer whose terms are shown; null or blank for the agreement's own
   */
  RenewalDto.Renewal of(
      Book book, LocalDate day, String agreement, @Nullable String offer, Tried tried) {
    Offer shown = offerOf(book, agreement, offer);
    Optional<RenewalStudy> found = renewals.study(book, day, agreement);
    if (found.isEmpty()) {
      return nothing(book, agreement, tried);
    }
    RenewalStudy study = found.get();
    Mix own = renewals.ownMix(study).withAdded(tried.added());
    List<Mix> offers = new ArrayList<>();
    for (Offer one : book.offers().all()) {
      if (one.agreement().equals(agreement) && one.standsOn(day)) {
        offers.add(renewals.mix(study, one));
      }
    }
    Mix mix = shown == null ? own : renewals.mix(study, shown);
    return new RenewalViews(study)
        .renewal(mix, own, offers, figures.surplus(book, day), figures.findings(book, day), tried);
  }

  private static RenewalDto.Renewal nothing(Book book, String agreement, Tried tried) {
    return new RenewalDto.Renewal(
        new RenewalDto.Term(
            agreement, book.agreements().byId(agreement).vendor(), null, null, null, List.of(), 12),
        RenewalViews.percent(tried.added()),
        true,
        MoneyDto.of(Money.zero(book.rates().reportingCurrency())),
        new RenewalDto.Plans(List.of(), List.of(), List.of(), null, List.of()),
        new RenewalDto.Further(List.of(), List.of(), List.of()),
        null,
        List.of(),
        null);
  }

  /**
   * The offer of that id; null where none is asked for.
   *
   * @throws Refusal where the agreement has no such offer
   */
  static @Nullable Offer offerOf(Book book, String agreement, @Nullable String offer) {
    if (offer == null || offer.isBlank()) {
      return null;
    }
    if (!book.offers().has(offer) || !book.offers().byId(offer).agreement().equals(agreement)) {
      throw Refusal.notFound("There is no offer %s for this agreement.".formatted(offer));
    }
    return book.offers().byId(offer);
  }
}
