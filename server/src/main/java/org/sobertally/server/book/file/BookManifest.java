package org.sobertally.server.book.file;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * The last file of an exported book: how many rows each file has, and its SHA-256. Whoever takes
 * the book in sees by it whether the zip is whole. A book made by hand has none.
 */
final class BookManifest {

  static final String FILE = "manifest.json";

  private static final ObjectMapper JSON = new ObjectMapper();

  private final Map<String, String> digests = new LinkedHashMap<>();
  private final Map<String, Long> rows = new LinkedHashMap<>();

  void add(String file, long rowCount, MessageDigest digest) {
    rows.put(file, rowCount);
    digests.put(file, HexFormat.of().formatHex(digest.digest()));
  }

  byte[] json() {
    ObjectNode files = JSON.createObjectNode();
    rows.forEach(
        (file, count) -> files.putObject(file).put("rows", count).put("sha256", digests.get(file)));
    ObjectNode root = JSON.createObjectNode().put("format", 1);
    root.set("files", files);
    try {
      return JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(root);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  /** Reads a manifest; one that names no files says nothing. */
  static BookManifest read(InputStream in) throws IOException {
    BookManifest manifest = new BookManifest();
    JsonNode root = JSON.readTree(in);
    if (root != null) {
      root.path("files")
          .fields()
          .forEachRemaining(
              file -> {
                manifest.rows.put(file.getKey(), file.getValue().path("rows").asLong());
                manifest.digests.put(file.getKey(), file.getValue().path("sha256").asText());
              });
    }
    return manifest;
  }

  /** The files that must be there. */
  Iterable<String> files() {
    return digests.keySet();
  }

  boolean names(String file) {
    return digests.containsKey(file);
  }

  /** Whether that is the file as it was written; one that is not named may be any. */
  boolean fits(String file, MessageDigest digest) {
    String wanted = digests.get(file);
    return wanted == null || wanted.equals(HexFormat.of().formatHex(digest.digest()));
  }

  static MessageDigest digest() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
