package org.sobertally.server.intake;

import java.util.List;
import java.util.Locale;
import java.util.Set;

/** What a single file is about, and the fields that its columns may be. */
public enum FileKind {
  /** One row per person of the directory. */
  PEOPLE(
      false,
      Field.needed("person", "person", "id", "personnel number", "employee id", "number"),
      Field.wished("name", "name", "full name", "display name"),
      Field.wished("email", "email", "e-mail", "mail", "address", "user"),
      Field.wished("department", "department", "unit", "team"),
      Field.wished("site", "site", "location", "office", "place"),
      Field.wished("manager", "manager", "reports to", "lead"),
      Field.wished("status", "status", "state"),
      Field.wished("status_since", "status since", "since"),
      Field.wished("until", "until", "back on"),
      Field.wished("joined", "joined", "hired", "start date", "entry"),
      Field.wished("kind", "kind", "type")),

  /** One row per seat that somebody holds at a vendor. */
  HOLDINGS(
      true,
      Field.needed("who", "who", "email", "e-mail", "mail", "user", "address", "account", "person"),
      Field.needed("plan", "plan", "product", "licence", "license", "seat"),
      Field.wished("from", "from", "since", "assigned", "start"),
      Field.wished("until", "until", "end", "expires")),

  /** One row per account, with a column per part that says when it was used last. */
  LAST_USE(
      true,
      Field.needed(
          "who", "who", "email", "e-mail", "mail", "user", "address", "account", "person")),

  /** One row per session in a pool. */
  SESSIONS(
      true,
      Field.needed("who", "who", "email", "e-mail", "mail", "user", "address", "account", "person"),
      Field.needed("started", "started", "start", "begin", "from", "login"),
      Field.wished("ended", "ended", "end", "until", "logout"),
      Field.wished("plan", "plan", "pool", "product"),
      Field.wished("host", "host", "machine", "device", "computer"),
      Field.wished("session", "session", "id"));

  /**
   * Something a column may be.
   *
   * @param likely names of columns that probably are it
   */
  public record Field(String name, boolean required, List<String> likely) {

    private static Field needed(String name, String... likely) {
      return new Field(name, true, List.of(likely));
    }

    private static Field wished(String name, String... likely) {
      return new Field(name, false, List.of(likely));
    }
  }

  private final boolean ofVendor;
  private final List<Field> fields;

  FileKind(boolean ofVendor, Field... fields) {
    this.ofVendor = ofVendor;
    this.fields = List.of(fields);
  }

  /** Whether such a file is one vendor's. */
  public boolean isOfVendor() {
    return ofVendor;
  }

  public List<Field> fields() {
    return fields;
  }

  Field field(String name) {
    return fields.stream().filter(f -> f.name().equals(name)).findFirst().orElse(null);
  }

  /** The column that most likely is the field; null if none looks like it. */
  static String likeliest(Field field, List<String> columns, Set<String> taken) {
    for (String likely : field.likely()) {
      for (String column : columns) {
        String plain = column.toLowerCase(Locale.ROOT).replace('_', ' ').strip();
        if (plain.equals(likely) && !taken.contains(column)) {
          return column;
        }
      }
    }
    return null;
  }
}
