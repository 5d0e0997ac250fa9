package org.sobertally.server.print;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

@Tag("unit")
class PaperTest {

  private static final String HEADING = "Who held them";

  /** The lines of each page, without its number. */
  private static List<List<String>> pages(Paper paper) throws IOException {
    List<List<String>> pages = new ArrayList<>();
    try (PDDocument document = Loader.loadPDF(Pdf.of(paper))) {
      PDFTextStripper stripper = new PDFTextStripper();
      for (int page = 1; page <= document.getNumberOfPages(); page++) {
        stripper.setStartPage(page);
        stripper.setEndPage(page);
        String number = "%d / %d".formatted(page, document.getNumberOfPages());
        pages.add(
            stripper
                .getText(document)
                .lines()
                .map(String::strip)
                .filter(line -> !line.isEmpty() && !line.equals(number))
                .toList());
      }
    }
    return pages;
  }

  @Test
  void aHeadingIsOnThePageOfWhatItIsAbout() throws IOException {
    int moved = 0;
    for (int before = 40; before < 56; before++) {
      Paper paper = new Paper("A paper");
      paper.table(List.of("Day"), Collections.nCopies(before, List.of("30 Sep 2026")));
      paper.heading(HEADING).table(List.of("Holder"), Collections.nCopies(9, List.of("Ann")));
      List<List<String>> pages = pages(paper);
      for (List<String> page : pages) {
        int at = page.indexOf(HEADING);
        if (at >= 0) {
          assertThat(page.subList(at, page.size()))
              .as("after %d rows", before)
              .startsWith(HEADING, "Holder", "Ann");
        }
      }
      moved += pages.size() > 1 && pages.get(1).get(0).equals(HEADING) ? 1 : 0;
    }
    assertThat(moved).as("papers with the heading at the top of a page").isPositive();
  }

  @Test
  void whatIsToldIsEscapedAndATextKeepsApartFromTheNumberBeforeIt() {
    String xhtml =
        new Paper("A & B")
            .table(List.of("Day", ">Seats", "Why"), List.of(List.of("1 Jan", "2", "<b>")))
            .xhtml();
    assertThat(xhtml)
        .contains("<h1>A &amp; B</h1>")
        .contains("<td class='d'>1 Jan</td><td class='r'>2</td><td class='a'>&lt;b&gt;</td>");
  }
}
