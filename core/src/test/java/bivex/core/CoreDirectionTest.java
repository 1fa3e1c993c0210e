package bivex.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;

class CoreDirectionTest {
  private final JavaClasses core =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("bivex.core");

  @Test
  void coreKnowsNobody() {
    classes()
        .should()
        .onlyDependOnClassesThat()
        .resideInAnyPackage(
            "bivex.core..",
            "java..",
            "net.e175.klaus.solarpositioning..",
            "ai.timefold.solver..",
            "org.jtransforms..",
            "org.visnow.jlargearrays..",
            "org.hipparchus..")
        .check(core);
  }

  @Test
  void noSubjectGoesInCircles() {
    slices().matching("bivex.core.(*)..").should().beFreeOfCycles().check(core);
  }
}
