package org.sobertally.server.leavers;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.leaver.AccountClock.AccountState;
import org.sobertally.core.leaver.LeaverKind;
import org.sobertally.core.leaver.Route;
import org.sobertally.core.people.DataRule.Reach;
import org.sobertally.server.http.MoneyDto;

/** What is said of people who leave, and of the data they leave behind. */
final class LeaverDto {

  private LeaverDto() {}

  /**
   * Who left, and how.
   *
   * @param leftOn the day they left or leave; null for somebody away
   * @param until the first day on which somebody away is back
   */
  record Who(
      String person,
      String name,
      LeaverKind kind,
      @Schema(nullable = true) @Nullable LocalDate leftOn,
      @Schema(nullable = true) @Nullable LocalDate until) {}

  /** The account and how it lies there. */
  record Account(
      String account,
      String vendor,
      AccountState state,
      @Schema(nullable = true) @Nullable LocalDate since,
      @Schema(nullable = true) @Nullable BigDecimal storedGb) {}

  /**
   * How far its life at the vendor has come.
   *
   * @param stage the number of the stage in which the data is today; null outside of any
   * @param lostOn the first day on which nobody reaches the data if nothing is done
   */
  record Stage(
      @Schema(nullable = true) @Nullable Integer stage,
      @Schema(nullable = true) @Nullable String stageName,
      @Schema(nullable = true) @Nullable Reach reach,
      @Schema(nullable = true) @Nullable LocalDate lostOn,
      @Schema(nullable = true) @Nullable LocalDate dutyUntil) {}

  /**
   * What it costs and what would be done.
   *
   * @param seatYearly what its seats cost a year
   * @param cost of the recommended route, over the horizon
   */
  record Worth(
      MoneyDto seatYearly,
      @Schema(nullable = true) Route.@Nullable Kind recommended,
      @Schema(nullable = true) @Nullable MoneyDto cost) {}

  /** One account of a leaver. */
  @Schema(name = "Leaver")
  record Row(
      @JsonUnwrapped Who who,
      @JsonUnwrapped Account lies,
      @JsonUnwrapped Stage stageOf,
      @JsonUnwrapped Worth worth,
      String vendorName,
      @Schema(nullable = true) @Nullable String department,
      @Schema(nullable = true) @Nullable LocalDate lastUsed,
      boolean signsInStill,
      @Schema(nullable = true) @Nullable LocalDate nextDay) {}

  /** Who leaves, and how. */
  record Leaving(
      String person,
      String name,
      @Nullable LeaverKind kind,
      @Schema(nullable = true) @Nullable String department,
      @Schema(nullable = true) @Nullable LocalDate leftOn,
      @Schema(nullable = true) @Nullable LocalDate until) {}

  /**
   * All their accounts together.
   *
   * @param accounts how many accounts are a concern
   * @param holding at how many of them they hold a seat
   * @param vendors the names of those vendors
   * @param seatYearly what their seats cost a year
   * @param storedGb what is known to be stored; null where nothing is known
   * @param asItIs what it costs over the horizon to leave all as it is
   * @param recommended what the recommended routes cost together
   */
  record All(
      int accounts,
      int holding,
      List<String> vendors,
      MoneyDto seatYearly,
      @Schema(nullable = true) @Nullable BigDecimal storedGb,
      MoneyDto asItIs,
      MoneyDto recommended,
      @Schema(nullable = true) @Nullable LocalDate dutyUntil) {}

  /**
   * Somebody who leaves, has left or is away, with all that they leave behind.
   *
   * @param nextDay the next day on which they go or are back, or something of theirs passes or is
   *     lost
   * @param nextWhat what happens on it, in a few words
   * @param underWay whether a slate that was sent is about each of these accounts
   */
  @Schema(name = "LeaverPerson")
  record PersonRow(
      @JsonUnwrapped Leaving leaving,
      @JsonUnwrapped All all,
      boolean signsInStill,
      @Schema(nullable = true) @Nullable LocalDate nextDay,
      @Schema(nullable = true) @Nullable String nextWhat,
      List<String> accountIds,
      boolean underWay) {}

  /** The estate of one vendor in a line. */
  @Schema(name = "EstateLine")
  record EstateLine(
      String vendor,
      String vendorName,
      int accounts,
      BigDecimal gb,
      MoneyDto yearly,
      @Schema(nullable = true) @Nullable LocalDate nextDay,
      @Schema(nullable = true) @Nullable String nextWhat) {}

  /** A person's accounts and the ways to deal with each. */
  @Schema(name = "PersonRoutes")
  record OfPerson(
      String person,
      @Schema(nullable = true) @Nullable LeaverKind kind,
      LocalDate from,
      LocalDate until,
      @Schema(nullable = true) @Nullable LocalDate dutyUntil,
      List<OfAccount> accounts,
      String name) {}

  @Schema(name = "AccountRoutes")
  record OfAccount(
      String account,
      String vendor,
      AccountState state,
      @Schema(nullable = true) @Nullable LocalDate since,
      @Schema(nullable = true) @Nullable BigDecimal storedGb,
      List<Seat> seats,
      List<RouteDto> routes,
      String vendorName) {}

