package org.sobertally.server.intake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.sobertally.server.refusal.Refusal;

@Tag("unit")
class SheetTest {

  private static final String MAIN = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
  private static final String OFFICE =
      "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
  private static final String PACKAGE = "http://schemas.openxmlformats.org/package/2006/";
  private static final String TYPES =
      "application/vnd.openxmlformats-officedocument.spreadsheetml.";

  private static Sheet csv(String text) {
    return Sheet.read(text.getBytes(StandardCharsets.UTF_8));
  }

  @ParameterizedTest
  @ValueSource(strings = {",", ";", "\t"})
  void findsOutWhatSeparatesTheColumns(String separator) {
    String text = "person,plan\n\"Pell, Oda; or not\",quill-opus\n";
    Sheet sheet = csv(text.replaceAll("(?<=person|not\"),", separator));
    assertThat(sheet.columns()).containsExactly("person", "plan");
    assertThat(sheet.rows().get(0)).containsExactly("Pell, Oda; or not", "quill-opus");
  }

  @Test
  void everyColumnHasANameOfItsOwnAndEveryRowItsLine() {
    Sheet sheet = csv("\uFEFFmail,,mail\n\na,b,c,d\n\n \nonly\n");
    assertThat(sheet.columns()).containsExactly("mail", "column 2", "mail (3)");
    assertThat(sheet.rows().get(0)).containsExactly("a", "b", "c");
    assertThat(sheet.rows().get(1)).containsExactly("only", "", "");
    assertThat(sheet.lines()).containsExactly(3, 6);
  }

  @Test
  void readsDaysTimesAndNumbersOfAWorkbookAsTheyAreMeant() throws IOException {
    Sheet sheet =
        Sheet.read(
            workbook(
                page -> {
                  page.value(0, 0, "day");
                  page.value(0, 1, "seats");
                  page.value(1, 0, LocalDate.of(2026, 9, 30));
                  page.style(1, 0).format("yyyy-mm-dd").set();
                  page.value(1, 1, 1200.50);
                  page.value(2, 0, LocalDateTime.of(2026, 9, 30, 8, 15));
                  page.style(2, 0).format("yyyy-mm-dd hh:mm").set();
                  page.value(3, 0, LocalDate.of(2026, 9, 30));
                  page.style(3, 0).format("d mmm").set();
                  page.value(3, 1, 46_295);
                  page.style(3, 1).format("[Red]#,##0 \"days\"").set();
                }));
    assertThat(sheet.rows().get(0)).containsExactly("2026-09-30", "1200.5");
    assertThat(sheet.rows().get(1)).containsExactly("2026-09-30T08:15:00", "");
    assertThat(sheet.rows().get(2)).containsExactly("2026-09-30", "46295");
    assertThat(sheet.lines()).containsExactly(2, 3, 4);
  }

