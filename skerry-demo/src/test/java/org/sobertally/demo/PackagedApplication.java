package org.sobertally.demo;

import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.file.Path;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Wait;

/** The packaged application on a free port, as {@code ./demo} starts it, in a folder of its own. */
final class PackagedApplication {

  private final Path data;
  private final int port;
  private Process process;

  PackagedApplication(Path data) throws IOException {
    this.data = data;
    try (ServerSocket socket = new ServerSocket(0)) {
      port = socket.getLocalPort();
    }
    System.setProperty("quarkus.http.test-port", Integer.toString(port));
  }

  /** Starts it, and waits until it is ready. */
  void start() throws IOException {
    // The archive of classes may be missing; it is bound to the folder that it was made in.
    process =
        new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-XX:SharedArchiveFile=app-cds.jsa",
                "-Dquarkus.http.port=" + port,
                "-Dsober.tally.data=" + data,
                "-jar",
                "quarkus-run.jar")
            .directory(new File("target/quarkus-app"))
            .redirectErrorStream(true)
            .redirectOutput(data.resolve("log.txt").toFile())
            .start();
    Wait.until("the application is ready", PackagedApplication::isReady);
  }

  /** Without warning. */
  void kill() throws InterruptedException {
    if (process != null) {
      process.destroyForcibly().waitFor();
    }
  }

  private static boolean isReady() {
    try {
      return Caller.nobody().get("/q/health/ready").status() == 200;
    } catch (UncheckedIOException e) {
      return false;
    }
  }
}
