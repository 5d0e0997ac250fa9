package org.sobertally.server.subscriptions;

import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.ledger.Place;
import org.sobertally.core.ledger.Posting;
import org.sobertally.core.use.ComeBackOdds;
import org.sobertally.core.use.Series;
import org.sobertally.core.use.UseState;
import org.sobertally.server.http.MoneyDto;

/** The shapes that subscriptions are answered in. */
final class Dto {

  private Dto() {}

  /**
   * What is paid a year and how it splits.
   *
   * @param kept what was not paid in the as-of day's calendar year, up to that day, of money that
   *     has stopped
   * @param keptYearly the same money, a year
   * @param split the same year's money by what its seats are for
   * @param version of the book that this was counted of; it grows with every change of it
   */
  @Schema(name = "Standing")
  record Standing(
      LocalDate asOf,
      MoneyDto paid,
      MoneyDto inUse,
      MoneyDto recoverable,
      MoneyDto spare,
      MoneyDto kept,
      MoneyDto keptYearly,
      Split split,
      boolean empty,
      long version) {}

  @Schema(name = "Split")
  record Split(
      MoneyDto inUse,
      MoneyDto idle,
      MoneyDto neverOpened,
      MoneyDto unanswered,
      MoneyDto suspended,
      MoneyDto left,
      MoneyDto parked,
      MoneyDto notStarted,
      MoneyDto resting,
      MoneyDto spare) {}

  @Schema(name = "States")
  record States(
      int inUse,
      int idle,
      int neverOpened,
      int unanswered,
      int suspended,
      int left,
      int parked,
      int notStarted) {}

  /**
   * @param percent null where the evidence does not reach back over the window, or no seat is there
   * @param judgedFrom the first day on which it does
   */
  @Schema(name = "Utilisation")
  record UtilisationDto(
      int windowDays,
      int used,
      int of,
      @Schema(nullable = true) @Nullable BigDecimal percent,
      LocalDate judgedFrom) {}

  /** How a promised utilisation stands. */
  enum FloorStatus {
    MET,
    BELOW,
    CANNOT_SAY
  }

  @Schema(name = "Floor")
  record FloorDto(
      BigDecimal percent,
      int windowDays,
      Agreement.FloorOf of,
      @Schema(nullable = true) @Nullable LocalDate check,
      FloorStatus status) {}

  /**
   * @param known whether anything is known of the vendor's activity at all
   * @param daysBehind by how many days it ends before the as-of day
   */
  @Schema(name = "Evidence")
  record EvidenceDto(
      LocalDate completeFrom,
      LocalDate completeTo,
      Evidence.Kind kind,
      boolean known,
      int daysBehind) {}

  /**
   * How many seats nobody would miss.
   *
   * @param needed how many of a pool's seats are needed; of others how many spare ones are
   * @param seats how many are too many, those given back for a later day left out
   * @param yearly what they cost a year
   */
  @Schema(name = "Surplus")
  record SurplusDto(int needed, int seats, MoneyDto yearly) {}

  /**
   * What was bought, and of whom.
   *
   * @param tiers how many plans the ladder has; 0 for none
   */
  record What(
      String line,
      String plan,
      String planName,
      String vendor,
      String vendorName,
      PlanModel model,
      int tier,
      int tiers) {}

  /**
   * Its seats, as they stand.
   *
   * @param spare below zero where more are held than bought
   * @param missing seats held beyond those bought
   * @param mostAtOnce of a floating pool: the most seats taken at once within the need window
   * @param surplus null where not everybody's seats are looked at
   */
  record Seats(
      int bought,
      int spare,
      int promised,
      int resting,
      @JsonProperty("short") int missing,
      States states,
      @Schema(nullable = true) @Nullable Integer mostAtOnce,
      @Schema(nullable = true) @Nullable SurplusDto surplus,
      int cannotSay,
      int onLeave) {}

  /** What it costs. */
  record Cost(MoneyDto seatPrice, MoneyDto yearlyCost, MoneyDto recoverable) {}

