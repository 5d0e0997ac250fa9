package org.sobertally.server.renewals;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.sobertally.core.renewal.MixProgram;

/** Questions of the size of a large organisation's. */
public final class MixPrograms {

  private static final int PLANS = 8;
  private static final int CLASSES = 60;
  private static final int PEOPLE = 20_000;

  private MixPrograms() {}

  /** 20,000 holders of 60 needs, 8 plans of 3 bands each. */
  public static MixProgram large(long seed) {
    Random dice = new Random(seed);
    List<MixProgram.PlanSeats> plans = new ArrayList<>();
    for (int p = 0; p < PLANS; p++) {
      long unit = 6_000 + 4_500L * p + dice.nextInt(900);
      List<MixProgram.Band> bands = new ArrayList<>();
      for (int b = 0; b < 3; b++) {
        int from = b == 0 ? 1 : b * (1_000 + dice.nextInt(3_000));
        long price = unit * (100 - 4L * b) / 100;
        bands.add(new MixProgram.Band(from, price * from, price));
      }
      plans.add(new MixProgram.PlanSeats(dice.nextInt(40), 0, PEOPLE + 400, true, bands));
    }
    List<MixProgram.Group> groups = new ArrayList<>();
    for (int g = 0; g < CLASSES; g++) {
      int persons = PEOPLE / CLASSES;
      List<MixProgram.Choice> choices = new ArrayList<>();
      int lowest = dice.nextInt(PLANS);
      for (int p = lowest; p < PLANS; p++) {
        choices.add(new MixProgram.Choice(List.of(p), dice.nextInt(persons / 3)));
      }
      if (lowest > 1) {
        choices.add(new MixProgram.Choice(List.of(0, lowest - 1), 0));
      }
      groups.add(new MixProgram.Group(persons, choices));
    }
    return new MixProgram(plans, groups);
  }
}
