package org.sobertally.demo;

import io.quarkus.runtime.Quarkus;
import io.quarkus.runtime.QuarkusApplication;
import io.quarkus.runtime.annotations.QuarkusMain;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Path;
import org.eclipse.microprofile.config.ConfigProvider;
import org.sobertally.server.Main;

/**
 * Starts the application with the demo organisation. With {@code --live-the-year} it lives through
 * the organisation's past in an empty folder, which is how the build packs the demo, and ends.
 */
@QuarkusMain(name = "demo")
public final class DemoMain {

  private static final String DATABASE = "tally.mv.db";

  private DemoMain() {}

  /**
   * @throws IOException where the folder of the data cannot be written
   */
  public static void main(String... args) throws IOException {
    if (args.length == 1 && args[0].equals("--live-the-year")) {
      System.setProperty("sober.tally.data", Main.dataFolder().toString());
      Quarkus.run(LiveTheYear.class, args);
      return;
    }
    if (args.length == 0) {
      PackedDemo.unpack(besideTheApplication(), Main.dataFolder());
    }
    Main.main(args);
  }

  /** Lives the demo's year, and ends. */
  public static final class LiveTheYear implements QuarkusApplication {

    private final LivedYear year;

    LiveTheYear(LivedYear year) {
      this.year = year;
    }

    @Override
    public int run(String... args) {
      int port = ConfigProvider.getConfig().getValue("quarkus.http.port", Integer.class);
      year.live(URI.create("http://localhost:" + port));
      return 0;
    }
  }

  private static Path besideTheApplication() {
    Path jar = Path.of(System.getProperty("java.class.path")).toAbsolutePath();
    return jar.resolveSibling("packed-demo").resolve(DATABASE);
  }
}
