package org.sobertally.server.intake;

import io.smallrye.config.ConfigMapping;
import io.smallrye.config.WithDefault;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;

/** Files that come in by themselves. */
@ConfigMapping(prefix = "sober.intake")
interface IntakeSettings {

  /**
   * A folder from which files are taken: {@code FOLDER/SOURCE/FILE}, each read as that source's
   * files were read before.
   */
  Optional<Path> folder();

  /** How often the folder and the addresses of files are looked at; {@code off} for never. */
  @WithDefault("1m")
  String lookEvery();

  /** How long a file must have stood in the folder unchanged before it is read. */
  @WithDefault("PT20S")
  Duration settled();

  /** How many bytes a file may have. */
  @WithDefault("104857600")
  int mostBytes();
}
