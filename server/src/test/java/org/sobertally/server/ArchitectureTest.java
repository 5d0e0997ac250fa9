package org.sobertally.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

@Tag("unit")
class ArchitectureTest {

  private static final JavaClasses SERVER =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("org.sobertally");

  /** What an organisation runs has no demo passwords and no stand-ins: it is another module. */
  @Test
  void theProductKnowsNothingOfTheDemo() {
    noClasses()
        .that()
        .resideInAPackage("org.sobertally.server..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("org.sobertally.skerry..", "org.sobertally.demo..")
        .check(SERVER);
  }

  @Test
  void theDemoOrganisationKnowsAtMostTheCore() {
    noClasses()
        .that()
        .resideInAPackage("org.sobertally.skerry..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("org.sobertally.server..", "org.sobertally.demo..")
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
    slices().matching("org.sobertally.server.(**)").should().beFreeOfCycles().check(SERVER);
  }

  @Test
  void whatIsCalledFromOutsideLeavesTheDatabaseToOthers() {
    noClasses()
        .that()
        .haveSimpleNameEndingWith("Resource")
        .should()
        .dependOnClassesThat()
        .areAssignableTo(EntityManager.class)
        .check(SERVER);
  }

  /** There is one way to write the book; who named a table of its would have another. */
  @Test
  void onlyTheBooksStoreNamesItsTables() throws IOException {
    Path sources = Path.of("src/main/java/org/sobertally/server");
    Pattern table = Pattern.compile("\\b(book_[a-z]\\w*|activity_(months|parts))\\b");
    try (Stream<Path> files = Files.walk(sources)) {
      for (Path file : files.filter(one -> one.toString().endsWith(".java")).toList()) {
        if (!sources.relativize(file).startsWith("book/store")) {
          assertThat(Files.readString(file)).as(file.toString()).doesNotContainPattern(table);
        }
      }
    }
  }

  /**
   * What may become what stands in one table for each; who set a state by hand would not ask it.
   */
  @Test
  void onlyLivesSetStates() throws ClassNotFoundException {
    for (String entity : List.of("Slate", "moves.SlateMove", "VendorCall")) {
      Class<?> owner = Class.forName("org.sobertally.server.slates." + entity);
      noClasses()
          .that()
          .doNotHaveFullyQualifiedName(owner.getName())
          .should()
          .setField(owner, "state")
          .check(SERVER);
    }
  }
}
