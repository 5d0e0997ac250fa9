package org.sobertally.skerry.standin;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/** Plays a mail server: as much SMTP (RFC 5321) as it takes to receive plain mail on loopback. */
public final class MailStandIn implements AutoCloseable {

  /** One mail that came in: to whom, and its lines with headers. */
  public record Received(String recipient, List<String> lines) {
    public Received {
      lines = List.copyOf(lines);
    }

    /** The value of a header; empty where it is not there. */
    public String header(String name) {
      String start = name.toLowerCase(Locale.ROOT) + ":";
      return lines.stream()
          .takeWhile(line -> !line.isEmpty())
          .filter(line -> line.toLowerCase(Locale.ROOT).startsWith(start))
          .map(line -> line.substring(start.length()).strip())
          .findFirst()
          .orElse("");
    }
  }

  private final ServerSocket socket;
  private final List<Received> received = new CopyOnWriteArrayList<>();
  private final ExecutorService workers =
      Executors.newCachedThreadPool(
          task -> {
            Thread thread = new Thread(task, "mail-stand-in");
            thread.setDaemon(true);
            return thread;
          });

  /** The only domain whose mail is refused for good. */
  private volatile String refused = "";

  private MailStandIn() throws IOException {
    socket = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
    workers.execute(this::accept);
  }

  /** Starts one on a free port. */
  public static MailStandIn start() {
    try {
      return new MailStandIn();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  public String host() {
    return socket.getInetAddress().getHostAddress();
  }

  public int port() {
    return socket.getLocalPort();
  }

  /** What came in, the oldest first. */
  public List<Received> received() {
    return List.copyOf(received);
  }

  /** From now on, mail to that domain is refused for good. */
  public void refuse(String domain) {
    refused = domain;
  }

  private void accept() {
    while (!socket.isClosed()) {
      try {
        Socket caller = socket.accept();
        workers.execute(() -> serve(caller));
      } catch (IOException e) {
        // Closed, or a caller who is gone already.
      }
    }
  }

  private void serve(Socket caller) {
    try (caller;
        BufferedReader in =
            new BufferedReader(
                new InputStreamReader(caller.getInputStream(), StandardCharsets.UTF_8));
        OutputStream out = caller.getOutputStream()) {
      say(out, "220 stand-in");
      String recipient = "";
      String line = in.readLine();
      while (line != null) {
        String verb = line.length() < 4 ? "" : line.substring(0, 4).toUpperCase(Locale.ROOT);
        if (verb.equals("RCPT")) {
          recipient = line.replaceAll(".*<(.*)>.*", "$1");
          boolean known = refused.isEmpty() || !recipient.endsWith("@" + refused);
          say(out, known ? "250 fine" : "550 nobody of that name");
        } else if (verb.equals("DATA")) {
          say(out, "354 go on");
          received.add(new Received(recipient, body(in)));
          say(out, "250 taken");
        } else if (verb.equals("QUIT")) {
          say(out, "221 bye");
          return;
        } else {
          say(out, "250 fine");
        }
        line = in.readLine();
      }
    } catch (IOException e) {
      // The caller is gone; what came in whole was taken.
    }
  }

  private static List<String> body(BufferedReader in) throws IOException {
    List<String> lines = new ArrayList<>();
    String line = in.readLine();
    while (line != null && !line.equals(".")) {
      lines.add(line.startsWith("..") ? line.substring(1) : line);
      line = in.readLine();
    }
    return lines;
  }

  private static void say(OutputStream out, String text) throws IOException {
    out.write((text + "\r\n").getBytes(StandardCharsets.UTF_8));
    out.flush();
  }

  @Override
  public void close() {
    workers.shutdownNow();
    try {
      socket.close();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
