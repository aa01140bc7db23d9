package org.stratonomy.app;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/** Features depend on each other in one direction, and reach the engine's stages by its door. */
@AnalyzeClasses(
    packages = "org.stratonomy.app",
    importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
  @ArchTest
  static final ArchRule NO_CYCLES =
      slices().matching("org.stratonomy.app.(*)..").should().beFreeOfCycles();

  @ArchTest
  static final ArchRule NO_STAGES =
      noClasses()
          .should()
          .dependOnClassesThat()
          .haveFullyQualifiedName("org.stratonomy.engine.schedule.Scheduler")
          .orShould()
          .dependOnClassesThat()
          .haveFullyQualifiedName("org.stratonomy.engine.path.LineMaker");
}
