package org.sobertally.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

@Tag("unit")
class TemplatesTest {

  @ParameterizedTest
  @EnumSource(FileKind.class)
  void whatIsFilledInIsReadWithoutSayingWhatItsColumnsAre(FileKind kind) {
    byte[] workbook = Templates.workbook(kind);
    Sheet fill = Sheet.read(workbook);
    assertThat(fill.sheets()).containsExactly("Fill in", "Example", "Columns");
    assertThat(fill.rows()).isEmpty();
    Mapping guess = Mapping.guess(kind, fill.columns(), DayForm.ISO, null);
    assertThat(guess.columns().keySet())
        .containsExactlyInAnyOrderElementsOf(
            kind.guessed().stream().map(FileKind.Field::name).toList());
    assertThat(guess.columns())
        .allSatisfy((field, column) -> assertThat(column).isEqualTo(field.replace('_', ' ')));
  }

  @ParameterizedTest
  @EnumSource(FileKind.class)
  void eachColumnIsDescribedAndHasAnExampleThatItsWordsAllow(FileKind kind) {
    Sheet columns = Sheet.read(Templates.workbook(kind), "Columns");
    Sheet example = Sheet.read(Templates.workbook(kind), "Example");
    assertThat(columns.rows()).hasSize(example.columns().size());
    for (int c = 0; c < columns.rows().size(); c++) {
      String[] described = columns.rows().get(c);
      assertThat(described[2]).as(described[0]).isNotEmpty();
      if (!described[3].isEmpty()) {
        assertThat(List.of(described[3].split(", "))).contains(example.rows().get(0)[c]);
      }
    }
  }
}
