package org.sobertally.server.leavers;

import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.leaver.Segment;
import org.sobertally.core.people.DataRule.Reach;

/** What the place is called in which an account's data lies for a time. */
final class SegmentWords {

  private SegmentWords() {}

  static @Nullable Integer stage(@Nullable Segment segment) {
    return segment == null || segment.stage() == null ? null : segment.stage().order();
  }

  static @Nullable String stageName(@Nullable Segment segment) {
    return segment == null || segment.stage() == null ? null : segment.stage().name();
  }

  static String nameOf(Segment next) {
    return next.stage() == null
        ? next.reach() == Reach.NOBODY ? "gone" : next.reach().name().toLowerCase(Locale.ROOT)
        : next.stage().name();
  }
}
