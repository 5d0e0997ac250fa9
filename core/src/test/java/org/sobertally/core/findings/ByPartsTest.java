package org.sobertally.core.findings;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class ByPartsTest {

  @Test
  void everySetIsWorkedOutOnceAndKeepsItsAnswer() {
    ByParts<String> remembered = new ByParts<>();
    Map<Long, Integer> asked = new HashMap<>();
    Random random = new Random(3);
    for (int n = 0; n < 20_000; n++) {
      long parts = random.nextBoolean() ? random.nextInt(300) : random.nextLong();
      String answer =
          remembered.get(
              parts,
              set -> {
                asked.merge(set, 1, Integer::sum);
                return "of " + set;
              });
      assertThat(answer).isEqualTo("of " + parts);
    }
    assertThat(asked.values()).allMatch(times -> times == 1);
  }
}
