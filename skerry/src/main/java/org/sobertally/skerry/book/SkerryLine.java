package org.sobertally.skerry.book;

import java.time.LocalDate;
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
    tell(draft);
    return draft.zip();
  }

  private static List<Crew.Member> tell(Draft draft) {
    draft.row("settings.csv", "reporting_currency", "EUR");
    List<Crew.Member> crew = Crew.tell(draft);
    for (VendorStory story : STORIES) {
      story.tell(draft, crew);
    }
    Former.tell(draft);
    return crew;
  }

  /**
   * The same organisation as it stood on 1 October 2025: whoever carries out what was decided in
   * the year from then on comes to what {@link #book()} says.
   */
  public static byte[] beginning() {
    Draft draft = new Draft(SEED);
    Beginning.tell(draft, tell(draft));
    return draft.zip();
  }

  /** A seat that was handed out in the year after {@link #beginning()}: to whom, and when. */
  public record HandedOut(String person, String line, LocalDate on) {}

  /** Seats that are still to be handed out at the beginning; by day. */
  public static List<HandedOut> handedOutSince() {
    Draft draft = new Draft(SEED);
    tell(draft);
    return Beginning.handedOutSince(draft).stream()
        .map(one -> new HandedOut(one.person(), one.line(), one.on()))
        .toList();
  }

  /** Whether a holding is one of those that came back in the year after {@link #beginning()}. */
  public static boolean cameBackSince(String holding) {
    return holding.startsWith(Beginning.CAME_BACK);
  }
}
