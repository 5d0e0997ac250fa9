package org.sobertally.server.renewals;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.sobertally.core.renewal.RenewalOption;

/** What is sent about a renewal. */
final class RenewalForms {

  private RenewalForms() {}

  /**
   * What is chosen, by the same parameters by which it is looked at.
   *
   * @param seen the version of the case that was looked at; null to choose whatever it is now
   * @param what AS_IT_STANDS for that; anything else by margin
   * @param note for the decision
   */
  @Schema(name = "RenewalChoice")
  record Choice(
      @Schema(nullable = true) Integer seen,
      @Schema(nullable = true) RenewalOption.Kind what,
      @Schema(nullable = true) @Size(max = 200) String offer,
      @Schema(nullable = true) @Size(max = 4000) String margin,
      @Schema(nullable = true) @Size(max = 20) String u,
      @Schema(nullable = true) @Size(max = 100) List<@NotNull @Size(max = 70) String> known,
      @Schema(nullable = true) @Size(max = 2000) String note) {}

  @Schema(name = "RenewalAsk")
  record Ask(@NotBlank @Size(max = 40) String decideBy) {}

  @Schema(name = "RenewalDecision")
  record Decision(@NotNull Boolean grant, @Schema(nullable = true) @Size(max = 2000) String note) {}

  /**
   * How the vendor was told.
   *
   * @param way by mail, letter, their portal …
   * @param address to whom
   */
  @Schema(name = "RenewalNotice")
  record Notice(
      @NotBlank @Size(max = 40) String day,
      @NotBlank @Size(max = 400) String way,
      @Schema(nullable = true) @Size(max = 2000) String address) {}

  /**
   * What was agreed for the next term.
   *
   * @param ends the first day after it; null for as many months as were chosen
   * @param noticeDays null for as before
   */
  @Schema(name = "RenewalNextTerm")
  record NextTerm(
      @Schema(nullable = true) @Size(max = 40) String ends,
      @Schema(nullable = true) @Min(0) @Max(36500) Integer noticeDays) {}

  @Schema(name = "RenewalKeep")
  record Keep(@NotBlank @Size(max = 2000) String reason, @NotBlank @Size(max = 40) String until) {}
}
