package org.sobertally.server.print;

import com.openhtmltopdf.pdfboxout.PDFontSupplier;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.util.XRLog;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

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
    try (PDDocument document = new PDDocument()) {
      PdfRendererBuilder builder = new PdfRendererBuilder();
      builder.usePDDocument(document);
      builder.useFont(new PDFontSupplier(font(document)), "Paper");
      builder.useUriResolver((base, uri) -> null);
      builder.withHtmlContent(paper.xhtml(), null);
      builder.toStream(out);
      builder.run();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  /** Without ligatures, which took four fifths of the time that a paper took. */
  private static PDFont font(PDDocument document) throws IOException {
    InputStream file = PdfRendererBuilder.class.getResourceAsStream(FONT);
    if (file == null) {
      throw new IllegalStateException("The font of papers is missing: " + FONT);
    }
    TrueTypeFont font = new TTFParser().parse(new RandomAccessReadBuffer(file));
    font.setEnableGsub(false);
    return PDType0Font.load(document, font, true);
  }
}
