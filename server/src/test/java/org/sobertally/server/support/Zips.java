package org.sobertally.server.support;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.sobertally.server.book.schema.BookFile;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.schema.Column;

/** Changes books for tests. */
public final class Zips {

  private Zips() {}

  /** A book with nothing in it. */
  public static byte[] empty() {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream out = new ZipOutputStream(bytes)) {
      for (BookFile file : BookSchema.FILES) {
        if (file.required()) {
          out.putNextEntry(new ZipEntry(file.name()));
          List<String> names = file.columns().stream().map(Column::name).toList();
          out.write(String.join(",", names).getBytes(StandardCharsets.UTF_8));
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }

  /** The zip without the rows of the file that begin so. */
  public static byte[] without(byte[] zip, String file, String beginning) {
    return withoutRows(zip, file, line -> line.startsWith(beginning));
  }

  /** The rows of one file of the zip, its head first. */
  public static List<String> rows(byte[] zip, String file) {
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
      for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
        if (entry.getName().equals(file)) {
          return new String(in.readAllBytes(), StandardCharsets.UTF_8).lines().toList();
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    throw new IllegalArgumentException("There is no %s in the zip.".formatted(file));
  }

  /** The zip with one more row at the end of the file. */
  public static byte[] with(byte[] zip, String file, String row) {
    return changed(zip, file, lines -> Stream.concat(lines, Stream.of(row)));
  }

  /** The zip without these rows of the file. */
  public static byte[] withoutRows(byte[] zip, String file, Predicate<String> rows) {
    return changed(zip, file, lines -> lines.filter(rows.negate()));
  }

  private static byte[] changed(byte[] zip, String file, UnaryOperator<Stream<String>> change) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip));
        ZipOutputStream out = new ZipOutputStream(bytes)) {
      for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
        out.putNextEntry(new ZipEntry(entry.getName()));
        byte[] content = in.readAllBytes();
        out.write(
            entry.getName().equals(file)
                ? change
                    .apply(new String(content, StandardCharsets.UTF_8).lines())
                    .collect(Collectors.joining("\r\n", "", "\r\n"))
                    .getBytes(StandardCharsets.UTF_8)
                : content);
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }
}
