package org.sobertally.core.leaver;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.money.Money;

/**
 * A person's accounts, with the ways to deal with each.
 *
 * @param kind null for somebody who neither leaves nor is away: nothing is recommended then
 * @param from the day on which a route begins
 * @param until the first day after the horizon
 * @param dutyUntil until when their data must be kept, that day not included; null without a duty
 */
public record PersonRoutes(
    int person,
    @Nullable LeaverKind kind,
    LocalDate from,
    LocalDate until,
    @Nullable LocalDate dutyUntil,
    List<OfAccount> accounts) {

  /**
   * @param storedGb null where nobody says
   * @param timeline what becomes of the data if nothing is done
   * @param routes none for a deleted account
   */
  public record OfAccount(
      int account,
      AccountClock clock,
      @Nullable BigDecimal storedGb,
      List<Seat> seats,
      List<Segment> timeline,
      List<Route> routes) {

    /** The one to go, if any is. */
    public Optional<Route> recommended() {
      return routes.stream().filter(Route::recommended).findFirst();
    }

    /** Of that kind. */
    public Optional<Route> route(Route.Kind kind) {
      return routes.stream().filter(route -> route.kind() == kind).findFirst();
    }
  }

  /**
   * A seat that the account holds.
   *
   * @param unitYearly what it costs a year
   * @param moneyStops from when it is not paid, if it is free from the route's first day on; null
   *     for never
   */
  public record Seat(int holding, Money unitYearly, @Nullable LocalDate moneyStops) {}
}
