package org.sobertally.server.renewals;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.LocalDate;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.renewal.RenewalOption;
import org.sobertally.server.http.MoneyDto;

/**
 * What a decider has to know of a renewal, on one page.
 *
 * @param question what is to be decided, in a sentence
 * @param ifNothing what happens without a decision
 * @param evidence on what the need rests, and to which day it is known
 * @param first what must come back, or change hands, before the renewal
 * @param recommendation what is asked for, or what would be
 * @param who decides, by when; or who has decided what
 * @param chosen whether somebody chose; else it is what the figures propose
 */
@Schema(name = "RenewalBrief")
record RenewalBrief(
    @JsonUnwrapped Of of,
    String question,
    String ifNothing,
    String evidence,
    List<Need> needs,
    List<Way> ways,
    String first,
    String recommendation,
    @Schema(nullable = true) @Nullable String note,
    String who,
    boolean chosen) {
  /** Which renewal it is about. */
  record Of(
      String agreement,
      String name,
      String vendorName,
      LocalDate asOf,
      LocalDate renews,
      @Nullable LocalDate noticeBy) {}

  /**
   * One plan.
   *
   * @param held seats held, parked ones included; null for pools and extras
   * @param needed persons who need it today
   * @param low of the seats at once to the end of the term, the 10 % point; null where unknown
   * @param asked seats that are asked for
   */
  @Schema(name = "BriefNeed")
  record Need(
      String plan,
      String name,
      int bought,
      @Schema(nullable = true) @Nullable Integer held,
      int needed,
      @Schema(nullable = true) @Nullable Integer low,
      @Schema(nullable = true) @Nullable Integer high,
      int asked) {}

  /**
   * One way to go into the renewal.
   *
   * @param less a year than as it stands
   * @param added what seats added during the term are expected to cost besides
   * @param risk what could go wrong, in a sentence
   * @param asked whether it is what is asked for
   */
  @Schema(name = "BriefWay")
  record Way(
      RenewalOption.Kind what,
      String name,
      int months,
      MoneyDto yearly,
      MoneyDto less,
      MoneyDto overTerm,
      MoneyDto added,
      String seats,
      String risk,
      boolean asked) {}
}
