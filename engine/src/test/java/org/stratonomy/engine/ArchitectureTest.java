package org.stratonomy.engine;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.library.Architectures;
import java.util.Map;
import java.util.stream.Collectors;
import org.assertj.core.api.Assertions;
import org.stratonomy.engine.settings.Value;

/** The arrows between the engine's rooms point one way. */
@AnalyzeClasses(
    packages = "org.stratonomy.engine",
    importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
  private static final String[] COMPUTATION = {
    "..strata..", "..divide..", "..line..", "..wall..", "..fill..", "..support..", "..adhesion..",
    "..path..", "..order..", "..travel..", "..stroke..", "..purge..", "..schedule..", "..steps..",
    "..ledger..", "..program..", "..check..", "..propose..", "..place..", "..motion..", "..melt.."
  };

  @ArchTest
  static final ArchRule NO_CYCLES =
      slices().matching("org.stratonomy.engine.(**)").should().beFreeOfCycles();

  @ArchTest
  static final ArchRule NO_WEB_NO_DATABASE =
      noClasses()
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("org.springframework..", "jakarta..", "java.sql..", "javax.swing..");

  /** A choice is a constant: whoever misspells it hears of it from the compiler. */
  @ArchTest
  static final ArchRule NO_WORDS_OF_CHOICES =
      noClasses()
          .that()
          .resideInAnyPackage(COMPUTATION)
          .should()
          .callMethod(Value.Word.class, "value")
          .orShould()
          .callMethod(Value.class, "of", String.class);

  @ArchTest
  static final ArchRule STAGES =
      Architectures.layeredArchitecture()
          .consideringOnlyDependenciesInLayers()
          .layer("geometry")
          .definedBy("..engine.plane..", "..engine.mesh..", "..engine.motion..")
          .layer("document")
          .definedBy("..engine.shelf..", "..engine.settings..", "..engine.plan..")
          .layer("edit")
          .definedBy("..engine.edit..")
          .layer("layers")
          .definedBy("..engine.strata..", "..engine.divide..")
          .layer("lines")
          .definedBy(
              "..engine.line..",
              "..engine.wall..",
              "..engine.fill..",
              "..engine.support..",
              "..engine.adhesion..",
              "..engine.path..")
          .layer("schedule")
          .definedBy(
              "..engine.order..",
              "..engine.travel..",
              "..engine.stroke..",
              "..engine.purge..",
              "..engine.schedule..")
          .layer("steps")
          .definedBy("..engine.steps..")
          .layer("ledger")
          .definedBy("..engine.ledger..")
          .layer("program")
          .definedBy("..engine.program..")
          .layer("check")
          .definedBy("..engine.check..")
          .whereLayer("program")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("check")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("edit")
          .mayOnlyBeAccessedByLayers("check")
          .whereLayer("ledger")
          .mayOnlyBeAccessedByLayers("program", "check")
          .whereLayer("steps")
          .mayOnlyBeAccessedByLayers("ledger", "program", "check")
          .whereLayer("schedule")
          .mayOnlyBeAccessedByLayers("steps", "ledger", "program", "check")
          .whereLayer("lines")
          .mayOnlyBeAccessedByLayers("schedule", "steps", "ledger", "program", "check")
          .whereLayer("layers")
          .mayOnlyBeAccessedByLayers("lines", "schedule", "steps", "ledger", "program", "check");

  /** A room is seen at a glance: one that has grown is divided. */
  @ArchTest
  static void roomsStaySmall(JavaClasses classes) {
    Map<String, Long> sizes =
        classes.stream()
            .filter(JavaClass::isTopLevelClass)
            .collect(Collectors.groupingBy(JavaClass::getPackageName, Collectors.counting()));
    Assertions.assertThat(sizes)
        .allSatisfy((room, count) -> Assertions.assertThat(count).as(room).isLessThan(26));
  }
}
