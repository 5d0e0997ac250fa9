package org.sobertally.server.http;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
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
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

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
    ArrayNode nodes = json.valueToTree(list);
    List<Map<String, String>> rows = new ArrayList<>();
    Set<String> columns = new LinkedHashSet<>();
    for (JsonNode node : nodes) {
      Map<String, String> row = new LinkedHashMap<>();
      flatten("", node, row);
      rows.add(row);
      columns.addAll(row.keySet());
    }
    try (CsvWriter csv =
        CsvWriter.builder()
            .lineDelimiter(LineDelimiter.CRLF)
            .build(new OutputStreamWriter(out, StandardCharsets.UTF_8))) {
      csv.writeRecord(columns);
      for (Map<String, String> row : rows) {
        csv.writeRecord(columns.stream().map(column -> row.getOrDefault(column, "")).toList());
      }
    }
  }

  private static void flatten(String path, JsonNode node, Map<String, String> row) {
    if (node.isObject()) {
      node.fields()
          .forEachRemaining(
              field ->
                  flatten(
                      path.isEmpty() ? field.getKey() : path + "." + field.getKey(),
                      field.getValue(),
                      row));
    } else if (node.isArray()) {
      List<String> values = new ArrayList<>();
      node.forEach(value -> values.add(value.isValueNode() ? value.asText() : value.toString()));
      row.put(path, harmless(String.join(" ", values)));
    } else {
      row.put(
          path, node.isNull() ? "" : node.isTextual() ? harmless(node.asText()) : node.asText());
    }
  }

  private static String harmless(String text) {
    boolean formula = !text.isEmpty() && "=+@\t\r".indexOf(text.charAt(0)) >= 0;
    boolean minus = text.startsWith("-") && !text.matches("-[0-9.]+");
    return formula || minus ? "'" + text : text;
  }
}