  private static byte[] workbook(Consumer<Worksheet> filled) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (Workbook workbook = new Workbook(bytes, "Tally", "1.0")) {
      filled.accept(workbook.newWorksheet("One"));
    }
    return bytes.toByteArray();
  }

  /** 14.4 as a number beside 228,00 as a text is fourteen and not a hundred and forty-four. */
  @Test
  void aNumberIsReadByItsOwnTypeWhateverItsNeighboursAre() throws IOException {
    byte[] prices =
        workbook(
            sheet -> {
              sheet.value(0, 0, "price");
              sheet.value(1, 0, "228,00");
              sheet.value(2, 0, 14.4);
              sheet.value(3, 0, "1.188,50");
              sheet.value(4, 0, 98.40000000000001);
              sheet.value(5, 0, 1200);
            });
    List<String> read = Sheet.read(prices).rows().stream().map(row -> row[0]).toList();
    Amounts how = Amounts.ofPrices(read);
    assertThat(read.stream().map(how::amount).map(amount -> amount.stripTrailingZeros()))
        .extracting(java.math.BigDecimal::toPlainString)
        .containsExactly("228", "14.4", "1188.5", "98.4", "1200");
  }

  @Test
  void whatNoWorkbookHasIsRefusedAndBreaksNothing() throws IOException {
    String odd = "<row r=\"1\"><c r=\"A1\" t=\"zz\"><v>1</v></c></row>";
    refused(packed(odd), Refusal.BadInput.class, PackedSheet.BROKEN);
    String beyond = "<row r=\"1\"><c r=\"ZZZZ1\"><v>1</v></c></row>";
    assertThatThrownBy(() -> Sheet.read(packed(beyond))).isInstanceOf(Refusal.class);
  }

  @Test
  void aNumberBeyondAllMeasureStaysAsItIsWritten() throws IOException {
    Sheet sheet =
        Sheet.read(packed("<row r=\"1\">" + text("A1", "n") + "</row>" + row(2, "1E999999999")));
    assertThat(sheet.rows().get(0)).containsExactly("1E+999999999");
  }

  @Test
  void refusesWhatIsPackedToFillTheMemory() throws IOException {
    byte[] oneCell = packed("<row r=\"1\">" + text("A1", "a".repeat(1_000_000)) + "</row>");
    assertThat(oneCell).as("small as it is sent").hasSizeLessThan(4_000);
    refused(
        oneCell,
        Refusal.BadInput.class,
        "A cell of the workbook holds more than 32,767 characters.");
    byte[] manyRows = packed("<row/>".repeat(100_000));
    assertThatThrownBy(() -> PackedSheet.inspect(manyRows, 500_000))
        .isInstanceOf(Refusal.TooLarge.class)
        .hasMessageStartingWith("Unpacked the workbook comes to more than 500,000 bytes.");
    refused(packed("<row/>".repeat(1_100_000)), Refusal.BadInput.class, PackedSheet.BROKEN);
  }

  @Test
  void readsNothingFromOutsideTheFile() throws IOException {
    String outside =
        "<!DOCTYPE x [<!ENTITY e SYSTEM \"file:///etc/hostname\">]>"
            + "<worksheet xmlns=\"%s\"><sheetData><row r=\"1\">%s</row></sheetData></worksheet>"
                .formatted(MAIN, text("A1", "&e;"));
    refused(packedSheet(outside), Refusal.BadInput.class, PackedSheet.BROKEN);
  }

  @Test
  void saysWhatToDoWithABrokenWorkbook() throws IOException {
    byte[] whole = packed("<row r=\"1\">" + text("A1", "n") + "</row>");
    refused(Arrays.copyOf(whole, whole.length / 2), Refusal.BadInput.class, PackedSheet.BROKEN);
    refused(packed("<row r=\"1\"><c r=\"A1\"></row>"), Refusal.BadInput.class, PackedSheet.BROKEN);
    refused(
        packed("<row r=\"1\">" + text("A1", "n") + "</row>" + row(2, "x")),
        Refusal.BadInput.class,
        PackedSheet.BROKEN);
  }

  private static void refused(byte[] content, Class<? extends Refusal> kind, String detail) {
    assertThatThrownBy(() -> Sheet.read(content)).isInstanceOf(kind).hasMessageStartingWith(detail);
  }

  private static String text(String at, String text) {
    return "<c r=\"%s\" t=\"inlineStr\"><is><t>%s</t></is></c>".formatted(at, text);
  }

  private static String row(int number, String value) {
    return "<row r=\"%1$d\"><c r=\"A%1$d\"><v>%2$s</v></c></row>".formatted(number, value);
  }

  private static byte[] packed(String rows) throws IOException {
    return packedSheet(
        "<worksheet xmlns=\"%s\"><sheetData>%s</sheetData></worksheet>".formatted(MAIN, rows));
  }

  /** The smallest workbook there is, around a sheet. */
  private static byte[] packedSheet(String sheet) throws IOException {
    Map<String, String> files = new LinkedHashMap<>();
    files.put(
        "[Content_Types].xml",
        """
        <Types xmlns="%1$scontent-types">
        <Override PartName="/xl/workbook.xml" ContentType="%2$ssheet.main+xml"/>
        <Override PartName="/xl/worksheets/sheet1.xml" ContentType="%2$sworksheet+xml"/></Types>
        """
            .formatted(PACKAGE, TYPES));
    files.put("_rels/.rels", related(OFFICE + "/officeDocument", "xl/workbook.xml"));
    files.put(
        "xl/workbook.xml",
        "<workbook xmlns=\"%s\" xmlns:r=\"%s\"><sheets><sheet name=\"a\" sheetId=\"1\" r:id=\"r1\"/></sheets></workbook>"
            .formatted(MAIN, OFFICE));
    files.put(
        "xl/_rels/workbook.xml.rels", related(OFFICE + "/worksheet", "worksheets/sheet1.xml"));
    files.put("xl/worksheets/sheet1.xml", sheet);
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      for (var file : files.entrySet()) {
        zip.putNextEntry(new ZipEntry(file.getKey()));
        zip.write(file.getValue().getBytes(StandardCharsets.UTF_8));
      }
    }
    return bytes.toByteArray();
  }

  private static String related(String type, String target) {
    return "<Relationships xmlns=\"%srelationships\"><Relationship Id=\"r1\" Type=\"%s\" Target=\"%s\"/></Relationships>"
        .formatted(PACKAGE, type, target);
  }
}
