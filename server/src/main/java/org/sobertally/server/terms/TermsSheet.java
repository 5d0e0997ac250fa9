package org.sobertally.server.terms;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.LocalDate;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.server.http.MoneyDto;

/**
 * What was agreed with a vendor, as it stands today.
 *
 * @param state of the sheet; a save names the one it was made from
 */
@Schema(name = "TermsSheet")
record TermsSheet(String vendor, String name, String state, List<AgreementTerms> agreements) {

  /**
   * Its days and what may be changed on them.
   *
   * @param ends the first day after the term
   * @param renewal the next day on which it renews or ends; null once it is over
   * @param noticeBy the last day for notice; it may have passed
   */
  record AgreementDates(
      LocalDate starts,
      LocalDate ends,
      int noticeDays,
      Agreement.Renews renews,
      Agreement.MayShrink mayShrink,
      @Schema(nullable = true) @Nullable LocalDate renewal,
      @Schema(nullable = true) @Nullable LocalDate noticeBy) {}

  /**
   * @param yearly what all of it costs a year, in the reporting currency
   * @param later the days from which something is otherwise than from the start
   */
  @Schema(name = "AgreementTerms")
  record AgreementTerms(
      String agreement,
      String name,
      String currency,
      @JsonUnwrapped AgreementDates dates,
      MoneyDto yearly,
      List<LineTerms> lines,
      List<LaterDays.LaterDay> later) {}

  /**
   * @param unitPrice of a seat a year, in the agreement's currency, below the first break
   * @param minimum paid for even where fewer are bought
   * @param yearly in the agreement's currency
   */
  @Schema(name = "LineTerms")
  record LineTerms(
      String line,
      String planName,
      PlanModel model,
      List<String> parts,
      int bought,
      int held,
      String unitPrice,
      PriceList.Pricing pricing,
      int minimum,
      List<Break> breaks,
      MoneyDto yearly) {}

  /** From so many seats on a seat costs so much. */
  @Schema(name = "PriceBreak")
  record Break(int fromSeats, String unitPrice) {}
}