  /**
   * When it renews, and when less can be paid.
   *
   * @param cashFrom from when a smaller quantity, asked for on the as-of day, is paid
   */
  record Dates(
      @Schema(nullable = true) @Nullable LocalDate renews,
      @Schema(nullable = true) @Nullable LocalDate noticeBy,
      @Schema(nullable = true) @Nullable Integer noticeInDays,
      int termDays,
      Agreement.MayShrink mayShrink,
      @Schema(nullable = true) @Nullable LocalDate cashFrom) {}

  /** What holds for each of its seats. */
  record SeatRules(
      int idleLine, int openingGrace, boolean signOutFirst, int restDays, boolean reusable) {}

  /** One subscription. */
  @Schema(name = "Subscription")
  record Subscription(
      @JsonUnwrapped What what,
      @JsonUnwrapped Seats seats,
      UtilisationDto utilisation,
      @Schema(nullable = true) @Nullable FloorDto floor,
      @JsonUnwrapped Cost cost,
      @Nullable LocalDate measureDay,
      EvidenceDto evidence,
      @JsonUnwrapped Dates dates,
      @JsonUnwrapped SeatRules rules) {}

  /**
   * All subscriptions with one vendor that are in force.
   *
   * @param bought seats, whatever their plans
   * @param noticeBy the soonest day that is still to come on which notice can be given
   */
  @Schema(name = "VendorSums")
  record VendorSums(
      String vendor,
      String vendorName,
      int subscriptions,
      int bought,
      MoneyDto yearlyCost,
      MoneyDto recoverable,
      @Schema(nullable = true) @Nullable LocalDate noticeBy,
      @Schema(nullable = true) @Nullable Integer noticeInDays) {}

  /** Whose seat it is. */
  record Holder(
      String holding,
      String account,
      @Schema(nullable = true) @Nullable String person,
      String name,
      @Schema(nullable = true) @Nullable String department,
      @Schema(nullable = true) @Nullable String site) {}

  /** What is known of its use. */
  record HolderUse(
      UseState state,
      boolean cannotSay,
      @Nullable LocalDate from,
      @Schema(nullable = true) @Nullable LocalDate lastUsed,
      int idleDays) {}

  /**
   * Whether it is left alone, and why.
   *
   * @param takeBackBlocked why it cannot be taken back today; null where it can
   */
  record HolderKeep(
      boolean onLeave,
      boolean kept,
      @Schema(nullable = true) @Nullable LocalDate keptUntil,
      @Schema(nullable = true) @Nullable String keepReason,
      boolean admin,
      boolean service,
      @Schema(nullable = true) @Nullable String takeBackBlocked) {}

  /**
   * One open holding.
   *
   * @param weeks days of use in each of the 26 weeks up to the measure day, oldest first
   */
  @Schema(name = "Holding")
  record HoldingDto(
      @JsonUnwrapped Holder holder,
      @JsonUnwrapped HolderUse use,
      MoneyDto yearlyCost,
      @JsonUnwrapped HolderKeep keep,
      List<Integer> weeks) {}

  @Schema(name = "CurvePoint")
  record CurvePoint(int days, int seats, int spared, MoneyDto yearlyCost) {}

  /**
   * How likely somebody idle for {@code days} is to be back within {@code withinDays} more.
   *
   * @param probability 0 to 1; null where too little is known
   * @param low of Greenwood's 95 % interval
   * @param atRisk spells without use that lasted longer than {@code days}
   * @param pooled whether the history of the plan's whole ladder was taken for want of its own
   */
  @Schema(name = "OddsPoint")
  record OddsPoint(
      int days,
      int withinDays,
      @Schema(nullable = true) @Nullable Double probability,
      @Schema(nullable = true) @Nullable Double low,
      @Schema(nullable = true) @Nullable Double high,
      int atRisk,
      boolean pooled) {

    static OddsPoint of(ComeBackOdds.Odds odds) {
      boolean known = odds.unknown() == null;
      return new OddsPoint(
          odds.days(),
          odds.withinDays(),
          known ? odds.probability() : null,
          known ? odds.low() : null,
          known ? odds.high() : null,
          odds.atRisk(),
          odds.pooled());
    }
  }

  /**
   * @param oddsUnknown why no odds can be told at all; null where some can
   */
  @Schema(name = "IdleCurve")
  record IdleCurveDto(
      LocalDate measureDay,
      List<CurvePoint> points,
      List<OddsPoint> odds,
      @Schema(nullable = true) ComeBackOdds.@Nullable Unknown oddsUnknown) {}

