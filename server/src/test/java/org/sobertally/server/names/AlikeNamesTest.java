package org.sobertally.server.names;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@Tag("unit")
class AlikeNamesTest {

  private static final Map<String, String> NAMES =
      Map.of("opus", "Quillmoor Opus", "folio", "Quillmoor Folio", "lite", "Réduit");

  @ParameterizedTest
  @CsvSource({
    "QUILLMOOR_OPUS_ANNUAL, opus",
    "quillmoorFolio, folio",
    "Opus, opus",
    "reduit, lite",
    "Quillmoor,",
    "Something else,",
    "'',"
  })
  void theOneThatSharesMostWordsIsMeant(String word, String id) {
    assertThat(AlikeNames.closest(word, NAMES).orElse(null)).isEqualTo(id);
  }
}
