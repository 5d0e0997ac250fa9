package org.sobertally.server.book.file;

import static java.util.Objects.requireNonNull;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.sobertally.server.book.schema.BookFile;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.schema.BookWords;
import org.sobertally.server.book.schema.Column;

/** The {@code datapackage.json} of a book. */
final class Package {

  static final String FILE = "datapackage.json";

  private Package() {}

  /** The package's description of itself, a schema per file; always the same text. */
  static byte[] json() {
    Map<String, Object> root = new LinkedHashMap<>();
    root.put("profile", "tabular-data-package");
    root.put("name", "sober-tally-book");
    root.put("title", "A Sober Tally book");
    root.put("resources", BookSchema.FILES.stream().map(Package::resource).toList());
    try {
      return new ObjectMapper().writerWithDefaultPrettyPrinter().writeValueAsBytes(root);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  private static Map<String, Object> resource(BookFile file) {
    Map<String, Object> schema = new LinkedHashMap<>();
    schema.put("fields", file.columns().stream().map(column -> field(file, column)).toList());
    schema.put(
        "primaryKey", file.keyColumns().stream().map(c -> file.columns().get(c).name()).toList());
    List<Map<String, Object>> references =
        file.columns().stream()
            .filter(column -> column.references() != null)
            .map(column -> reference(file, column))
            .toList();
    if (!references.isEmpty()) {
      schema.put("foreignKeys", references);
    }
    Map<String, Object> resource = new LinkedHashMap<>();
    resource.put("name", file.resource().replace('_', '-'));
    resource.put("path", file.name());
    resource.put("description", BookWords.of(file));
    resource.put("profile", "tabular-data-resource");
    resource.put("encoding", "utf-8");
    resource.put("schema", schema);
    return resource;
  }

  private static Map<String, Object> reference(BookFile file, Column column) {
    BookFile target = BookSchema.byName(requireNonNull(column.references()));
    boolean self = target.name().equals(file.name());
    Map<String, Object> to = new TreeMap<>();
    to.put("resource", self ? "" : target.resource());
    to.put("fields", target.columns().get(0).name());
    Map<String, Object> reference = new TreeMap<>();
    reference.put("fields", column.name());
    reference.put("reference", to);
    return reference;
  }

  private static Map<String, Object> field(BookFile file, Column column) {
    Map<String, Object> field = new LinkedHashMap<>();
    field.put("name", column.name());
    field.put("type", column.type().frictionless());
    if (column.type().frictionless().equals("datetime")) {
      // The default is of UTC only; ours carry the offset that they came with.
      field.put("format", "any");
    }
    field.put("description", BookWords.of(file, column));
    field.put("example", BookWords.example(file, column));
    Map<String, Object> constraints = new LinkedHashMap<>();
    if (column.required()) {
      constraints.put("required", true);
    }
    if (!column.type().choices().isEmpty() && !column.type().frictionless().equals("boolean")) {
      constraints.put("enum", column.type().choices());
    }
    if (!constraints.isEmpty()) {
      field.put("constraints", constraints);
    }
    return field;
  }
}
