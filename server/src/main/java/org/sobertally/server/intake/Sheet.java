package org.sobertally.server.intake;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.MathContext;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ExcelReaderException;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.refusal.Refusal;

/**
 * A file as a table: the names of its columns and its rows, each as long as the header. Days and
 * times of a workbook's cells are given as ISO 8601.
 *
 * @param lines the line of each row in the file, its first line being 1
 * @param sheets the names of the workbook's sheets; empty for CSV
 * @param encoding how a CSV file's letters are written, where it is not UTF-8; else null
 */
record Sheet(
    List<String> columns,
    List<String[]> rows,
    List<Integer> lines,
    List<String> sheets,
    @Nullable String encoding) {

  static final int MOST_ROWS = 400_000;
  private static final int MOST_COLUMNS = 200;

  /** Blank ones included; no workbook has more. */
  private static final int MOST_ROWS_OF_WORKBOOK = 1_048_576;

  private static final int DETECTED_IN = 4_000;

  /** Rows after which it is clear whether a sheet is a table. */
  private static final long LOOKED_INTO = 50;

  /** What of a form is not about the value: colours and words. */
  private static final Pattern ASIDE = Pattern.compile("\\[[^\\]]*]|\"[^\"]*\"|\\\\.");

  /** Of a number written out; 1E999999999 would fill the memory. */
  private static final int MOST_DIGITS = 40;

  private static final int GOOD_DIGITS = 15;
  private static final BitSet NO_NUMBERS = new BitSet();

  private static final Charset WINDOWS_1252 = Charset.forName("windows-1252");

  /** Begins what an old workbook is packed in, and one behind a password. */
  private static final int[] OLD_WORKBOOK = {0xD0, 0xCF, 0x11, 0xE0};

  /** The first sheet of a workbook, or a CSV file. */
  static Sheet read(byte[] content) {
    return read(content, null);
  }

  /**
   * Reads a CSV file (UTF-8, UTF-16 or Windows-1252; comma, semicolon or tab) or one sheet of an
   * XLSX workbook.
   *
   * @param name of the sheet; null for the first
   */
  static Sheet read(byte[] content, @Nullable String name) {
    boolean zip = content.length > 3 && content[0] == 'P' && content[1] == 'K';
    List<String> sheets = new ArrayList<>();
    Encoded encoded = zip ? null : text(content);
    List<Line> lines =
        encoded == null ? workbook(content, name, sheets, Long.MAX_VALUE) : csv(encoded.text());
    if (lines.isEmpty()) {
      throw Refusal.badInput(
          sheets.size() > 1
              ? "The sheet is empty: it needs a row that names its columns. The workbook has %s."
                  .formatted(String.join(", ", sheets))
              : "The file is empty: it needs a row that names its columns.");
    }
    List<String> columns = names(lines.get(0).cells());
    BitSet commas = withCommas(lines, columns.size());
    List<String[]> rows = new ArrayList<>(lines.size() - 1);
    List<Integer> places = new ArrayList<>(lines.size() - 1);
    for (Line line : lines.subList(1, lines.size())) {
      String[] row = new String[columns.size()];
      for (int c = 0; c < row.length; c++) {
        String cell = c < line.cells().size() ? line.cells().get(c).strip() : "";
        // Written as its column writes amounts, so that no number is read by a text's form.
        row[c] = commas.get(c) && line.numbers().get(c) ? cell.replace('.', ',') : cell;
      }
      rows.add(row);
      places.add(line.number());
    }
    return new Sheet(columns, rows, places, sheets, encoded == null ? null : encoded.encoding());
  }

  /** The columns whose texts surely write amounts with a comma before the decimals. */
  private static BitSet withCommas(List<Line> lines, int columns) {
    BitSet commas = new BitSet();
    for (int c = 0; c < columns; c++) {
      List<String> texts = new ArrayList<>();
      boolean numbers = false;
      for (Line line : lines.subList(1, lines.size())) {
        numbers |= line.numbers().get(c);
        if (c < line.cells().size() && !line.numbers().get(c)) {
          texts.add(line.cells().get(c));
        }
      }
      commas.set(c, numbers && Amounts.likeliest(texts) == Amounts.COMMA);
    }
    return commas;
  }

  /**
   * The names of the workbook's sheets that have rows under a row of names, those with several
   * columns first; empty for CSV, and where there is none.
   */
  static List<String> tables(byte[] content) {
    List<String> tables = new ArrayList<>();
    List<String> narrow = new ArrayList<>();
    boolean zip = content.length > 3 && content[0] == 'P' && content[1] == 'K';
    for (String name : zip ? names(content) : List.<String>of()) {
      List<Line> lines = workbook(content, name, new ArrayList<>(), LOOKED_INTO);
      if (lines.size() > 1) {
        (lines.get(0).cells().size() > 1 ? tables : narrow).add(name);
      }
    }
    tables.addAll(narrow);
    return tables;
  }

  private static List<String> names(byte[] content) {
    boolean styled = PackedSheet.inspect(content);
    try (ReadableWorkbook workbook =
        new ReadableWorkbook(new ByteArrayInputStream(content), options(styled))) {
      return workbook.getSheets().map(org.dhatim.fastexcel.reader.Sheet::getName).toList();
    } catch (IOException | ExcelReaderException e) {
      throw Refusal.badInput(PackedSheet.BROKEN);
    }
  }

  /**
   * @param numbers places of cells that are numbers by their own type, whatever their neighbours
   *     are
   */
  private record Line(int number, List<String> cells, BitSet numbers) {}

  /** Columns without a name, or with one that is there already, are named by their place. */
  private static List<String> names(List<String> header) {
    if (header.size() > MOST_COLUMNS) {
      throw Refusal.tooLarge("A file has at most %d columns.".formatted(MOST_COLUMNS));
    }
    Set<String> names = new LinkedHashSet<>();
    for (int c = 0; c < header.size(); c++) {
      String name = header.get(c).strip();
      String wanted = name.isEmpty() ? "column " + (c + 1) : name;
      names.add(names.contains(wanted) ? wanted + " (" + (c + 1) + ")" : wanted);
    }
    return List.copyOf(names);
  }

  private static void limit(List<Line> lines) {
    if (lines.size() > MOST_ROWS + 1) {
      throw Refusal.tooLarge(
          "A single file has at most %,d rows. Split it, or bring a whole book."
              .formatted(MOST_ROWS));
    }
  }

  private static List<Line> csv(String text) {
    List<Line> lines = new ArrayList<>();
    try (CsvReader<CsvRecord> reader =
        CsvReader.builder()
            .fieldSeparator(separator(text))
            .skipEmptyLines(true)
            .allowMissingFields(true)
            .allowExtraFields(true)
            .ofCsvRecord(text)) {
      for (CsvRecord line : reader) {
        if (!line.getFields().stream().allMatch(String::isBlank)) {
          lines.add(new Line((int) line.getStartingLineNumber(), line.getFields(), NO_NUMBERS));
        }
        limit(lines);
      }
      return lines;
    } catch (CsvParseException | IOException e) {
      throw Refusal.badInput("The file cannot be read as CSV: %s".formatted(e.getMessage()));
    }
  }

  private record Encoded(String text, @Nullable String encoding) {}

  private static Encoded text(byte[] content) {
    if (begins(content, OLD_WORKBOOK)) {
      throw Refusal.badInput(
          "This is a workbook behind a password, or one of the old form. Save it without a"
              + " password as XLSX.");
    }
    if (begins(content, 0xFF, 0xFE) || begins(content, 0xFE, 0xFF)) {
      return new Encoded(new String(content, StandardCharsets.UTF_16), "UTF-16");
    }
    try {
      String text =
          StandardCharsets.UTF_8
              .newDecoder()
              .onMalformedInput(CodingErrorAction.REPORT)
              .onUnmappableCharacter(CodingErrorAction.REPORT)
              .decode(ByteBuffer.wrap(content))
              .toString();
      return new Encoded(text.startsWith("\uFEFF") ? text.substring(1) : text, null);
    } catch (CharacterCodingException e) {
      return ofOneByte(content);
    }
  }

  /** What is neither may still be text of a byte a letter, but then it holds no control bytes. */
  private static Encoded ofOneByte(byte[] content) {
    for (byte one : content) {
      if (one >= 0 && one < ' ' && one != '\t' && one != '\r' && one != '\n') {
        throw Refusal.badInput("The file is no text. Bring CSV, or a workbook saved as XLSX.");
      }
    }
    return new Encoded(new String(content, WINDOWS_1252), "Windows-1252");
  }

  private static boolean begins(byte[] content, int... with) {
    for (int n = 0; n < with.length; n++) {
      if (n >= content.length || (content[n] & 0xFF) != with[n]) {
        return false;
      }
    }
    return true;
  }

  /** Whatever stands most often outside quotes in the first lines. */
  private static char separator(String text) {
    int[] seen = new int[3];
    boolean quoted = false;
    for (int n = 0; n < Math.min(text.length(), DETECTED_IN); n++) {
      char at = text.charAt(n);
      quoted ^= at == '"';
      int which = quoted ? -1 : ",;\t".indexOf(at);
      if (which >= 0) {
        seen[which]++;
      }
    }
    if (seen[2] > 0 && seen[2] >= seen[0] && seen[2] >= seen[1]) {
      return '\t';
    }
    return seen[1] > seen[0] ? ';' : ',';
  }

  /** Numbers that show as such; a day is a number too, and is not read as one. */
  private static BitSet numbers(Row row) {
    BitSet numbers = new BitSet();
    for (int c = 0; c < Math.min(row.getCellCount(), MOST_COLUMNS + 1); c++) {
      Cell cell = row.getCell(c);
      boolean number = cell != null && cell.getType() == CellType.NUMBER;
      numbers.set(c, number && !showsDay(cell.getDataFormatString()));
    }
    return numbers;
  }

  private static List<String> cells(Row row) {
    return IntStream.range(0, Math.min(row.getCellCount(), MOST_COLUMNS + 1))
        .mapToObj(c -> Optional.ofNullable(row.getCell(c)).map(Sheet::cell).orElse(""))
        .toList();
  }

  private static List<Line> workbook(
      byte[] content, @Nullable String name, List<String> sheets, long most) {
    boolean styled = PackedSheet.inspect(content);
    List<Line> lines = new ArrayList<>();
    AtomicInteger seen = new AtomicInteger();
    try (ReadableWorkbook workbook =
            new ReadableWorkbook(new ByteArrayInputStream(content), options(styled));
        Stream<Row> rows = sheet(workbook, name, sheets).openStream()) {
      rows.limit(most)
          .forEach(
              row -> {
                List<String> cells = cells(row);
                if (!cells.stream().allMatch(String::isBlank)) {
                  lines.add(new Line(row.getRowNum(), cells, numbers(row)));
                }
                limit(lines);
                if (seen.incrementAndGet() > MOST_ROWS_OF_WORKBOOK) {
                  throw Refusal.badInput(PackedSheet.BROKEN);
                }
              });
      return lines;
    } catch (IOException
        | ExcelReaderException
        | DateTimeException
        | IllegalArgumentException
        | IllegalStateException
        | NoSuchElementException
        | NullPointerException
        | IndexOutOfBoundsException
        | NegativeArraySizeException
        | ArithmeticException e) {
      // Whatever the reader makes of what somebody wrote into it.
      throw Refusal.badInput(PackedSheet.BROKEN);
    }
  }

  private static org.dhatim.fastexcel.reader.Sheet sheet(
      ReadableWorkbook workbook, @Nullable String name, List<String> sheets) {
    workbook.getSheets().forEach(sheet -> sheets.add(sheet.getName()));
    if (name == null) {
      return workbook.getFirstSheet();
    }
    return workbook
        .findSheet(name)
        .orElseThrow(
            () ->
                Refusal.notTaken(
                    "The workbook has no sheet '%s'. It has %s."
                        .formatted(name, String.join(", ", sheets)),
                    List.of(name)));
  }

  /** A day is a number like any other but for the form in which its cell shows it. */
  private static ReadingOptions options(boolean styled) {
    return new ReadingOptions(styled, false);
  }

  private static boolean showsDay(String form) {
    return form != null
        && ASIDE.matcher(form).replaceAll("").toLowerCase(Locale.ROOT).matches(".*[yd].*");
  }

  private static String cell(Cell cell) {
    if (cell.getType() == CellType.EMPTY || cell.getValue() == null) {
      return "";
    }
    if (cell.getType() == CellType.NUMBER && showsDay(cell.getDataFormatString())) {
      var time = cell.asDate();
      boolean midnight = time.toLocalTime().toSecondOfDay() == 0;
      return midnight
          ? time.toLocalDate().toString()
          : DateTimeFormatter.ISO_LOCAL_DATE_TIME.format(time.withNano(0));
    }
    if (cell.getType() == CellType.NUMBER) {
      BigDecimal number = withoutNoise(cell.asNumber()).stripTrailingZeros();
      boolean writable =
          number.precision() <= MOST_DIGITS && Math.abs(number.scale()) <= MOST_DIGITS;
      return writable ? number.toPlainString() : number.toString();
    }
    return cell.getText();
  }

  /**
   * A workbook keeps binary numbers: 98.4 may stand there as 98.40000000000001. What goes beyond
   * the 15 digits that they are good for is no part of what was meant; whole numbers stay as they
   * are.
   */
  private static BigDecimal withoutNoise(BigDecimal number) {
    return number.scale() > 0 ? number.round(new MathContext(GOOD_DIGITS)) : number;
  }
}
