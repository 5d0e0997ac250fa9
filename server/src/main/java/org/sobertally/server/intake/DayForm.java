package org.sobertally.server.intake;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.ResolverStyle;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** How a file writes a day; a time of day may follow it after a blank or a T. */
public enum DayForm {
  /** 2026-09-30. */
  ISO("uuuu-MM-dd"),
  /** 30.09.2026. */
  DOTS("d.M.uuuu"),
  /** 30/09/2026. */
  DAY_FIRST("d/M/uuuu"),
  /** 09/30/2026. */
  MONTH_FIRST("M/d/uuuu");

  private static final int EARLIEST = 1950;
  private static final int LATEST = 2149;

  private final String pattern;
  private final DateTimeFormatter form;

  DayForm(String pattern) {
    this.pattern = pattern;
    form = DateTimeFormatter.ofPattern(pattern).withResolverStyle(ResolverStyle.STRICT);
  }

  /**
   * The form in which most of the texts are days; the first that fits as many as any other, so that
   * a file whose days could be read both ways is read with the day first.
   */
  static DayForm likeliest(List<String> texts) {
    DayForm best = ISO;
    long most = 0;
    for (DayForm form : values()) {
      long fit = texts.stream().filter(text -> form.parse(text.strip()) != null).count();
      best = fit > most ? form : best;
      most = Math.max(most, fit);
    }
    return best;
  }

  /** What would do, for a message. */
  String asked() {
    return "'%s' is not a day written %s.".formatted("%s", pattern.replace("uuuu", "yyyy"));
  }

  /**
   * The day; what follows it is left out.
   *
   * @return null if the text is none
   */
  @Nullable LocalDate day(String text) {
    String[] pieces = text.strip().split("[T ]", 2);
    LocalDate day = parse(pieces[0]);
    return day == null && this != ISO ? ISO.parse(pieces[0]) : day;
  }

  private @Nullable LocalDate parse(String text) {
    try {
      LocalDate day = LocalDate.parse(text, form);
      return day.getYear() >= EARLIEST && day.getYear() <= LATEST ? day : null;
    } catch (DateTimeException e) {
      return null;
    }
  }

  /**
   * The moment: with an offset of its own, or as the clocks of the zone show it.
   *
   * @return null if the text is none
   */
  @Nullable OffsetDateTime moment(String text, ZoneId zone) {
    try {
      return OffsetDateTime.parse(text.strip().replace(' ', 'T'));
    } catch (DateTimeException e) {
      // Without an offset, then.
    }
    String[] pieces = text.strip().split("[T ]", 2);
    LocalDate day = day(text);
    if (day == null || pieces.length < 2) {
      return null;
    }
    try {
      return LocalDateTime.of(day, LocalTime.parse(pieces[1].strip()))
          .atZone(zone)
          .toOffsetDateTime();
    } catch (DateTimeException e) {
      return null;
    }
  }
}
