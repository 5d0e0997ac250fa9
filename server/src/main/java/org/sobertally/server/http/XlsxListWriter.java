package org.sobertally.server.http;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import jakarta.annotation.Priority;
import jakarta.ws.rs.Priorities;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.MultivaluedMap;
import jakarta.ws.rs.ext.MessageBodyWriter;
import jakarta.ws.rs.ext.Provider;
import java.io.IOException;
import java.io.OutputStream;
import java.lang.annotation.Annotation;
import java.lang.reflect.Type;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Map;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.jspecify.annotations.Nullable;

/**
 * Any list as a workbook of one sheet, with the columns of its CSV. Numbers, and amounts of money,
 * are numbers there, and days are days; every text is a text, whatever it begins with.
 */
@Provider
@Priority(Priorities.USER - 100)
@Produces(XlsxListWriter.XLSX)
public class XlsxListWriter implements MessageBodyWriter<Object> {

  public static final String XLSX =
      "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

  private static final int MEASURED = 500;
  private static final int WIDEST = 60;
  private static final int LENGTH_OF_DAY = 10;
  private static final int FIRST_YEAR = 1900;

  private final ObjectMapper json;

  XlsxListWriter(ObjectMapper json) {
    this.json = json;
  }

  @Override
  public boolean isWriteable(
      Class<?> type, Type genericType, Annotation[] annotations, MediaType mediaType) {
    return List.class.isAssignableFrom(type);
  }

  @Override
  public void writeTo(
      Object list,
      Class<?> type,
      Type genericType,
      Annotation[] annotations,
      MediaType mediaType,
      MultivaluedMap<String, Object> headers,
      OutputStream out)
      throws IOException {
    FlatRows flat = FlatRows.of(json, list, genericType);
    try (Workbook workbook = new Workbook(out, "Sober Tally", "1.0")) {
      Worksheet sheet = workbook.newWorksheet("Tally");
      fill(sheet, flat);
      widen(sheet, flat);
      sheet.freezePane(0, 1);
    }
  }

  private static void fill(Worksheet sheet, FlatRows flat) {
    int column = 0;
    for (String name : flat.columns()) {
      sheet.value(0, column++, name);
    }
    int row = 0;
    for (Map<String, JsonNode> values : flat.rows()) {
      row++;
      column = 0;
      for (String name : flat.columns()) {
        put(sheet, row, column++, name, values.get(name));
      }
    }
  }

  /** Each column is as wide as the longest of its first rows, within reason. */
  private static void widen(Worksheet sheet, FlatRows flat) {
    int column = 0;
    for (String name : flat.columns()) {
      int longest = name.length();
      for (Map<String, JsonNode> row :
          flat.rows().subList(0, Math.min(MEASURED, flat.rows().size()))) {
        longest = Math.max(longest, FlatRows.text(row.get(name)).length());
      }
      sheet.width(column++, Math.min(WIDEST, longest + 2));
    }
  }

  private static void put(
      Worksheet sheet, int row, int column, String name, @Nullable JsonNode value) {
    if (value == null || value.isNull()) {
      return;
    }
    if (value.isNumber()) {
      sheet.value(row, column, value.decimalValue());
    } else if (name.endsWith("amount")) {
      sheet.value(row, column, new BigDecimal(value.asText()));
    } else if (day(value) != null) {
      sheet.value(row, column, day(value));
      sheet.style(row, column).format("yyyy-mm-dd").set();
    } else {
      sheet.value(row, column, FlatRows.text(value));
    }
  }

  /** Null for what is no day, or one before those of workbooks begin. */
  private static @Nullable LocalDate day(JsonNode value) {
    String text = value.isTextual() ? value.asText() : "";
    if (text.length() != LENGTH_OF_DAY || text.charAt(0) > '9') {
      return null;
    }
    try {
      LocalDate day = LocalDate.parse(text);
      return day.getYear() > FIRST_YEAR ? day : null;
    } catch (DateTimeParseException e) {
      return null;
    }
  }
}
