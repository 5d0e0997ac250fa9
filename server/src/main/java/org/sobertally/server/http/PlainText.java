package org.sobertally.server.http;

import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.databind.DeserializationContext;
import com.fasterxml.jackson.databind.deser.std.StdScalarDeserializer;
import com.fasterxml.jackson.databind.deser.std.StringDeserializer;
import java.io.IOException;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.refusal.Refusal;

/** Reads texts, and none with a character that no database keeps and no file shows. */
final class PlainText extends StdScalarDeserializer<String> {

  private static final long serialVersionUID = 1L;

  PlainText() {
    super(String.class);
  }

  @Override
  public @Nullable String deserialize(JsonParser parser, DeserializationContext context)
      throws IOException {
    String text = StringDeserializer.instance.deserialize(parser, context);
    if (text != null && text.indexOf('\0') >= 0) {
      String name = parser.currentName();
      throw Refusal.badInput(
          "%s: it holds a character that cannot be written."
              .formatted(name == null ? "The body" : name));
    }
    return text;
  }
}
