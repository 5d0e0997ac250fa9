package org.sobertally.skerry.book;

import java.util.List;

/**
 * The demo organisation: Skerry Line, a made-up island ferry operator. Everything is generated from
 * one seed, so that the same book comes out each time, on any machine and any day.
 */
public final class SkerryLine {

  private static final long SEED = 7_420_926L;

  /** A vendor more is one more story here. */
  private static final List<VendorStory> STORIES =
      List.of(
          new Quillmoor(),
          new Ternhythe(),
          new Helmsway(),
          new Plumbrigg(),
          new Ledgerness(),
          new Beaconfell(),
          new Saltcote(),
          new Deepglass(),
          new Gantryfold(),
          new Reedholm(),
          new Cairnvault(),
          new Portlanne());

  private SkerryLine() {}

  /** The book as a zip in the open format. */
  public static byte[] book() {
    Draft draft = new Draft(SEED);
    draft.row("settings.csv", "reporting_currency", "EUR");
    List<Crew.Member> crew = Crew.tell(draft);
    for (VendorStory story : STORIES) {
      story.tell(draft, crew);
    }
    Former.tell(draft);
    return draft.zip();
  }
}
