package bivex.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;
import org.springframework.web.bind.annotation.RestController;

class ServerDirectionTest {
  private final JavaClasses server =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("bivex.server");

  @Test
  void noRoomOfTheServerGoesInCircles() {
    slices().matching("bivex.server.(*)..").should().beFreeOfCycles().check(server);
  }

  /** A resource maps, tags and returns; what it offers is a use case that others may know too. */
  @Test
  void nobodyKnowsAResource() {
    noClasses()
        .should()
        .dependOnClassesThat(
            new DescribedPredicate<JavaClass>("are a resource of somebody else") {
              @Override
              public boolean test(JavaClass c) {
                return c.getName().startsWith("bivex.server.")
                    && c.getSimpleName().endsWith("Resource")
                    && c.isAnnotatedWith(RestController.class);
              }
            })
        .check(server);
  }

  @Test
  void whatIsKeptKnowsNothingOfTheWeb() {
    noClasses()
        .that()
        .resideInAPackage("bivex.server.keep..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("org.springframework.web..", "jakarta.servlet..")
        .check(server);
  }
}
