package org.sobertally.demo;

import io.quarkus.runtime.annotations.QuarkusMain;
import java.io.IOException;
import java.nio.file.Path;
import org.sobertally.server.Main;

/** Starts the application with the demo organisation. */
@QuarkusMain(name = "demo")
public final class DemoMain {

  private static final String DATABASE = "tally.mv.db";

  private DemoMain() {}

  /**
   * @throws IOException where the folder of the data cannot be written
   */
  public static void main(String... args) throws IOException {
    if (args.length == 0) {
      PackedDemo.unpack(besideTheApplication(), Main.dataFolder());
    }
    Main.main(args);
  }

  private static Path besideTheApplication() {
    Path jar = Path.of(System.getProperty("java.class.path")).toAbsolutePath();
    return jar.resolveSibling("packed-demo").resolve(DATABASE);
  }
}
