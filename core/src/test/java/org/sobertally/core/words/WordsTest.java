package org.sobertally.core.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import org.junit.jupiter.api.Test;

class WordsTest {

  @Test
  void oneIsOneAndManyAreManyWhateverTheMachineSpeaks() {
    assertThat(Words.count(1, "seat")).isEqualTo("1 seat");
    assertThat(Words.count(0, "seat")).isEqualTo("0 seats");
    assertThat(Words.count(1_200, "seat")).isEqualTo("1,200 seats");
    assertThat(Words.people(1)).isEqualTo("1 person");
    assertThat(Words.people(2)).isEqualTo("2 people");
    assertThat(Words.day(LocalDate.of(2027, 1, 7))).isEqualTo("7 Jan 2027");
  }
}
