package org.sobertally.server.print;

import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.util.XRLog;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;

/**
 * Makes papers into PDF. The one font is embedded, so that every reader shows the same; nothing is
 * fetched from anywhere.
 */
public final class Pdf {

  /** Comes with the library that writes PDF, under the SIL Open Font License. */
  private static final String FONT = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";

  static {
    XRLog.setLoggingEnabled(false);
  }

  private Pdf() {}

  /** The paper as the bytes of a PDF. */
  public static byte[] of(Paper paper) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PdfRendererBuilder builder = new PdfRendererBuilder();
    builder.useFont(Pdf::font, "Paper");
    builder.useUriResolver((base, uri) -> null);
    builder.withHtmlContent(paper.xhtml(), null);
    builder.toStream(out);
    try {
      builder.run();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  private static InputStream font() {
    InputStream font = PdfRendererBuilder.class.getResourceAsStream(FONT);
    if (font == null) {
      throw new IllegalStateException("The font of papers is missing: " + FONT);
    }
    return font;
  }
}
