package org.sobertally.server.backup;

import io.smallrye.config.ConfigMapping;
import io.smallrye.config.WithDefault;
import java.nio.file.Path;

/** Backups of everything. */
@ConfigMapping(prefix = "sober.backup")
interface BackupSettings {

  /** How often one is made; {@code off} for never by itself. */
  @WithDefault("24h")
  String every();

  /** How long after the start the first is made. */
  @WithDefault("15m")
  String first();

  /** How many are kept. */
  @WithDefault("14")
  int keep();

  /** Where they are kept. */
  @WithDefault("${sober.tally.data}/backups")
  Path folder();
}
