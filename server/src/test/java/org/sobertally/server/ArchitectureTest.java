package org.sobertally.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;

class ArchitectureTest {

  private static final JavaClasses SERVER =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("org.sobertally");

  @Test
  void onlyTheDemoKnowsTheDemoOrganisation() {
    noClasses()
        .that()
        .resideOutsideOfPackages("org.sobertally.server.demo..", "org.sobertally.skerry..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("org.sobertally.skerry..", "org.sobertally.server.demo..")
        .check(SERVER);
  }

  @Test
  void theDemoOrganisationKnowsAtMostTheCore() {
    noClasses()
        .that()
        .resideInAPackage("org.sobertally.skerry..")
        .should()
        .dependOnClassesThat()
        .resideInAPackage("org.sobertally.server..")
        .check(SERVER);
  }

  @Test
  void theCoreKnowsNeither() {
    noClasses()
        .that()
        .resideInAPackage("org.sobertally.core..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("org.sobertally.server..", "org.sobertally.skerry..")
        .check(SERVER);
  }

  @Test
  void packagesHaveNoCycles() {
    slices().matching("org.sobertally.server.(*)..").should().beFreeOfCycles().check(SERVER);
  }
}