  /** One day of a subscription; a figure that cannot be told is null, not zero. */
  @Schema(name = "SeriesDay")
  record SeriesDay(
      LocalDate day,
      int bought,
      int named,
      @Schema(nullable = true) @Nullable Integer monthlyActives,
      @Schema(nullable = true) @Nullable Integer weeklyActives,
      @Schema(nullable = true) @Nullable Integer dailyActives,
      @Schema(nullable = true) @Nullable Integer mostAtOnce) {

    static SeriesDay of(Series series, int n) {
      return new SeriesDay(
          series.day(n),
          series.bought(n),
          series.named(n),
          told(series.monthlyActives(n)),
          told(series.weeklyActives(n)),
          told(series.dailyActives(n)),
          told(series.mostAtOnce(n)));
    }

    private static @Nullable Integer told(int figure) {
      return figure == Series.EMPTY ? null : figure;
    }
  }

  /**
   * How far it will get.
   *
   * @param surePercent if nobody else signs in
   * @param expectedPercent with the others' odds of coming back; null where it cannot be told
   * @param withoutOdds holders whose odds are unknown, counted as not coming back
   */
  record FloorOutlook(
      int sure,
      @Schema(nullable = true) @Nullable BigDecimal surePercent,
      @Schema(nullable = true) @Nullable BigDecimal expectedPercent,
      int withoutOdds) {}

  /**
   * What it would take to get there.
   *
   * @param expectedToSignIn of the others, by their odds; null where it cannot be told
   * @param giveUp seats to give up instead of anybody signing in
   * @param giveUpExpected seats to give up, the least likely to be used first, if the others sign
   *     in as expected; null where that cannot be told
   */
  record FloorMissing(
      int mustSignIn,
      @Schema(nullable = true) @Nullable Integer expectedToSignIn,
      int giveUp,
      @Schema(nullable = true) @Nullable Integer giveUpExpected) {}

  /**
   * How the subscription will stand to its promised utilisation.
   *
   * @param toSignIn who is not sure, the likeliest to come back first; at most 200
   */
  @Schema(name = "FloorForecast")
  record FloorForecastDto(
      LocalDate check,
      int daysLeft,
      int seats,
      @JsonUnwrapped FloorOutlook outlook,
      @JsonUnwrapped FloorMissing missing,
      int others,
      List<FloorCandidate> toSignIn) {}

  @Schema(name = "FloorCandidate")
  record FloorCandidate(
      String holding,
      String account,
      @Schema(nullable = true) @Nullable String person,
      String name,
      int idleDays,
      @Schema(nullable = true) @Nullable LocalDate stopsCounting,
      @Schema(nullable = true) @Nullable Double back) {}

  /**
   * What quantities cost a year.
   *
   * @param steps from one price to the next, for drawing
   * @param dips quantities for which buying more costs less
   */
  @Schema(name = "Prices")
  record PricesDto(
      int bought, MoneyDto yearlyCost, int minimum, List<Step> steps, List<Dip> dips) {}

  @Schema(name = "PriceStep")
  record Step(int seats, MoneyDto yearlyCost) {}

  @Schema(name = "PriceDip")
  record Dip(int from, int to, int buy, MoneyDto yearlyCost) {}

  /** A lower tier that would do for so many holders. */
  @Schema(name = "LowerTier")
  record LowerTier(String plan, String planName, int holders, MoneyDto yearly) {}

  @Schema(name = "Places")
  record PlacesDto(int spare, int promised, int held, int resting) {}

  /**
   * @param slate the slate whose move caused it
   */
  @Schema(name = "Posting")
  record PostingDto(
      LocalDate day,
      Place from,
      Place to,
      int seats,
      Posting.Cause cause,
      @Schema(nullable = true) @Nullable String holding,
      @Schema(nullable = true) @Nullable String slate) {

    static PostingDto of(Posting posting, @Nullable String slate) {
      return new PostingDto(
          posting.day(),
          posting.from(),
          posting.to(),
          posting.seats(),
          posting.cause(),
          posting.holding(),
          slate);
    }
  }

  @Schema(name = "Ledger")
  record LedgerDto(int bought, PlacesDto places, List<PostingDto> postings) {}
}
