package org.sobertally.server.renewals;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.renewal.RenewalOption;
import org.sobertally.server.http.MoneyDto;

/** What the API says of renewals. Money is in the reporting currency where nothing else is said. */
final class RenewalDto {

  private RenewalDto() {}

  /**
   * Which renewal, and for how long.
   *
   * @param offer under whose terms plans and classes are shown; null for the agreement's own
   * @param renews null where there is none to decide
   * @param missed earlier renewal days for which notice came too late
   */
  record Term(
      String agreement,
      String vendor,
      @Schema(nullable = true) @Nullable String offer,
      @Schema(nullable = true) @Nullable LocalDate renews,
      @Schema(nullable = true) @Nullable LocalDate noticeBy,
      List<LocalDate> missed,
      int months) {}

  /**
   * The plans, and whom they cover.
   *
   * @param movement by calendar month; null where it cannot be said
   */
  record Plans(
      List<PlanRow> plans,
      List<NeedRow> classes,
      List<String> uncovered,
      @Schema(nullable = true) @Nullable List<MovementRow> movement,
      List<String> dormant) {}

  /**
   * What comes on top.
   *
   * @param addons sizes of extras, which no mix has
   * @param floors subscriptions of which the vendor will look at how much they are used
   */
  record Further(List<PoolRow> pools, List<AddOnRow> addons, List<String> floors) {}

  /**
   * One agreement's next renewal that can still be changed.
   *
   * @param u per cent that a seat added during the term costs more
   * @param all what everything on the agreement costs a year from the renewal on, as it stands
   * @param shown what plans come to together; null where there is no renewal to decide
   */
  @Schema(name = "Renewal")
  record Renewal(
      @JsonUnwrapped Term term,
      BigDecimal u,
      boolean proven,
      MoneyDto gap,
      @JsonUnwrapped Plans cover,
      @JsonUnwrapped Further further,
      @Schema(nullable = true) @Nullable MoneyDto all,
      List<Beside> beside,
      @Schema(nullable = true) @Nullable Beside shown) {}

  /**
   * How many there are of it now.
   *
   * @param given persons who have it by the cheapest mix
   */
  record Now(int held, int resting, int bought, int given, int minimum) {}

  /**
   * One plan under the terms that are shown.
   *
   * @param listed whether the vendor's listed price holds
   * @param atRenewal those who are as likely passed as not on the renewal day
   * @param low the 10 % point of the most at once to the end of the term; null where it cannot be
   *     said
   */
  @Schema(name = "RenewalPlan")
  record PlanRow(
      String plan,
      String name,
      boolean listed,
      @JsonUnwrapped Now now,
      int margin,
      int seats,
      MoneyDto unit,
      MoneyDto yearly,
      int atRenewal,
      @Schema(nullable = true) @Nullable Integer low,
      @Schema(nullable = true) @Nullable Integer high,
      List<Step> breaks) {}

  /** A price from so many seats on. */
  @Schema(name = "RenewalStep")
  record Step(int fromSeats, MoneyDto unit) {}

  /** Persons who need the same. */
  @Schema(name = "NeedClass")
  record NeedRow(
      List<String> stays, List<String> need, int persons, List<PlansOf> now, List<PlansOf> given) {}

  /** So many persons with these plans. */
  @Schema(name = "PlansOfPersons")
  record PlansOf(List<String> plans, int persons) {}

  /**
   * @param month 1 for January
   * @param joined persons a month on average
   */
  @Schema(name = "MovementMonth")
  record MovementRow(int month, double joined, double left) {}

  /**
   * @param seats that would do for the pool
   */
  @Schema(name = "RenewalPool")
  record PoolRow(String plan, int bought, int seats) {}

  /**
   * One size of an extra.
   *
   * @param bought on the renewal day
   * @param needed by those for whom it is the size that would do
   * @param yearly what is bought of it costs a year
   * @param neededYearly what is needed of it costs a year
   */
  @Schema(name = "RenewalAddOn")
  record AddOnRow(
      String plan,
      String line,
      String name,
      int bought,
      int held,
      int needed,
      MoneyDto yearly,
      MoneyDto neededYearly) {}

  /**
   * One way to go into the renewal, beside the others.
   *
   * @param yearly of named and parked seats
   * @param whole of the whole agreement, pools and extras included
   * @param takeBack seats that must come back before the renewal
   */
  @Schema(name = "RenewalBeside")
  record Beside(
      RenewalOption.Kind what,
      @Schema(nullable = true) @Nullable String offer,
      int months,
      MoneyDto yearly,
      MoneyDto overTerm,
      @JsonUnwrapped All whole,
      MoneyDto expectedAdded,
      int moved,
      int takeBack,
      List<Seats> seats,
      boolean proven,
      MoneyDto gap) {}

