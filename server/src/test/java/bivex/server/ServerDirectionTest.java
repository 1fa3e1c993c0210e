package bivex.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;

class ServerDirectionTest {
  private final JavaClasses server =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("bivex.server");

  @Test
  void noRoomOfTheServerGoesInCircles() {
    slices().matching("bivex.server.(*)..").should().beFreeOfCycles().check(server);
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
