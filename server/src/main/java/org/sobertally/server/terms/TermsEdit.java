package org.sobertally.server.terms;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;

/**
 * What of a sheet is to be otherwise; null stays as it is. Values are as typed, so that each can be
 * answered for by itself.
 *
 * @param state the sheet's, as it was when it was looked at
 * @param why for the journal; needed to save
 * @param from the day from which it holds, what was before staying as it is; null where terms and
 *     prices that hold today are put right, and other quantities are bought from today
 */
@Schema(name = "TermsEdit")
record TermsEdit(
    @NotNull @Size(max = 64) String state,
    @Size(max = 500) @Schema(nullable = true) String why,
    @Size(max = 40) @Schema(nullable = true) String from,
    @NotNull @Size(max = 500) List<@NotNull AgreementEdit> agreements,
    @NotNull @Size(max = 2000) List<@NotNull LineEdit> lines) {

  @Schema(name = "AgreementEdit")
  record AgreementEdit(
      @NotNull String agreement,
      @Schema(nullable = true) String name,
      @Schema(nullable = true) String starts,
      @Schema(nullable = true) String ends,
      @Schema(nullable = true) String noticeDays,
      @Schema(nullable = true) String renews,
      @Schema(nullable = true) String mayShrink) {}

  /**
   * @param bought from the edit's day on
   * @param breaks all of them
   */
  @Schema(name = "LineEdit")
  record LineEdit(
      @NotNull String line,
      @Schema(nullable = true) String bought,
      @Schema(nullable = true) String unitPrice,
      @Schema(nullable = true) String pricing,
      @Schema(nullable = true) String minimum,
      @Size(max = 500) @Schema(nullable = true) List<@NotNull BreakEdit> breaks) {}

  @Schema(name = "BreakEdit")
  record BreakEdit(@NotNull String fromSeats, @NotNull String unitPrice) {}
}
