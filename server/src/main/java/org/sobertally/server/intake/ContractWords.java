package org.sobertally.server.intake;

import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * What contracts say in words: how often is paid, how much notice, whether it goes on by itself.
 */
final class ContractWords {

  private static final Pattern SPAN =
      Pattern.compile(
          "(\\d{1,4})\\s*(day|tag|jour|d[ií]a|week|woche|semain|seman|month|monat|mois|mes)?.*");
  private static final int DAYS_OF_WEEK = 7;

  private static final Map<String, List<String>> RENEWS =
      Map.of(
          "AUTO",
              List.of("auto", "automatic", "automatically", "yes", "true", "ja", "oui", "sí", "si"),
          "MANUAL", List.of("manual", "by hand", "no", "false", "nein", "non", "fixed"));
  private static final Map<String, List<String>> SHRINK =
      Map.of(
          "MONTHLY", List.of("monthly", "month", "each month", "monatlich", "mensuel"),
          "AT_RENEWAL", List.of("at renewal", "at_renewal", "yearly", "renewal", "jährlich"),
          "NEVER", List.of("never", "no", "nie", "jamais", "nunca"));
  private static final Map<String, List<String>> MODEL =
      Map.of(
          "NAMED", List.of("named", "user", "per user", "seat", "benutzer", "utilisateur"),
          "FLOATING", List.of("floating", "concurrent", "pool", "network", "gleichzeitig"),
          "ADDON", List.of("addon", "add-on", "add on", "option", "zusatz"),
          "RESTING", List.of("resting", "archive", "archiv"));
  private static final Map<String, List<String>> PER =
      Map.of(
          "YEAR",
              List.of(
                  "year",
                  "yearly",
                  "annual",
                  "annually",
                  "a year",
                  "per year",
                  "jahr",
                  "jährlich",
                  "an",
                  "annuel",
                  "año",
                  "anual"),
          "MONTH",
              List.of(
                  "month",
                  "monthly",
                  "a month",
                  "per month",
                  "monat",
                  "monatlich",
                  "mois",
                  "mensuel",
                  "mes",
                  "mensual"));

  private ContractWords() {}

  /** One of {@code AUTO MANUAL}; null if the word is neither. */
  static @Nullable String renews(String text) {
    return meant(RENEWS, text);
  }

  /** One of {@code MONTHLY AT_RENEWAL NEVER}; null if the word is none. */
  static @Nullable String mayShrink(String text) {
    return meant(SHRINK, text);
  }

  /** One of {@code NAMED FLOATING ADDON RESTING}; null if the word is none. */
  static @Nullable String model(String text) {
    return meant(MODEL, text);
  }

  /** One of {@code YEAR MONTH}; null if the word is neither. */
  static @Nullable String per(String text) {
    return meant(PER, text);
  }

  private static @Nullable String meant(Map<String, List<String>> words, String text) {
    String plain = text.strip().toLowerCase(Locale.ROOT);
    for (Map.Entry<String, List<String>> one : words.entrySet()) {
      if (one.getKey().equalsIgnoreCase(plain) || one.getValue().contains(plain)) {
        return one.getKey();
      }
    }
    return null;
  }

  /**
   * How many days before its end notice must be given; months are counted back from that day.
   *
   * @return null if the text is no such span
   */
  static @Nullable Integer noticeDays(String text, LocalDate ends) {
    Matcher span = SPAN.matcher(text.strip().toLowerCase(Locale.ROOT));
    if (!span.matches()) {
      return null;
    }
    int number = Integer.parseInt(span.group(1));
    String unit = span.group(2) == null ? "day" : span.group(2);
    return switch (unit) {
      case "week", "woche", "semain", "seman" -> number * DAYS_OF_WEEK;
      case "month", "monat", "mois", "mes" ->
          (int) (ends.toEpochDay() - ends.minusMonths(number).toEpochDay());
      default -> number;
    };
  }
}
