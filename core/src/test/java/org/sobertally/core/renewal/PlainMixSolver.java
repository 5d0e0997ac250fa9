package org.sobertally.core.renewal;

import java.util.ArrayList;
import java.util.List;

/** Tries everything: the judge of other solvers, for questions small enough. */
public final class PlainMixSolver implements MixSolver {

  private MixProgram program = new MixProgram(List.of(), List.of());
  private int[][] persons = {};
  private long cost;
  private long changed;
  private long seats;
  private List<List<Integer>> bestPersons = List.of();
  private List<Integer> bestSeats = List.of();

  @Override
  public Answer solve(MixProgram asked) {
    program = asked;
    cost = Long.MAX_VALUE;
    persons = new int[asked.groups().size()][];
    for (int g = 0; g < persons.length; g++) {
      persons[g] = new int[asked.groups().get(g).choices().size()];
    }
    spread(0, 0, persons.length == 0 ? 0 : asked.groups().get(0).persons());
    return new Answer(bestPersons, bestSeats, cost, cost);
  }

  private void spread(int group, int choice, int left) {
    if (group == persons.length) {
      judge();
      return;
    }
    if (choice == persons[group].length - 1) {
      persons[group][choice] = left;
      int next = group + 1;
      spread(next, 0, next < persons.length ? program.groups().get(next).persons() : 0);
      return;
    }
    for (int n = 0; n <= left; n++) {
      persons[group][choice] = n;
      spread(group, choice + 1, left - n);
    }
  }

  private void judge() {
    int[] having = new int[program.plans().size()];
    long moved = 0;
    for (int g = 0; g < persons.length; g++) {
      for (int c = 0; c < persons[g].length; c++) {
        MixProgram.Choice choice = program.groups().get(g).choices().get(c);
        for (int plan : choice.plans()) {
          having[plan] += persons[g][c];
        }
        moved += persons[g][c] - Math.min(persons[g][c], choice.unchanged());
      }
    }
    long sum = 0;
    long all = 0;
    List<Integer> bought = new ArrayList<>();
    for (int p = 0; p < having.length; p++) {
      MixProgram.PlanSeats plan = program.plans().get(p);
      int best = cheapest(plan, having[p] + plan.staying());
      bought.add(best);
      sum += MixProgram.cost(plan, best);
      all += best;
    }
    boolean better =
        sum < cost || sum == cost && (moved < changed || moved == changed && all < seats);
    if (better) {
      cost = sum;
      changed = moved;
      seats = all;
      bestSeats = bought;
      bestPersons = new ArrayList<>();
      for (int[] of : persons) {
        List<Integer> row = new ArrayList<>();
        for (int one : of) {
          row.add(one);
        }
        bestPersons.add(row);
      }
    }
  }

  private static int cheapest(MixProgram.PlanSeats plan, int having) {
    if (having == 0 && plan.mayBeNone()) {
      return 0;
    }
    int best = -1;
    for (int s = Math.max(having, plan.least()); s <= plan.most(); s++) {
      if (best < 0 || MixProgram.cost(plan, s) < MixProgram.cost(plan, best)) {
        best = s;
      }
    }
    return best;
  }
}
