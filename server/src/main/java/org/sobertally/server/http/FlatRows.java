package org.sobertally.server.http;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** A list as a table: a column per field, nested fields with a dot; an array in one cell. */
record FlatRows(Set<String> columns, List<Map<String, JsonNode>> rows) {

  static FlatRows of(JsonNode list) {
    List<Map<String, JsonNode>> rows = new ArrayList<>();
    Set<String> columns = new LinkedHashSet<>();
    for (JsonNode node : list) {
      Map<String, JsonNode> row = new LinkedHashMap<>();
      flatten("", node, row);
      rows.add(row);
      columns.addAll(row.keySet());
    }
    return new FlatRows(columns, rows);
  }

  private static void flatten(String path, JsonNode node, Map<String, JsonNode> row) {
    if (node.isObject()) {
      node.fields()
          .forEachRemaining(
              field ->
                  flatten(
                      path.isEmpty() ? field.getKey() : path + "." + field.getKey(),
                      field.getValue(),
                      row));
    } else {
      row.put(path, node);
    }
  }

  /** A value as text; empty where there is none. */
  static String text(JsonNode value) {
    if (value == null || value.isNull()) {
      return "";
    }
    if (!value.isArray()) {
      return value.asText();
    }
    List<String> values = new ArrayList<>();
    value.forEach(one -> values.add(one.isValueNode() ? one.asText() : one.toString()));
    return String.join(" ", values);
  }
}
