package org.sobertally.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.ArchConfiguration;
import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.domain.JavaPackage;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import io.quarkiverse.resteasy.problem.HttpProblem;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.NullMarked;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.sobertally.server.http.Problem;

@Tag("unit")
class ArchitectureTest {

  private static final JavaClasses SERVER = ours();

  private static JavaClasses ours() {
    // Of what others wrote the names are enough; to read it all takes longer than every rule here.
    ArchConfiguration.get().setResolveMissingDependenciesFromClassPath(false);
    return new ClassFileImporter()
        .withImportOption(new ImportOption.DoNotIncludeTests())
        .importPackages("org.sobertally");
  }

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

  /** What may be null says so; the strict build looks at every use of it. */
  @Test
  void everyPackageSaysWhatMayBeNull() {
    Set<String> silent = new TreeSet<>();
    for (JavaClass one : SERVER) {
      JavaPackage of = one.getPackage();
      boolean ours =
          of.getName().startsWith("org.sobertally.core")
              || of.getName().startsWith("org.sobertally.server");
      if (ours && !of.isAnnotatedWith(NullMarked.class)) {
        silent.add(of.getName());
      }
    }
    assertThat(silent).isEmpty();
  }

  /** A row of a file, a body and a row of a query have the width that they have. */
  private static final Set<String> AS_WIDE_AS_A_ROW = Set.of("Person", "MoveRequest", "Alike");

  @Test
  void noRecordIsTooWideToBeReadAtItsCall() {
    Set<String> wide = new TreeSet<>();
    for (JavaClass one : SERVER) {
      boolean ours = one.getPackageName().startsWith("org.sobertally");
      if (ours && one.isRecord() && !AS_WIDE_AS_A_ROW.contains(one.getSimpleName())) {
        long parts =
            one.getFields().stream()
                .filter(field -> !field.getModifiers().contains(JavaModifier.STATIC))
                .count();
        if (parts > 12) {
          wide.add("%s has %d components".formatted(one.getName(), parts));
        }
      }
    }
    assertThat(wide).isEmpty();
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
        .orShould()
        .dependOnClassesThat()
        .resideInAPackage("org.hibernate..")
        .check(SERVER);
  }

  /** Below what is called from outside nothing knows of HTTP's problems: it refuses. */
  @Test
  void onlyResourcesKnowProblems() {
    noClasses()
        .that()
        .resideOutsideOfPackage("org.sobertally.server.http")
        .and(DescribedPredicate.not(isOrIsInAResource()))
        .should()
        .dependOnClassesThat()
        .belongToAnyOf(Problem.class, HttpProblem.class)
        .check(SERVER);
  }

  private static DescribedPredicate<JavaClass> isOrIsInAResource() {
    return DescribedPredicate.describe(
        "resources",
        one -> {
          String name = one.getName();
          String top = name.contains("$") ? name.substring(0, name.indexOf('$')) : name;
          return top.endsWith("Resource");
        });
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
