package org.sobertally.core.slate;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.cover.Cover;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.cover.Needs;
import org.sobertally.core.use.UseStates;

/**
 * The moves that bring what somebody holds to their cheapest cover: a seat whose plan the cover has
 * stays, one is changed for each plan that is not held yet, along the ladder where there is one,
 * and the others come back. Together they save what the cover saves, but for seats that must rest
 * so that data is kept.
 */
public final class MovesToCover {

  /**
   * What leads to a cover.
   *
   * @param moves at most one of each seat; none where the cover is not to be had
   * @param notSold plans of the cover that no subscription in force sells, by id
   */
  public record Steps(List<Move> moves, List<String> notSold) {

    public Steps {
      moves = List.copyOf(moves);
      notSold = List.copyOf(notSold);
    }
  }

  private final Covers covers;
  private final UseStates states;
  private final Book book;
  private final LocalDate day;

  /** By the number of a plan the cheapest subscription in force to it, or −1. */
  private final int[] lineOfPlan;

  private MovesToCover(Covers covers) {
    this.covers = covers;
    states = covers.needs().states();
    book = states.book();
    day = states.asOf();
    lineOfPlan = cheapestLines();
  }

  /** Of these covers. */
  public static MovesToCover of(Covers covers) {
    return new MovesToCover(covers);
  }

  private int[] cheapestLines() {
    int[] lines = new int[book.plans().size()];
    Arrays.fill(lines, -1);
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.agreementOfLine(line).inForce(day)) {
        int plan = book.planNumberOfLine(line);
        boolean cheaper =
            lines[plan] < 0
                || book.seatPrice(line, day)
                        .amount()
                        .compareTo(book.seatPrice(lines[plan], day).amount())
                    < 0;
        lines[plan] = cheaper ? line : lines[plan];
      }
    }
    return lines;
  }

  /** The moves to the n-th cover. */
  public Steps to(int n) {
    Cover cover = covers.all().get(n);
    List<String> plans = new ArrayList<>(cover.plans());
    List<Integer> left = new ArrayList<>();
    for (int h : cover.holdings()) {
      Needs.Kind kind = covers.needs().kind(h);
      if (kind == Needs.Kind.STAYS || kind == Needs.Kind.APART) {
        plans.remove(planOf(h).id());
      } else {
        left.add(h);
      }
    }
    // Of several seats of one plan the one that was used last stays.
    left.sort(Comparator.<Integer>comparingInt(states::lastUsed).reversed().thenComparing(h -> h));
    left.removeIf(h -> plans.remove(planOf(h).id()));
    left.sort(
        Comparator.comparing((Integer h) -> price(h))
            .reversed()
            .thenComparing(h -> book.holdings().id(h)));
    return changed(cover, left, plans);
  }

  private Steps changed(Cover cover, List<Integer> left, List<String> plans) {
    List<Move> moves = new ArrayList<>();
    List<String> notSold = new ArrayList<>();
    for (String plan : plans) {
      int line = lineOfPlan[book.plans().require(plan)];
      if (line < 0) {
        notSold.add(plan);
      } else if (left.isEmpty()) {
        int account = book.holdings().account(cover.holdings().get(0));
        moves.add(new Move.HandOut(book.accounts().get(account).id(), book.lines().get(line).id()));
      } else {
        int h = nearest(left, book.plans().byId(plan));
        left.remove((Integer) h);
        moves.add(new Move.Switch(book.holdings().id(h), book.lines().get(line).id()));
      }
    }
    if (!notSold.isEmpty()) {
      return new Steps(List.of(), notSold);
    }
    left.forEach(h -> giveUp(h, moves));
    return new Steps(moves, notSold);
  }

  /** Where data that must be kept may be lost, the seat is put to rest, if it can be. */
  private void giveUp(int h, List<Move> moves) {
    String id = book.holdings().id(h);
    Optional<String> rest = covers.needs().dataMustStay(h) ? restingLine(h) : Optional.empty();
    if (rest.isPresent()) {
      moves.add(new Move.Switch(id, rest.get()));
    } else if (!covers.needs().dataWouldBeLost(h)) {
      moves.add(new Move.TakeBack(id));
    }
  }

  /** The cheapest subscription in force to a plan of the vendor's that rests. */
  private Optional<String> restingLine(int h) {
    int vendor = book.vendorOfLine(book.holdings().line(h));
    return Arrays.stream(lineOfPlan)
        .filter(line -> line >= 0 && book.vendorOfLine(line) == vendor)
        .filter(line -> book.planOfLine(line).model() == PlanModel.RESTING)
        .boxed()
        .min(Comparator.comparing(line -> book.seatPrice(line, day).amount()))
        .map(line -> book.lines().get(line).id());
  }

  /** A seat of the plan's ladder, or the dearest. */
  private int nearest(List<Integer> left, Plan plan) {
    return left.stream()
        .filter(h -> plan.ladder() != null && Objects.equals(plan.ladder(), planOf(h).ladder()))
        .findFirst()
        .orElse(left.get(0));
  }

  private Plan planOf(int holding) {
    return book.planOfLine(book.holdings().line(holding));
  }

  private BigDecimal price(int holding) {
    return book.seatPrice(book.holdings().line(holding), day).amount();
  }
}
