package org.sobertally.server.http;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import jakarta.annotation.Priority;
import jakarta.ws.rs.Priorities;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;
import jakarta.ws.rs.core.MultivaluedMap;
import jakarta.ws.rs.ext.MessageBodyWriter;
import jakarta.ws.rs.ext.Provider;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.lang.annotation.Annotation;
import java.lang.reflect.Type;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Any list as CSV: a column per field, nested fields with a dot. A text that a spreadsheet would
 * take for a formula is given a leading apostrophe.
 */
@Provider
@Priority(Priorities.USER - 100)
@Produces("text/csv")
public class CsvListWriter implements MessageBodyWriter<Object> {

  private final ObjectMapper json;

  CsvListWriter(ObjectMapper json) {
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
    try (CsvWriter csv =
        CsvWriter.builder()
            .lineDelimiter(LineDelimiter.CRLF)
            .build(new OutputStreamWriter(out, StandardCharsets.UTF_8))) {
      csv.writeRecord(flat.columns());
      for (Map<String, JsonNode> row : flat.rows()) {
        csv.writeRecord(flat.columns().stream().map(column -> cell(row.get(column))).toList());
      }
    }
  }

  private static String cell(@Nullable JsonNode value) {
    boolean text = value != null && (value.isTextual() || value.isArray());
    return text ? harmless(FlatRows.text(value)) : FlatRows.text(value);
  }

  /** The text, so that no spreadsheet takes it for a formula. */
  public static String harmless(String text) {
    boolean formula = !text.isEmpty() && "=+@\t\r".indexOf(text.charAt(0)) >= 0;
    boolean minus = text.startsWith("-") && !text.matches("-[0-9.]+");
    return formula || minus ? "'" + text : text;
  }
}
