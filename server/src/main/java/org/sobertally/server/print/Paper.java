package org.sobertally.server.print;

import java.util.List;
import java.util.Locale;

/** A page as XHTML, written from top to bottom; everything that is told is escaped. */
public final class Paper {

  private final StringBuilder body = new StringBuilder();
  private final String title;

  public Paper(String title) {
    this.title = title;
    body.append("<h1>").append(escaped(title)).append("</h1>");
  }

  /** Stands on the page of what it is about: never alone at the foot of one. */
  public Paper heading(String text) {
    body.append("<div class='head'><h2>").append(escaped(text)).append("</h2></div>");
    return this;
  }

  public Paper paragraph(String text) {
    body.append("<p>").append(escaped(text)).append("</p>");
    return this;
  }

  /** What is less important. */
  public Paper note(String text) {
    body.append("<p class='note'>").append(escaped(text)).append("</p>");
    return this;
  }

  /** A sentence that stands out. */
  public Paper boxed(String text) {
    body.append("<p class='box'>").append(escaped(text)).append("</p>");
    return this;
  }

  /**
   * A table.
   *
   * @param head the columns; those that begin with {@code >} stand at the right, one that begins
   *     with {@code |} is drawn as a bar, of so many per cent; days are never broken
   */
  public Paper table(List<String> head, List<List<String>> rows) {
    body.append("<table><thead><tr>");
    for (int n = 0; n < head.size(); n++) {
      String column = head.get(n);
      body.append("<th").append(kind(head, n)).append('>');
      body.append(escaped(isText(column) ? column : column.substring(1))).append("</th>");
    }
    body.append("</tr></thead><tbody>");
    for (List<String> row : rows) {
      body.append("<tr>");
      for (int n = 0; n < row.size(); n++) {
        cell(head, n, row.get(n));
      }
      body.append("</tr>");
    }
    body.append("</tbody></table>");
    return this;
  }

  private static boolean isText(String column) {
    return !column.startsWith(">") && !column.startsWith("|");
  }

  /** A text after a number keeps some distance from it. */
  private static String kind(List<String> head, int n) {
    boolean apart = n > 0 && head.get(n - 1).startsWith(">") && isText(head.get(n));
    String kind = isText(head.get(n)) ? "" : "r";
    kind = head.get(n).equals("Day") ? "d" : kind;
    kind = apart ? (kind + " a").strip() : kind;
    return kind.isEmpty() ? "" : " class='%s'".formatted(kind);
  }

  private void cell(List<String> head, int n, String text) {
    if (head.get(n).startsWith("|")) {
      body.append("<td class='bars'><div class='bar' style='width:")
          .append(String.format(Locale.ROOT, "%.1f", Double.parseDouble(text)))
          .append("%'></div></td>");
    } else {
      body.append("<td").append(kind(head, n)).append('>');
      body.append(escaped(text)).append("</td>");
    }
  }

  /** What follows stands on another sheet. */
  public Paper nextPage() {
    body.append("<div class='next'></div>");
    return this;
  }

  String xhtml() {
    return """
        <html><head><title>%s</title><style>
        @page { size: A4; margin: 18mm 17mm 16mm 17mm;
          @bottom-right { content: counter(page) " / " counter(pages); font: 8pt Paper; color: #666 } }
        body { font: 9.5pt Paper; color: #1c2b2a }
        h1 { font-size: 17pt; font-weight: normal; margin: 0 0 4mm 0 }
        h2 { font-size: 11.5pt; font-weight: normal; margin: 5mm 0 1.5mm 0;
          border-bottom: 0.6pt solid #1c2b2a; padding-bottom: 0.8mm }
        p { margin: 0 0 1.6mm 0; line-height: 1.35 }
        .note { color: #555; font-size: 8.5pt }
        .box { border: 0.8pt solid #1c2b2a; padding: 2mm 3mm; margin: 2mm 0 }
        table { width: 100%%; border-collapse: collapse; margin: 1mm 0 2mm 0;
          -fs-table-paginate: paginate }
        th { text-align: left; font-weight: normal; color: #555; font-size: 8.5pt;
          border-bottom: 0.4pt solid #888; padding: 0.6mm 2mm 0.6mm 0 }
        td { padding: 0.9mm 2mm 0.9mm 0; border-bottom: 0.3pt solid #ccc; vertical-align: top }
        .r { text-align: right }
        .d { white-space: nowrap }
        .a { padding-left: 5mm }
        .head { page-break-inside: avoid }
        .head:after { content: ' '; display: block; height: 22mm; margin-bottom: -22mm }
        .bars { width: 26%% }
        .bar { height: 2.6mm; background: #2f5d57 }
        .next { page-break-after: always }
        </style></head><body>%s</body></html>
        """
        .formatted(escaped(title), body);
  }

  static String escaped(String text) {
    StringBuilder safe = new StringBuilder(text.length() + 16);
    for (int at = 0; at < text.length(); at++) {
      char c = text.charAt(at);
      switch (c) {
        case '&' -> safe.append("&amp;");
        case '<' -> safe.append("&lt;");
        case '>' -> safe.append("&gt;");
        case '"' -> safe.append("&quot;");
        case '\'' -> safe.append("&#39;");
        default -> {
          // Control characters cannot stand in XML at all.
          if (c >= ' ' || c == '\n' || c == '\t') {
            safe.append(c);
          }
        }
      }
    }
    return safe.toString();
  }
}
