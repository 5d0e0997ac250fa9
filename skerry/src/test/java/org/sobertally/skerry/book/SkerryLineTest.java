package org.sobertally.skerry.book;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;

class SkerryLineTest {

  private static final byte[] BOOK = SkerryLine.book();

  private static Map<String, List<String>> files() {
    Map<String, List<String>> files = new TreeMap<>();
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(BOOK))) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        String text = new String(zip.readAllBytes(), StandardCharsets.UTF_8);
        files.put(entry.getName(), text.lines().toList());
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return files;
  }

  @Test
  void theSameBookComesOutEachTime() {
    assertThat(SkerryLine.book()).isEqualTo(BOOK);
  }

  @Test
  void thereAre742PeopleOfDifferentNamesAndAllAddressesAreMadeUp() {
    List<String> people =
        files().get("people.csv").stream()
            .skip(1)
            .filter(row -> row.contains(",PERSON,"))
            .filter(row -> !row.startsWith("x"))
            .toList();
    assertThat(people).hasSize(742);
    Set<String> names = new HashSet<>();
    people.forEach(row -> names.add(row.split(",")[1]));
    assertThat(names).hasSize(742);
    assertThat(people).allMatch(row -> row.contains("@skerryline.example"));
  }

  @Test
  void nobodyUsesAnythingAfterTheEvidenceEnds() {
    assertThat(files().get("activity.csv").stream().skip(1).map(row -> row.split(",")[2]))
        .allMatch(day -> day.compareTo("2026-09-28") <= 0 && day.compareTo("2025-09-01") >= 0);
  }

  @Test
  void everyVendorOfTheStoryIsThere() {
    assertThat(files().get("vendors.csv").stream().skip(1).map(row -> row.split(",")[1]))
        .containsExactlyInAnyOrder(
            "Quillmoor",
            "Ternhythe",
            "Helmsway",
            "Plumbrigg",
            "Ledgerness",
            "Beaconfell",
            "Saltcote",
            "Deepglass",
            "Gantryfold",
            "Reedholm",
            "Cairnvault",
            "Portlanne");
  }

  @Test
  void portlannesEvidenceIsNineDaysBehind() {
    assertThat(files().get("evidence.csv")).contains("portlanne,2025-09-01,2026-09-21,DAILY");
  }
}
