package org.sobertally.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.eclipse.microprofile.health.HealthCheckResponse.Status;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@Tag("unit")
class DiskReadyTest {

  @TempDir Path folder;

  @Test
  void isReadyOnlyWhileThereIsRoom() {
    assertThat(new DiskReady(folder, 1).call().getStatus()).isEqualTo(Status.UP);
    assertThat(new DiskReady(folder, Long.MAX_VALUE).call().getStatus()).isEqualTo(Status.DOWN);
  }

  @Test
  void aFolderThatIsNotThereYetIsMeasuredWhereItWillBe() {
    assertThat(new DiskReady(folder.resolve("a/b"), 1).call().getStatus()).isEqualTo(Status.UP);
  }
}
