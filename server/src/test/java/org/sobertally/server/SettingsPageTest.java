package org.sobertally.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** The page of all settings is made from where they are declared. */
@Tag("unit")
class SettingsPageTest {

  private static final Path PAGE = Path.of("../docs/settings.md");
  private static final Path SOURCES = Path.of("src/main/java");
  private static final Path PROPERTIES = Path.of("src/main/resources/application.properties");

  private static final Pattern MAPPING =
      Pattern.compile(
          "/\\*\\*((?:(?!\\*/).)*)\\*/\\s*@ConfigMapping\\(prefix = \"(sober[^\"]*)\"\\)",
          Pattern.DOTALL);

  private static final Pattern SETTING =
      Pattern.compile(
          "/\\*\\*((?:(?!\\*/).)*)\\*/\\s*(?:@WithDefault\\(([^)]*)\\)\\s*)?[\\w.<>, ]+ (\\w+)\\(\\);",
          Pattern.DOTALL);

  private static final Pattern PROPERTY =
      Pattern.compile("((?:^# .*\\n)+)^(#?)(sober[\\w.-]+)=(.*)$", Pattern.MULTILINE);

  private static final String HEAD =
      """
      # Settings

      Each can be given as a system property (`-Dsober.mail.host=mail.example.org`), as an environment variable
      (`SOBER_MAIL_HOST`), or in `config/application.properties` beside where the application is started. A name that
      is not known under mail, calls, intake, backup and clock is refused at the start where it is a property or
      stands in the file; in the environment it is passed over.
      """;

  private static String page() throws IOException {
    StringBuilder page = new StringBuilder(HEAD);
    page.append("\n## The application\n\n").append("| Setting | Without it | |\n|---|---|---|\n");
    Matcher property = PROPERTY.matcher(Files.readString(PROPERTIES));
    while (property.find()) {
      boolean unset = !property.group(2).isEmpty();
      String value = unset ? "" : "`%s`".formatted(property.group(4));
      page.append(
          "| `%s` | %s | %s |%n"
              .formatted(property.group(3), value, said(property.group(1).replace("# ", ""))));
    }
    for (Path file : declaring()) {
      String source = Files.readString(file);
      Matcher mapping = MAPPING.matcher(source);
      while (mapping.find()) {
        page.append("\n## ").append(said(mapping.group(1)).replaceAll("\\.$", "")).append("\n\n");
        page.append("| Setting | Without it | |\n|---|---|---|\n");
        settings(mapping.group(2), source.substring(mapping.end()), page);
      }
    }
    return page.toString();
  }

  private static void settings(String prefix, String source, StringBuilder page) {
    Matcher setting = SETTING.matcher(source);
    while (setting.find()) {
      String name = setting.group(3).replaceAll("([A-Z])", "-$1").toLowerCase(Locale.ROOT);
      String value = setting.group(2) == null ? "" : setting.group(2).replace('"', '`');
      page.append("| `%s.%s` | %s | %s |%n".formatted(prefix, name, value, said(setting.group(1))));
    }
  }

  private static List<Path> declaring() throws IOException {
    try (Stream<Path> files = Files.walk(SOURCES)) {
      return files.filter(file -> file.toString().endsWith("Settings.java")).sorted().toList();
    }
  }

  /** The words of a comment on one line, without what is for programs only. */
  private static String said(String comment) {
    return comment
        .replaceAll("(?m)^\\s*\\*", " ")
        .replaceAll("\\{@code ([^}]*)}", "`$1`")
        .replaceAll("\\s+", " ")
        .strip();
  }

  @Test
  void thePageSaysWhatIsDeclared() throws IOException {
    Path made = Files.writeString(Path.of("target/settings.md"), page());
    assertThat(PAGE).as("copy server/%s to docs".formatted(made)).hasSameTextualContentAs(made);
  }

  /** Whatever is read by its name alone is told of on the page. */
  @Test
  void nothingIsReadThatThePageDoesNotName() throws IOException {
    String page = Files.readString(PAGE);
    Pattern read = Pattern.compile("@ConfigProperty\\(name = \"(sober[^\"]+)\"");
    try (Stream<Path> files = Files.walk(SOURCES)) {
      for (Path file : files.filter(one -> one.toString().endsWith(".java")).toList()) {
        Matcher named = read.matcher(Files.readString(file));
        while (named.find()) {
          assertThat(page).as(file.toString()).contains("`" + named.group(1) + "`");
        }
      }
    }
  }
}
