package org.sobertally.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

@Tag("unit")
class DayFormTest {

  @Test
  void theFormIsTheOneInWhichMostAreDays() {
    assertThat(DayForm.likeliest(List.of("Ann", "31.02.2026", "4.8.2026", "12")))
        .isEqualTo(DayForm.DOTS);
    assertThat(DayForm.likeliest(List.of("2026-09-30", "Opus"))).isEqualTo(DayForm.ISO);
    assertThat(DayForm.likeliest(List.of("09/30/2026", "01/02/2026")))
        .isEqualTo(DayForm.MONTH_FIRST);
    assertThat(DayForm.likeliest(List.of("01/02/2026"))).as("either").isEqualTo(DayForm.DAY_FIRST);
    assertThat(DayForm.likeliest(List.of("nothing"))).isEqualTo(DayForm.ISO);
  }
}
