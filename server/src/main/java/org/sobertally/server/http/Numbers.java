package org.sobertally.server.http;

import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.databind.DeserializationContext;
import com.fasterxml.jackson.databind.deser.std.StdScalarDeserializer;
import java.io.IOException;
import java.math.BigDecimal;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.refusal.Refusal;

/**
 * Reads amounts and quantities, and none beyond what one can be: 1e1000000 is nine characters, and
 * a number of a million digits once somebody adds to it.
 */
public final class Numbers extends StdScalarDeserializer<BigDecimal> {

  private static final long serialVersionUID = 1L;

  /** Characters of a number. */
  static final int LONGEST = 40;

  /** Digits before and after the point. */
  private static final int MOST_WHOLE = 18;

  private static final int MOST_DECIMALS = 18;

  Numbers() {
    super(BigDecimal.class);
  }

  /**
   * The number that a text says.
   *
   * @throws Refusal if it says none, or one beyond what can be meant
   */
  public static BigDecimal of(String field, String text) {
    BigDecimal number = bounded(text);
    if (number == null) {
      throw Refusal.badInput(
          "%s: '%.60s' is no number with at most %d digits and %d decimals."
              .formatted(field, text, MOST_WHOLE, MOST_DECIMALS));
    }
    return number;
  }

  private static @Nullable BigDecimal bounded(String text) {
    String bare = text.strip();
    if (bare.length() > LONGEST) {
      return null;
    }
    try {
      BigDecimal number = new BigDecimal(bare);
      // Long sums, for an exponent may be as low as an int goes.
      boolean fits =
          number.scale() <= MOST_DECIMALS
              && (long) number.precision() - number.scale() <= MOST_WHOLE;
      return fits ? number : null;
    } catch (NumberFormatException | ArithmeticException e) {
      return null;
    }
  }

  @Override
  public BigDecimal deserialize(JsonParser parser, DeserializationContext context)
      throws IOException {
    JsonToken token = parser.currentToken();
    boolean said =
        token == JsonToken.VALUE_NUMBER_FLOAT
            || token == JsonToken.VALUE_NUMBER_INT
            || token == JsonToken.VALUE_STRING;
    if (!said) {
      return (BigDecimal) context.handleUnexpectedToken(BigDecimal.class, parser);
    }
    return of(name(parser), parser.getText());
  }

  private static String name(JsonParser parser) throws IOException {
    String name = parser.currentName();
    return name == null ? "The body" : name;
  }
}
