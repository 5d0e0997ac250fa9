package org.sobertally.server.http;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;

/**
 * Questions nobody should ask, made from what the interface says of itself: fields that are left
 * out, of another kind, empty, far too long or beyond any range, among some that are right.
 */
final class Nonsense {

  private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;
  private static final ObjectMapper JSON = new ObjectMapper();

  /** Ids of the demo, so that some questions get past the first check. */
  private static final Map<String, List<String>> RIGHT =
      Map.ofEntries(
          Map.entry("line", List.of("qm-opus", "th-talk", "bf-drills", "hw-roster")),
          Map.entry("plan", List.of("quill-opus", "quill-stow", "beacon-drills", "plum-draft")),
          Map.entry("person", List.of("p0001", "p0106", "p0626")),
          Map.entry("holding", List.of("h-qm-opus-0001", "h-th-talk-0006")),
          Map.entry("account", List.of("ternhythe-p0106", "quillmoor-p0626")),
          Map.entry("vendor", List.of("quillmoor", "plumbrigg", "cairnvault")),
          Map.entry("group", List.of("deck", "finance")),
          Map.entry("asOf", List.of("2026-09-30", "2026-06-01", "2027-06-01")),
          Map.entry("from", List.of("2026-05-01", "2026-09-30")),
          Map.entry("to", List.of("2026-09-30", "2025-09-30")),
          Map.entry("until", List.of("2026-12-31", "2027-01-01")),
          Map.entry("limit", List.of("1", "50", "10000")),
          Map.entry("email", List.of("somebody@skerryline.example")));

  private static final List<String> WRONG =
      List.of(
          "x",
          "0",
          "-1",
          "99999999999999999999",
          "1e400",
          "NaN",
          "null",
          "{}",
          "2026-02-30",
          "+999999999-12-31",
          "0001-01-01",
          "25:99",
          "PT1H",
          "../../book",
          "'; drop table slate; --",
          "\u0000",
          "%00",
          "é".repeat(300),
          "😀",
          "a".repeat(5_000),
          "IDLE",
          "idle",
          "TAKE_BACK",
          "STEWARD",
          "Europe/Lisbon",
          ",",
          "");

  private final JsonNode schemas;
  private final Random chance;

  Nonsense(JsonNode document, long seed) {
    this.schemas = document.at("/components/schemas");
    this.chance = new Random(seed);
  }

  /** One question: everything a client can choose. */
  record Question(String method, String path, String type, byte[] body) {
    @Override
    public String toString() {
      String sent = body == null ? "" : new String(body, StandardCharsets.UTF_8);
      return "%s %.300s %s %.400s".formatted(method, path, type, sent);
    }
  }

  Question ask(String method, String path, JsonNode call) {
    String asked = path;
    List<String> query = new ArrayList<>();
    for (JsonNode parameter : call.path("parameters")) {
      String name = parameter.get("name").asText();
      String value = encoded(word(name));
      if (parameter.get("in").asText().equals("path")) {
        asked = asked.replace("{%s}".formatted(name), value.isEmpty() ? "x" : value);
      } else if (chance.nextInt(5) < 3) {
        query.add(name + "=" + value);
      }
    }
    asked += query.isEmpty() ? "" : "?" + String.join("&", query);
    JsonNode content = call.at("/requestBody/content");
    if (content.isMissingNode()) {
      return new Question(method, asked, null, null);
    }
    List<String> types = new ArrayList<>();
    content.fieldNames().forEachRemaining(types::add);
    String type = one(types);
    return new Question(method, asked, type, body(type, content.path(type).path("schema")));
  }

  private byte[] body(String type, JsonNode schema) {
    String text;
    if (!type.contains("json")) {
      text = one(List.of("", "x", "a,b\n1,2\n", "PK\u0003\u0004", "person,plan\np0001\n"));
    } else if (chance.nextInt(20) == 0) {
      text = "{\"a\":";
    } else {
      text = value(schema, "", 0).toString();
    }
    return text.getBytes(StandardCharsets.UTF_8);
  }

  private JsonNode value(JsonNode schema, String name, int depth) {
    if (schema.has("$ref")) {
      String of = schema.get("$ref").asText();
      return value(schemas.path(of.substring(of.lastIndexOf('/') + 1)), name, depth);
    }
    int kind = chance.nextInt(20);
    if (kind == 0) {
      return MAKE.nullNode();
    } else if (kind == 1) {
      return one(
          List.of(
              MAKE.arrayNode(),
              MAKE.objectNode(),
              MAKE.numberNode(-1),
              MAKE.textNode("x"),
              MAKE.arrayNode().addNull()));
    }
    if (schema.has("anyOf") || schema.has("oneOf")) {
      JsonNode choices = schema.has("anyOf") ? schema.get("anyOf") : schema.get("oneOf");
      return value(choices.get(chance.nextInt(choices.size())), name, depth);
    }
    return typed(schema, type(schema), name, depth);
  }

  private JsonNode typed(JsonNode schema, String type, String name, int depth) {
    if (schema.has("enum") && chance.nextInt(10) > 0) {
      return schema.get("enum").get(chance.nextInt(schema.get("enum").size()));
    }
    return switch (type) {
      case "object" -> {
        ObjectNode object = MAKE.objectNode();
        schema
            .path("properties")
            .fields()
            .forEachRemaining(
                field -> {
                  if (depth < 5 && chance.nextInt(8) > 0) {
                    object.set(field.getKey(), value(field.getValue(), field.getKey(), depth + 1));
                  }
                });
        yield object;
      }
      case "array" -> {
        ArrayNode array = MAKE.arrayNode();
        for (int n = chance.nextInt(4); n > 0; n--) {
          array.add(value(schema.path("items"), name, depth + 1));
        }
        yield array;
      }
      case "integer", "number" ->
          number(one(List.of("0", "1", "-1", "30", "2147483648", "1.5", "1e300")));
      case "boolean" -> MAKE.booleanNode(chance.nextBoolean());
      default -> MAKE.textNode(word(name));
    };
  }

  private static JsonNode number(String text) {
    try {
      return JSON.readTree(text);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  private String type(JsonNode schema) {
    JsonNode type = schema.path("type");
    return type.isArray()
        ? type.get(0).asText()
        : type.asText(schema.has("properties") ? "object" : "");
  }

  private String word(String name) {
    String singular = name.endsWith("s") ? name.substring(0, name.length() - 1) : name;
    List<String> right = RIGHT.getOrDefault(name, RIGHT.get(singular));
    return right != null && chance.nextInt(3) > 0 ? one(right) : one(WRONG);
  }

  private <T> T one(List<T> of) {
    return of.get(chance.nextInt(of.size()));
  }

  private static String encoded(String value) {
    return URLEncoder.encode(value, StandardCharsets.UTF_8).replace("+", "%20");
  }
}