  /**
   * @param moneyStops from when it is not paid, if it is free from the routes' first day on; null
   *     for never
   */
  @Schema(name = "LeaverSeat")
  record Seat(
      String holding,
      String line,
      String plan,
      MoneyDto unitYearly,
      @Schema(nullable = true) @Nullable LocalDate moneyStops,
      String planName) {}

  /** One way to deal with an account. */
  @Schema(name = "Route")
  record RouteDto(
      Route.Kind route,
      @Schema(nullable = true) @Nullable String plan,
      @Schema(nullable = true) @Nullable String successor,
      @Schema(nullable = true) @Nullable String addon,
      Cost cost,
      @Schema(nullable = true) @Nullable LocalDate lostOn,
      @Schema(nullable = true) @Nullable LocalDate oneWayFrom,
      @Schema(nullable = true) @Nullable Boolean met,
      boolean recommended,
      List<Route.Warning> warnings,
      List<SegmentDto> segments,
      @Schema(nullable = true) @Nullable String successorName) {}

  @Schema(name = "RouteCost")
  record Cost(MoneyDto seat, MoneyDto resting, MoneyDto data, MoneyDto addon, MoneyDto total) {}

  /** Days {@code [from, until)} over which the data is kept in one way. */
  @Schema(name = "RouteSegment")
  record SegmentDto(
      LocalDate from,
      LocalDate until,
      @Schema(nullable = true) @Nullable Integer stage,
      @Schema(nullable = true) @Nullable String name,
      Reach reach,
      @Nullable MoneyDto yearly,
      boolean pooled,
      boolean known) {}

  /** What lies at a vendor without a seat. */
  @Schema(name = "Estate")
  record EstateDto(
      String vendor,
      int accounts,
      BigDecimal gb,
      List<StageDto> stages,
      List<PassingDto> passing,
      @Schema(nullable = true) @Nullable PoolDto pool,
      String vendorName) {}

  /**
   * @param version the first day of the rules; null for those that always hold, or none
   */
  @Schema(name = "EstateStage")
  record StageDto(
      AccountState state,
      @Schema(nullable = true) @Nullable LocalDate version,
      @Schema(nullable = true) @Nullable Integer stage,
      @Schema(nullable = true) @Nullable String name,
      Reach reach,
      boolean pooled,
      boolean known,
      int accounts,
      BigDecimal gb,
      MoneyDto yearly) {}

  /** How much comes into a stage on a day, or is gone. */
  @Schema(name = "EstatePassing")
  record PassingDto(
      LocalDate day,
      AccountState state,
      @Schema(nullable = true) @Nullable LocalDate version,
      @Schema(nullable = true) @Nullable Integer stage,
      @Schema(nullable = true) @Nullable String name,
      Reach reach,
      int accounts,
      BigDecimal gb) {}

  /** What is cheaper for a month. */
  enum Cheaper {
    POOL,
    SEAT
  }

  /** What opening one account costs of a stage that is paid for together. */
  @Schema(name = "EstatePool")
  record PoolDto(
      BigDecimal gb,
      MoneyDto once,
      MoneyDto monthly,
      @Schema(nullable = true) @Nullable PoolSeat seat,
      Cheaper cheaper) {}

  /**
   * @param spare how many of its seats are spare
   * @param cost for one month, or until its money stops
   */
  @Schema(name = "EstatePoolSeat")
  record PoolSeat(String plan, int spare, MoneyDto cost, String planName) {}

  /** Whose account it is, and how it lies there. */
  record Lying(
      String account,
      @Schema(nullable = true) @Nullable String person,
      @Schema(nullable = true) @Nullable String name,
      AccountState state,
      @Nullable LocalDate since,
      @Schema(nullable = true) @Nullable Integer stage,
      @Schema(nullable = true) @Nullable String stageName,
      Reach reach,
      @Schema(nullable = true) @Nullable BigDecimal storedGb) {}

  /**
   * One account of the estate.
   *
   * @param bringBackBlocked why a deleted one cannot be brought back today; null where it can, or
   *     where it is not deleted
   */
  @Schema(name = "EstateAccount")
  record LyingRow(
      @JsonUnwrapped Lying lying,
      @Schema(nullable = true) @Nullable LocalDate nextDay,
      @Schema(nullable = true) @Nullable String nextName,
      @Schema(nullable = true) @Nullable LocalDate lostOn,
      @Schema(nullable = true) @Nullable LocalDate broughtBackUntil,
      @Schema(nullable = true) @Nullable String bringBackBlocked,
      Why why,
      @Schema(nullable = true) @Nullable String lastPlan,
      @Schema(nullable = true) @Nullable String lastPlanName) {}

  /** Why an account lies there. */
  enum Why {
    /** A group of its owner's asks for the data to be kept. */
    DUTY,
    /** The owner left or leaves, and nobody dealt with it. */
    LEFT,
    /** The owner is away. */
    AWAY,
    /** It belongs to nobody. */
    NOBODY,
    /** The seat was taken back, and its owner has all that it gave by another one. */
    COVERED,
    /** The seat was only taken back. */
    TAKEN_BACK
  }
}
