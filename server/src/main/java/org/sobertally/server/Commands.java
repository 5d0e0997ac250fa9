package org.sobertally.server;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.access.LocalWay;
import org.sobertally.server.backup.BackupFile;

/** What can be done from a command line, without starting the application. */
final class Commands {

  private static final Pattern NAME = Pattern.compile("\"name\"\\s*:\\s*\"([^\"]+)\"");
  private static final String USAGE =
      """
      Usage:
        (nothing)             starts the application
        backup [FILE]         has the running application make a backup, and fetches it into FILE;
                              SOBER_TALLY_TOKEN is a keeper's token, SOBER_TALLY_ADDRESS where it
                              runs (http://localhost:8080)
        restore FILE FOLDER   restores a backup into an empty folder
        let-in LOGIN          gives somebody with access another password, which is asked for; they
                              can sign in with it at once, also where too many wrong ones were tried
      """;

  private Commands() {}

  /**
   * Carries out a command.
   *
   * @return the status to exit with; −1 where the arguments name no command
   */
  static int run(String[] args, PrintStream out) throws IOException {
    String command = args.length == 0 ? "" : args[0];
    switch (command) {
      case "restore" -> {
        return args.length == 3 ? restore(Path.of(args[1]), Path.of(args[2]), out) : usage(out);
      }
      case "backup" -> {
        return args.length <= 2
            ? backup(args.length == 2 ? Path.of(args[1]) : null, out)
            : usage(out);
      }
      case "let-in" -> {
        return args.length == 2 ? letIn(args[1], System.in, out) : usage(out);
      }
      case "help", "--help", "-h" -> {
        return usage(out);
      }
      default -> {
        return -1;
      }
    }
  }

  /** The password is read from a terminal without showing it, else as one line. */
  static int letIn(String login, InputStream in, PrintStream out) throws IOException {
    String password;
    if (System.console() != null) {
      password = new String(System.console().readPassword("New password for %s: ", login));
    } else {
      String line =
          new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8)).readLine();
      password = line == null ? "" : line;
    }
    try {
      out.println(LocalWay.leave(Main.dataFolder(), login, password));
      return 0;
    } catch (IllegalArgumentException e) {
      out.println(e.getMessage());
      return 2;
    }
  }

  private static int usage(PrintStream out) {
    out.print(USAGE);
    return 2;
  }

  private static int restore(Path backup, Path folder, PrintStream out) throws IOException {
    try {
      out.println(BackupFile.restore(backup, folder));
      out.printf("Start the application with SOBER_TALLY_DATA=%s%n", folder.toAbsolutePath());
      return 0;
    } catch (BackupFile.RefusedException e) {
      out.println("Not restored. " + e.getMessage());
      return 1;
    }
  }

  private static int backup(@Nullable Path file, PrintStream out) throws IOException {
    String token = System.getenv("SOBER_TALLY_TOKEN");
    String address = System.getenv().getOrDefault("SOBER_TALLY_ADDRESS", "http://localhost:8080");
    if (token == null || token.isBlank()) {
      out.println("Set SOBER_TALLY_TOKEN to a keeper's token.");
      return 2;
    }
    HttpClient http = HttpClient.newHttpClient();
    String backups = address + "/api/v1/backups";
    try {
      HttpResponse<String> made =
          http.send(
              request(URI.create(backups), token).POST(HttpRequest.BodyPublishers.noBody()).build(),
              HttpResponse.BodyHandlers.ofString(StandardCharsets.UTF_8));
      Matcher name = NAME.matcher(made.body());
      if (made.statusCode() != 201 || !name.find()) {
        out.printf("No backup was made (%d): %s%n", made.statusCode(), made.body());
        return 1;
      }
      if (file == null) {
        out.printf("Made %s, in the application's folder of backups.%n", name.group(1));
        return 0;
      }
      URI one = URI.create(backups + "/" + name.group(1));
      return fetch(http, request(one, token), name.group(1), file, out);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return 1;
    } catch (java.net.ConnectException e) {
      out.printf("Nothing answers at %s.%n", address);
      return 1;
    }
  }

  private static int fetch(
      HttpClient http, HttpRequest.Builder request, String name, Path into, PrintStream out)
      throws IOException, InterruptedException {
    HttpResponse<Path> fetched =
        http.send(request.GET().build(), HttpResponse.BodyHandlers.ofFile(into));
    if (fetched.statusCode() != 200) {
      Files.deleteIfExists(into);
      out.printf("%s was made but could not be fetched (%d).%n", name, fetched.statusCode());
      return 1;
    }
    out.printf("Made %s and fetched it into %s.%n", name, into);
    return 0;
  }

  private static HttpRequest.Builder request(URI address, String token) {
    return HttpRequest.newBuilder(address).header("Authorization", "Bearer " + token);
  }
}
