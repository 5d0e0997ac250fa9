package org.sobertally.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.ArchConfiguration;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;

class ArchitectureTest {

  private static final JavaClasses CORE = ours();

  private static JavaClasses ours() {
    // Of what others wrote the names are enough; to read it all takes longer than every rule here.
    ArchConfiguration.get().setResolveMissingDependenciesFromClassPath(false);
    return new ClassFileImporter()
        .withImportOption(new ImportOption.DoNotIncludeTests())
        .importPackages("org.sobertally.core");
  }

  @Test
  void theCoreKnowsNobody() {
    noClasses()
        .should()
        .dependOnClassesThat()
        .resideOutsideOfPackages(
            "java..",
            "org.jspecify.annotations..",
            // Arithmetic only: it neither reads nor writes.
            "org.apache.commons.statistics.distribution..",
            "org.sobertally.core..")
        .check(CORE);
  }

  @Test
  void theCoreNeitherReadsNorWritesNorAsksTheTime() {
    noClasses()
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("java.io..", "java.nio..", "java.net..", "java.sql..")
        .orShould()
        .callMethod(java.time.LocalDate.class, "now")
        .orShould()
        .callMethod(java.time.Instant.class, "now")
        .orShould()
        .callMethod(System.class, "currentTimeMillis")
        .orShould()
        .callMethod(System.class, "nanoTime")
        .check(CORE);
  }

  @Test
  void packagesHaveNoCycles() {
    slices().matching("org.sobertally.core.(*)..").should().beFreeOfCycles().check(CORE);
  }
}
