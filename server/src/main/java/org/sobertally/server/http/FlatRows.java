package org.sobertally.server.http;

import com.fasterxml.jackson.databind.JavaType;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.introspect.BeanPropertyDefinition;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A list as a table: a column per field, nested fields with a dot; an array in one cell. The
 * columns are those of the type, so that a page without rows, or in which a field is nowhere told,
 * has the same ones as the next.
 */
record FlatRows(Set<String> columns, List<Map<String, JsonNode>> rows) {

  /**
   * @param type of the list; where it does not say of what, the columns are those of the rows
   */
  static FlatRows of(ObjectMapper json, Object list, Type type) {
    Set<String> columns = new LinkedHashSet<>();
    JavaType of = json.constructType(type);
    if (of.isCollectionLikeType()) {
      addColumns(json, "", of.getContentType(), columns);
    }
    List<Map<String, JsonNode>> rows = new ArrayList<>();
    for (JsonNode node : json.<JsonNode>valueToTree(list)) {
      Map<String, JsonNode> row = new LinkedHashMap<>();
      flatten("", node, row);
      rows.add(row);
      row.forEach(
          (name, value) -> {
            if (!value.isNull()) {
              columns.add(name);
            }
          });
    }
    return new FlatRows(columns, rows);
  }

  private static void addColumns(ObjectMapper json, String path, JavaType of, Set<String> columns) {
    if (of.isRecordType()) {
      var bean = json.getSerializationConfig().introspect(of);
      var introspector = json.getSerializationConfig().getAnnotationIntrospector();
      for (BeanPropertyDefinition field : bean.findProperties()) {
        // A part without a name of its own: its fields are those of the whole.
        boolean part = introspector.findUnwrappingNameTransformer(field.getPrimaryMember()) != null;
        String at = part ? path : below(path, field.getName());
        addColumns(json, at, field.getPrimaryType(), columns);
      }
    } else if (of.isMapLikeType() && of.getKeyType().isEnumType()) {
      for (Object key : of.getKeyType().getRawClass().getEnumConstants()) {
        addColumns(json, below(path, ((Enum<?>) key).name()), of.getContentType(), columns);
      }
    } else if (!path.isEmpty()) {
      columns.add(path);
    }
  }

  private static String below(String path, String field) {
    return path.isEmpty() ? field : path + "." + field;
  }

  private static void flatten(String path, JsonNode node, Map<String, JsonNode> row) {
    if (node.isObject()) {
      node.fields()
          .forEachRemaining(field -> flatten(below(path, field.getKey()), field.getValue(), row));
    } else {
      row.put(path, node);
    }
  }

  /** A value as text; empty where there is none. */
  static String text(@Nullable JsonNode value) {
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
