package org.sobertally.server.renewals;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.renewal.MixProgram;
import org.sobertally.core.renewal.MixProgram.Band;
import org.sobertally.core.renewal.MixProgram.Choice;
import org.sobertally.core.renewal.MixProgram.Group;
import org.sobertally.core.renewal.MixProgram.PlanSeats;
import org.sobertally.core.renewal.MixSolver.Answer;
import org.sobertally.core.renewal.PlainMixSolver;

/** The optimiser against one that tries everything. */
class CpSatSolverTest {

  private static final CpSatSolver SOLVER = new CpSatSolver();

  static LongStream seeds() {
    return LongStream.range(1, 31);
  }

  private static MixProgram drawn(Random dice) {
    List<PlanSeats> plans = new ArrayList<>();
    for (int p = 0; p < 3; p++) {
      long unit = 50 + dice.nextLong(200);
      List<Band> bands = new ArrayList<>(List.of(new Band(1, unit, unit)));
      if (dice.nextBoolean()) {
        int from = 3 + dice.nextInt(6);
        long cheaper = unit - dice.nextInt((int) unit);
        boolean graduated = dice.nextBoolean();
        long cost = graduated ? unit * (from - 1) + cheaper : cheaper * from;
        bands.add(new Band(from, cost, cheaper));
      }
      int least = dice.nextInt(3) == 0 ? dice.nextInt(5) : 0;
      plans.add(
          new PlanSeats(dice.nextInt(3), least, 14, least == 0 || dice.nextInt(4) > 0, bands));
    }
    List<Group> groups = new ArrayList<>();
    for (int g = 0; g < 3; g++) {
      int persons = 1 + dice.nextInt(3);
      List<Choice> choices = new ArrayList<>();
      choices.add(new Choice(List.of(2), dice.nextInt(persons + 1)));
      choices.add(new Choice(dice.nextBoolean() ? List.of(0, 1) : List.of(0), 0));
      if (dice.nextBoolean()) {
        choices.add(new Choice(List.of(), 0));
      }
      groups.add(new Group(persons, choices));
    }
    return new MixProgram(plans, groups);
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void findsWhatTryingEverythingFinds(long seed) {
    MixProgram program = drawn(new Random(seed));
    Answer best = new PlainMixSolver().solve(program);
    Answer answer = SOLVER.solve(program);
    assertThat(answer.cost()).isEqualTo(best.cost());
    assertThat(answer.bound()).isEqualTo(answer.cost());
    assertThat(changed(program, answer)).isEqualTo(changed(program, best));
    assertThat(sum(answer.seats())).isEqualTo(sum(best.seats()));
    long paid = 0;
    for (int p = 0; p < program.plans().size(); p++) {
      paid += MixProgram.cost(program.plans().get(p), answer.seats().get(p));
    }
    assertThat(paid).isEqualTo(answer.cost());
  }

  private static int sum(List<Integer> seats) {
    return seats.stream().mapToInt(Integer::intValue).sum();
  }

  private static int changed(MixProgram program, Answer answer) {
    int changed = 0;
    for (int g = 0; g < program.groups().size(); g++) {
      for (int c = 0; c < program.groups().get(g).choices().size(); c++) {
        int given = answer.persons().get(g).get(c);
        changed += given - Math.min(given, program.groups().get(g).choices().get(c).unchanged());
      }
    }
    return changed;
  }

  @Test
  void theSameQuestionHasTheSameAnswer() {
    MixProgram program = MixPrograms.large(7);
    assertThat(SOLVER.solve(program)).isEqualTo(SOLVER.solve(program));
  }

  @Test
  void outOfTimeItAnswersTheBestItFoundWithItsGap() {
    MixProgram program = MixPrograms.large(7);
    Answer hasty = new CpSatSolver(1e-6).solve(program);
    Answer best = SOLVER.solve(program);
    assertThat(hasty.bound()).isLessThanOrEqualTo(best.cost());
    assertThat(hasty.cost()).isGreaterThanOrEqualTo(best.cost());
    for (int g = 0; g < program.groups().size(); g++) {
      assertThat(sum(hasty.persons().get(g))).isEqualTo(program.groups().get(g).persons());
    }
  }

  @Test
  void aQuestionOfNobodyIsAnswered() {
    MixProgram program =
        new MixProgram(
            List.of(new PlanSeats(0, 4, 9, false, List.of(new Band(1, 10, 10)))), List.of());
    assertThat(SOLVER.solve(program).cost()).isEqualTo(40);
  }
}