  /**
   * Everything on the agreement.
   *
   * @param others its pools and extras
   */
  record All(MoneyDto all, MoneyDto allOverTerm, List<OtherRow> others) {}

  /** A pool's or an extra's subscription, as this way to renew has it. */
  @Schema(name = "RenewalOther")
  record OtherRow(
      String line,
      String plan,
      String name,
      PlanModel model,
      int before,
      int seats,
      MoneyDto yearly) {}

  /** So many seats of a plan. */
  @Schema(name = "SeatsOfPlan")
  record Seats(String plan, int seats) {}

  /** Which agreement, and its days. */
  record LineDates(
      String agreement,
      String name,
      String vendor,
      LocalDate renews,
      LocalDate noticeBy,
      Agreement.MayShrink mayShrink) {}

  /**
   * @param yearly of named and resting seats, as it stands
   * @param needed yearly, without a margin; null where this machine cannot say it
   * @param proposed yearly, with the margin of least cost; null likewise
   * @param recoverable what could be had back a year on its subscriptions
   * @param whole the whole agreement's money
   * @param owner who looks after it, a person's name; null for nobody
   */
  @Schema(name = "RenewalLine")
  record Line(
      @JsonUnwrapped LineDates dates,
      MoneyDto yearly,
      @Schema(nullable = true) @Nullable MoneyDto needed,
      @Schema(nullable = true) @Nullable MoneyDto proposed,
      List<LocalDate> missed,
      String vendorName,
      MoneyDto recoverable,
      @JsonUnwrapped Whole whole,
      RenewalState state,
      @Schema(nullable = true) @Nullable String owner,
      @Schema(nullable = true) @Nullable String payer) {}

  /**
   * What the whole agreement costs a year, pools and extras included.
   *
   * @param paid as it stands; where it is decided, as it stood then
   * @param paidProposed as it was decided, else with what is recommended; null where this machine
   *     cannot say it
   * @param decided as it was decided; null where nothing is
   * @param stake how much less than {@code paid} that is
   */
  record Whole(
      MoneyDto paid,
      @Schema(nullable = true) @Nullable MoneyDto paidProposed,
      @Schema(nullable = true) @Nullable MoneyDto decided,
      @Schema(nullable = true) @Nullable MoneyDto stake) {}

  /** What a vendor proposes, in the agreement's currency. */
  @Schema(name = "VendorOffer")
  record OfferRow(
      String offer,
      String agreement,
      String name,
      int months,
      @Schema(nullable = true) @Nullable LocalDate validUntil,
      @Schema(nullable = true) @Nullable BigDecimal addedSeatPercent,
      List<OfferPrice> prices) {}

  /** What a plan costs by an offer, from so many seats on. */
  @Schema(name = "VendorOfferPrice")
  record OfferPrice(
      String plan, int fromSeats, MoneyDto unitPrice, PriceList.Pricing pricing, int minimum) {}

  /**
   * What promising so many seats costs.
   *
   * @param paid for the seats, over the term
   * @param added what seats added during the term are expected to cost besides
   */
  @Schema(name = "PromisePoint")
  record Point(int seats, MoneyDto paid, MoneyDto added, MoneyDto sum) {}

  /**
   * One plan looked at closely.
   *
   * @param points what each number of seats costs over the term
   * @param past how many held it on the first of each month, and today
   * @param outlook how many may have it, to the end of the term
   */
  @Schema(name = "RenewalPlanStudy")
  record PlanStudy(List<Point> points, List<Past> past, List<Ahead> outlook) {}

  /** How many held it on a day. */
  @Schema(name = "RenewalPast")
  record Past(LocalDate day, int held) {}

  /**
   * @param low the 10 % point
   */
  @Schema(name = "RenewalAhead")
  record Ahead(LocalDate day, int low, int middle, int high) {}

  /**
   * Somebody whose plans change by the mix.
   *
   * @param person null for an account that belongs to nobody
   * @param goes holdings that come back
   * @param comes plans that are handed out
   */
  @Schema(name = "RenewalMover")
  record Mover(
      @Schema(nullable = true) @Nullable String person,
      @Schema(nullable = true) @Nullable String account,
      String name,
      List<String> now,
      List<String> then,
      List<String> goes,
      List<String> comes) {}
}
