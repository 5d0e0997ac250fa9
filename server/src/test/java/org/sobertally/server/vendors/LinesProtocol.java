package org.sobertally.server.vendors;

import jakarta.enterprise.context.ApplicationScoped;
import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * A protocol that only tests know, and that nothing else was changed for: plain lines of {@code
 * account;on or off;plans}, under a first line that says how many there are.
 */
@ApplicationScoped
class LinesProtocol implements VendorProtocol {

  @Override
  public String kind() {
    return "lines";
  }

  @Override
  public VendorConnection connect(LinkConfig config) {
    return new Connection(config.url());
  }

  /** An answer that does not say what was asked. */
  private static final class OddException extends Exception {
    private static final long serialVersionUID = 1L;

    OddException(String message) {
      super(message);
    }
  }

  private record Connection(URI base) implements VendorConnection {
    private static final HttpClient HTTP = HttpClient.newHttpClient();

    @Override
    public Answer ask(String callId, AccountTarget target, @Nullable String id) {
      try {
        HttpResponse<String> found = send("GET", one(target.account()), "");
        if (found.statusCode() >= 300) {
          return answer(found);
        }
        VendorAccount now = only(target.account(), found.body());
        if (target.metBy(now)) {
          return new Answer.Done();
        }
        Set<String> plans = new TreeSet<>(now.plans());
        plans.addAll(target.grants());
        plans.removeAll(target.revokes());
        boolean on = target.active() == null ? now.active() : target.active();
        return answer(
            Boolean.FALSE.equals(target.present())
                ? send("DELETE", one(target.account()), "")
                : send(
                    "PUT",
                    one(target.account()),
                    (on ? "on" : "off") + ";" + String.join(" ", plans)));
      } catch (OddException | IOException e) {
        return new Answer.Unknown(String.valueOf(e.getMessage()));
      }
    }

    private static Answer answer(HttpResponse<String> reply) {
      String said = reply.body().replaceAll(".*\"detail\":\"([^\"]*)\".*", "$1");
      int status = reply.statusCode();
      if (status == 429) {
        long wait = reply.headers().firstValueAsLong("Retry-After").orElse(0);
        return new Answer.Later(said, wait);
      } else if (status >= 500) {
        return new Answer.Unknown(said);
      }
      return status < 300 ? new Answer.Done() : new Answer.Refused(said);
    }

    @Override
    public Reading read(String account, @Nullable String id) {
      try {
        return new Reading.Shows(only(account, send("GET", one(account), "").body()));
      } catch (OddException e) {
        return new Reading.Unreadable(e.getMessage(), true);
      } catch (IOException e) {
        return new Reading.Unreadable("Not reached", false);
      }
    }

    @Override
    public Roll readAll(ReadingWatch watch) {
      try {
        return new Roll.All(all(send("GET", "/accounts", "").body()));
      } catch (OddException | IOException e) {
        return new Roll.Unread(String.valueOf(e.getMessage()));
      }
    }

    private static String one(String account) {
      return "/accounts?of=" + URLEncoder.encode(account, StandardCharsets.UTF_8);
    }

    private static VendorAccount only(String account, String body) throws OddException {
      List<VendorAccount> all = all(body);
      if (all.isEmpty()) {
        return VendorAccount.absent(account);
      }
      if (all.size() > 1 || !all.get(0).account().equals(account)) {
        throw new OddException("Answered about another.");
      }
      return all.get(0);
    }

    private static List<VendorAccount> all(String body) throws OddException {
      List<String> lines = body.lines().toList();
      if (lines.isEmpty() || !lines.get(0).equals("LINES " + (lines.size() - 1))) {
        throw new OddException("No lines: " + body);
      }
      List<VendorAccount> all = new ArrayList<>();
      for (String line : lines.subList(1, lines.size())) {
        String[] parts = line.split(";", -1);
        if (parts.length != 3) {
          throw new OddException("Not a line: " + line);
        }
        Set<String> plans = parts[2].isEmpty() ? Set.of() : Set.of(parts[2].split(" "));
        boolean on = parts[1].equals("on");
        all.add(new VendorAccount(parts[0], parts[0], true, on, false, false, plans));
      }
      return all;
    }

    private HttpResponse<String> send(String method, String path, String body) throws IOException {
      HttpRequest request =
          HttpRequest.newBuilder(URI.create(base + path))
              .method(method, BodyPublishers.ofString(body))
              .build();
      try {
        return HTTP.send(request, BodyHandlers.ofString());
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        throw new IOException(e);
      }
    }
  }
}
